// Command board serves the readings of all gates.
package main

import (
	"fmt"
	"log"
	"net/http"
	"os"

	"haldervik.example/sluice/gauge"
)

var readings = []gauge.Reading{{Gate: "north", Feet: 10}, {Gate: "sea", Feet: 2.5}}

func main() {
	port := os.Getenv("PORT")
	if port == "" {
		port = "8090"
	}
	http.HandleFunc("/board", func(w http.ResponseWriter, r *http.Request) {
		fmt.Fprint(w, gauge.Board(readings))
	})
	log.Fatal(http.ListenAndServe("localhost:"+port, nil))
}
