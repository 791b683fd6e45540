from code/late.clj
