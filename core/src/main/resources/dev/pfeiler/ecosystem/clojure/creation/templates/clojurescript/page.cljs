(ns [=space].page
  "Converts the speed that is typed on the page."
  (:require [[=space].knots :as knots]))

(defn- element
  [id]
  (.getElementById js/document id))

(defn- show
  []
  (let [speed (js/parseFloat (.-value (element "knots")))]
    (set! (.-textContent (element "metres"))
          (if (>= speed 0)
            (str (.toFixed (knots/to-metres-per-second speed) 2) " m/s")
            "not a speed"))))

(.addEventListener (element "knots") "input" show)
(show)
(println "[=name] is ready")
