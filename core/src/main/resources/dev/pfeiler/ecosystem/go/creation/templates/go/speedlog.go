// Package speedlog keeps a log of speeds.
package speedlog

import "log"

// Note notes a speed in knots in the log.
func Note(knots float64) string {
	log.Printf("read %v kn", knots)
	return "noted in the log"
}
