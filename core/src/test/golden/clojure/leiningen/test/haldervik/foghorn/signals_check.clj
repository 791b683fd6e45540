from checks/signals_check.clj
