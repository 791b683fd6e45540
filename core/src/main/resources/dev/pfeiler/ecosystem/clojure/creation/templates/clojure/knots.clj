(ns [=space].knots
  "Speeds.")

(def ^:private metres-per-second 0.514444)

(defn to-metres-per-second
  "Converts a speed in knots; throws if it is negative."
  [knots]
  (when (neg? knots)
    (throw (ex-info "not a speed" {:knots knots})))
  (* knots metres-per-second))
