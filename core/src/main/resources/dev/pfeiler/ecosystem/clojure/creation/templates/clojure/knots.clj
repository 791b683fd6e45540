(ns [=space].knots
  "Speeds.")

(def ^:private metres-per-second 0.514444)

(defn to-metres-per-second
  "Converts a speed in knots; throws if it is negative or not finite."
  [knots]
  (when-not (and (<= 0 knots) (< knots ##Inf))
    (throw (ex-info "not a speed" {:knots knots})))
  (* knots metres-per-second))
