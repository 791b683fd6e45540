package gauge

import "testing"

func TestMetres(t *testing.T) {
	if got := (Reading{"north", 10}).String(); got != "north 3.05 m" {
		t.Error(got)
	}
}

func TestBoard(t *testing.T) {
	if got := Board([]Reading{{"north", 10}, {"sea", 0}}); got != "north  3.05\nsea    0.00\n" {
		t.Errorf("%q", got)
	}
}
