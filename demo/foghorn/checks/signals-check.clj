(ns haldervik.foghorn.signals-check
  (:require [clojure.test :refer [deftest is]]
            [haldervik.foghorn.signals :as signals]))

(deftest periods
  (is (= 20 (signals/period "north-mole")))
  (is (= 60 (signals/period "pilot-quay"))))

(deftest codes
  (is (= ". " (str (signals/code "north-mole") " ")))
  (is (= "- -" (signals/code "pilot-quay"))))
