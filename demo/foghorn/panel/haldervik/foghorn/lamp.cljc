(ns haldervik.foghorn.lamp)

(defn state
  "Horns with short names stand at the harbour, where fog comes late."
  [horn]
  #?(:cljs (if (< (count horn) 7) "sounding" "silent")
     :clj (if (< (count horn) 7) :sounding :silent)))
