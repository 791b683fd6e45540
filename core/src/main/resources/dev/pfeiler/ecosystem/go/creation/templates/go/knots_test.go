package [=package]

import "testing"

func TestToMetresPerSecond(t *testing.T) {
	got, err := ToMetresPerSecond(10)
	if err != nil || got != 5.14444 {
		t.Errorf("got %v, %v", got, err)
	}
}

func TestNegativeSpeeds(t *testing.T) {
	if _, err := ToMetresPerSecond(-1); err == nil {
		t.Error("a negative speed is accepted")
	}
}
