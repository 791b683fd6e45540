(ns haldervik.foghorn.main
  "Answers what the horns are doing."
  (:require [clojure.data.json :as json]
            [haldervik.foghorn.signals :as signals])
  (:import (com.sun.net.httpserver HttpExchange HttpHandler HttpServer)
           (java.net InetSocketAddress)))

(defn- text [path]
  (case path
    "/horns" (json/write-str (into (sorted-map) signals/horns))
    "/codes" (json/write-str (signals/audible [horn 3] [horn (signals/code horn)]))
    nil))

(defn- answer [^HttpExchange exchange]
  (let [found (text (.getPath (.getRequestURI exchange)))
        bytes (.getBytes ^String (or found "no such horn\n") "UTF-8")]
    (.set (.getResponseHeaders exchange) "Content-Type" "application/json")
    (.sendResponseHeaders exchange (if found 200 404) (count bytes))
    (with-open [body (.getResponseBody exchange)]
      (.write body bytes))))

(defn -main [& _]
  (let [port (Integer/parseInt (or (System/getenv "PORT") "8177"))
        server (HttpServer/create (InetSocketAddress. port) 0)]
    (.createContext server "/" (reify HttpHandler
                                 (handle [_ exchange] (answer exchange))))
    (.start server)
    (println "the horns of Haldervik answer on port" port)))
