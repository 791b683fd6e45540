from panel/haldervik/panel.cljs
