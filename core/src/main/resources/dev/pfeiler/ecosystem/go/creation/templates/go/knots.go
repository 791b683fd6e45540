// Package [=package] converts speeds.
package [=package]

import (
	"fmt"
	"math"
)

const metresPerSecond = 0.514444

// ToMetresPerSecond converts a speed in knots; an error if it is negative or not finite.
func ToMetresPerSecond(knots float64) (float64, error) {
	if !(knots >= 0) || math.IsInf(knots, 1) {
		return 0, fmt.Errorf("not a speed: %v", knots)
	}
	return knots * metresPerSecond, nil
}
