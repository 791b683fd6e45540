// Command [=name] answers HTTP requests.
package main

import (
	_ "embed"
	"fmt"
	"log"
	"net/http"
	"os"
	"strconv"

	"[=module]/knots"
[#list imports as import]
	[=import]
[/#list]
)

//go:embed public/index.html
var page []byte

func main() {
	port := os.Getenv("PORT")
	if port == "" {
		port = "8080"
	}
	log.Print("listening on http://localhost:" + port)
	log.Fatal(http.ListenAndServe(":"+port, answers()))
}

func answers() http.Handler {
	answers := http.NewServeMux()
	answers.HandleFunc("/", func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path != "/" {
			http.NotFound(w, r)
			return
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Write(page)
	})
	answers.HandleFunc("/knots", func(w http.ResponseWriter, r *http.Request) {
		value, err := strconv.ParseFloat(r.FormValue("value"), 64)
		if err == nil {
			value, err = knots.ToMetresPerSecond(value)
		}
		if err != nil {
			http.Error(w, err.Error(), http.StatusBadRequest)
			return
		}
		fmt.Fprintf(w, "%.2f m/s\n", value)
	})
[#list examples as example]
	answers.HandleFunc("/[=example.need]", func(w http.ResponseWriter, r *http.Request) {
		fmt.Fprintln(w, [=example.code])
	})
[/#list]
	return answers
}
