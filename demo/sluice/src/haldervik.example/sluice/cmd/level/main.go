// Command level converts readings: the name of a gate, and feet.
package main

import (
	"fmt"
	"os"
	"strconv"

	"haldervik.example/sluice/gauge"
)

func main() {
	if len(os.Args) != 3 {
		fmt.Fprintln(os.Stderr, "usage: level GATE FEET")
		os.Exit(2)
	}
	feet, err := strconv.ParseFloat(os.Args[2], 64)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	fmt.Println(gauge.Reading{Gate: os.Args[1], Feet: feet})
}
