(ns [=space].knots-test
  (:require [clojure.test :refer [deftest is]]
            [[=space].knots :as knots]))

(deftest converts
  (is (= 5.14444 (knots/to-metres-per-second 10))))

(deftest negative-speeds
  (is (thrown? clojure.lang.ExceptionInfo (knots/to-metres-per-second -1))))
