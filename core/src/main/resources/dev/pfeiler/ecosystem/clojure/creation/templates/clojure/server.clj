(ns [=space].core
  "Answers HTTP requests."
  (:require [clojure.java.io :as io]
            [clojure.string :as string]
            [[=space].knots :as knots][#list imports as import]
            [=import][/#list])
  (:import (com.sun.net.httpserver HttpExchange HttpHandler HttpServer)
           (java.net InetSocketAddress URLDecoder)))

(defn- parameters
  "The parameters of a request, by name."
  [^HttpExchange exchange]
  (into {}
        (for [pair (string/split (or (.getRawQuery (.getRequestURI exchange)) "") #"&")
              :let [[name value] (string/split pair #"=" 2)]
              :when value]
          [name (URLDecoder/decode ^String value "UTF-8")])))

(defn- metres
  [exchange]
  (try
    (let [knots (Double/parseDouble (get (parameters exchange) "value" ""))]
      [200 "text/plain" (str (format "%.2f" (knots/to-metres-per-second knots)) " m/s\n")])
    (catch Exception _
      [400 "text/plain" "not a speed\n"])))

(defn answer
  "Status, type and text for a request."
  [^HttpExchange exchange]
  (case (.getPath (.getRequestURI exchange))
    "/" [200 "text/html" (slurp (io/resource "public/index.html"))]
    "/knots" (metres exchange)
[#list examples as example]
    "/[=example.need]" [200 "text/plain" (str [=example.code] "\n")]
[/#list]
    [404 "text/plain" "not found\n"]))

(defn- handle
  [^HttpExchange exchange]
  (let [[status type ^String text] (answer exchange)
        bytes (.getBytes text "UTF-8")]
    (.set (.getResponseHeaders exchange) "Content-Type" (str type "; charset=utf-8"))
    (.sendResponseHeaders exchange status (count bytes))
    (with-open [body (.getResponseBody exchange)]
      (.write body bytes))))

(defn -main
  [& _]
  (let [port (Integer/parseInt (or (System/getenv "PORT") "8080"))
        server (HttpServer/create (InetSocketAddress. port) 0)]
    (.createContext server "/" (reify HttpHandler
                                 (handle [_ exchange] (handle exchange))))
    (.start server)
    (println (str "listening on http://localhost:" port))))
