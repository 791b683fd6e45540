(ns haldervik.foghorn.main-desk
  (:require [haldervik.foghorn.signals]))
(load-file "src/haldervik/foghorn/late.clj")
(defn -main [& _])
