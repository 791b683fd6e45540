// Package tables aligns columns.
package tables

import "strings"

// Text of rows whose columns start below each other.
func Text(rows [][]string) string {
	widths := map[int]int{}
	for _, row := range rows {
		for i, cell := range row {
			if len(cell) > widths[i] {
				widths[i] = len(cell)
			}
		}
	}
	var text strings.Builder
	for _, row := range rows {
		line := ""
		for i, cell := range row {
			line += cell + strings.Repeat(" ", widths[i]-len(cell)+2)
		}
		text.WriteString(strings.TrimRight(line, " ") + "\n")
	}
	return text.String()
}
