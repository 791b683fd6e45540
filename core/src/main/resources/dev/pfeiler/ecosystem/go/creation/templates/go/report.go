// Package report writes readings as JSON.
package report

import "encoding/json"

type reading struct {
	Knots float64 `json:"knots"`
}

// JSON of a speed in knots.
func JSON(knots float64) string {
	text, err := json.Marshal(reading{knots})
	if err != nil {
		return err.Error()
	}
	return string(text)
}
