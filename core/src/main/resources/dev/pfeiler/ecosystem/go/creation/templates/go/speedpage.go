// Package speedpage fills in a page.
package speedpage

import (
	_ "embed"
	"html/template"
	"strings"
)

//go:embed speed.html
var source string

var page = template.Must(template.New("speed").Parse(source))

// Text about a speed in knots.
func Text(knots float64) string {
	var text strings.Builder
	if err := page.Execute(&text, knots); err != nil {
		return err.Error()
	}
	return strings.TrimSpace(text.String())
}
