(require '[cljs.build.api :as cljs])

(cljs/build "panel"
            {:main 'haldervik.foghorn.panel
             :output-to "page/js/panel.js"
             :output-dir "page/js"
             :asset-path "js"
             :optimizations :none})
