// Package gauge reads the gauge of a lock gate.
package gauge

import (
	"fmt"

	"kystkart.example/tables"
	"kystkart.example/units/v2"
)

// A Reading of the gauge, in feet above the sill.
type Reading struct {
	Gate string
	Feet float64
}

// Metres above the sill.
func (r Reading) Metres() float64 { return units.Metres(r.Feet) }

// String of a reading, for people.
func (r Reading) String() string { return fmt.Sprintf("%s %.2f m", r.Gate, r.Metres()) }

// Board with a line for each reading.
func Board(readings []Reading) string {
	rows := make([][]string, 0, len(readings))
	for _, r := range readings {
		rows = append(rows, []string{r.Gate, fmt.Sprintf("%.2f", r.Metres())})
	}
	return tables.Text(rows)
}
