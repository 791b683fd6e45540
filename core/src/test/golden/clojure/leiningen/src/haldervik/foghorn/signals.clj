from code/signals.clj
