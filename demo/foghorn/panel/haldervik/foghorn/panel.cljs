(ns haldervik.foghorn.panel
  (:require [clojure.string :as string]
            [haldervik.foghorn.lamp :as lamp]))

(def horns ["north-mole" "pilot-quay" "skerry"])

(defn row [horn]
  (str "<li>" (string/capitalize (string/replace horn "-" " ")) ": " (lamp/state horn) "</li>"))

(set! (.-innerHTML (.getElementById js/document "horns"))
      (string/join (map row horns)))

(println (count horns) "horns on the panel")
