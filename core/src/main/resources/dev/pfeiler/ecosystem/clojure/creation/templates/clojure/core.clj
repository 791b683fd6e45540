(ns [=space].core
  "Converts speeds from knots to metres per second."
  (:require [[=space].knots :as knots][#list imports as import]
            [=import][/#list]))

(defn -main
  [& speeds]
  (doseq [speed (or (seq speeds) ["10"])]
    (println speed "kn =" (format "%.2f" (knots/to-metres-per-second (Double/parseDouble speed))) "m/s"))
[#list examples as example]
  (println [=example.code])
[/#list]
  (shutdown-agents))
