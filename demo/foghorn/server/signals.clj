(ns haldervik.foghorn.signals
  "How the horns of the harbour sound in fog."
  (:require [clojure.string :as string]))

(def horns
  "Blasts and silences of each horn, in seconds."
  {"north-mole" [2 18]
   "pilot-quay" [4 2 4 50]
   "skerry" [6 54]})

(defn period
  "How long it takes until a horn begins again, in seconds."
  [horn]
  (reduce + (get horns horn)))

(defn code
  "A blast is a dash, a short one a dot."
  [horn]
  (string/join " " (map #(if (< % 3) "." "-") (take-nth 2 (get horns horn)))))

(defmacro audible
  "Evaluates the body for every horn that can be heard at a distance in nautical miles."
  [[horn miles] & body]
  `(doall (for [~horn (sort (keys horns)) :when (<= ~miles (period ~horn))] (do ~@body))))
