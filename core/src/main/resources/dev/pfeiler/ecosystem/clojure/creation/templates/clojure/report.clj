(ns [=space].report
  "Speeds as JSON."
  (:require [clojure.data.json :as data]
            [[=space].knots :as knots]))

(defn json
  [knots]
  (data/write-str {:knots knots
                   :metres-per-second (knots/to-metres-per-second knots)}))
