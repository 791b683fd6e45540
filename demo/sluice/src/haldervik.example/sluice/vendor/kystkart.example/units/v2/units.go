// Package units converts lengths.
package units

// Metres of feet.
func Metres(feet float64) float64 { return feet * 0.3048 }

// Feet of metres.
func Feet(metres float64) float64 { return metres / 0.3048 }
