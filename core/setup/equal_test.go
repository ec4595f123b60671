package setup

import (
	"testing"

	"dunvel/core/leaves"
	"dunvel/core/rigging"
)

// Two setups are equal until any one thing of one of them is another: every field, however deep, every rung of the
// ladder and every part of the rig.
func TestEqual(t *testing.T) {
	made := func() *Setup {
		s := Default()
		s.Rigging.Parts = []rigging.Part{{What: "head"}, {What: "shot", At: 0.5, Mass: 0.001, Slides: true}}
		return &s
	}
	other := made()
	n := leaves.Change(t, other, func(path string) {
		if other.Equal(made()) || made().Equal(other) {
			t.Errorf("%s may be another", path)
		}
	})
	if !other.Equal(made()) || n < 100 {
		t.Errorf("after %d changes it is as it was: %t", n, other.Equal(made()))
	}
}
