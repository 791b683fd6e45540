(ns [=space].speed-log
  "Notes speeds in the log."
  (:require [clojure.tools.logging :as log]
            [[=space].knots :as knots]))

(defn note
  [knots]
  (log/info "converted" knots "kn")
  (knots/to-metres-per-second knots))
