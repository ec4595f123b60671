package logbook

import (
	"testing"

	"dunvel/core/leaves"
	"dunvel/core/rigging"
	"dunvel/core/setup"
)

// Two states are equal until any one thing of one of them is another.
func TestStatesAreEqual(t *testing.T) {
	made := func() *State {
		s := State{Setup: setup.Default(), Mass: 0.007, Technique: "drop", Colour: "white"}
		s.Setup.Rigging.Parts = []rigging.Part{{What: "head"}}
		return &s
	}
	other := made()
	n := leaves.Change(t, other, func(path string) {
		if other.Equal(made()) {
			t.Errorf("%s may be another", path)
		}
	})
	if !other.Equal(made()) || n < 100 {
		t.Errorf("after %d changes it is as it was: %t", n, other.Equal(made()))
	}
}
