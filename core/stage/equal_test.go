package stage

import (
	"testing"

	"dunvel/core/leaves"
)

// The same is known until any one thing is another.
func TestKnowledgeIsEqual(t *testing.T) {
	made := func() *Knowledge { return &Knowledge{Owned: []float64{0.007, 0.01}, FishFor: 3, Takes: 7, Landed: 5} }
	other := made()
	if n := leaves.Change(t, other, func(path string) {
		if other.Equal(made()) {
			t.Errorf("%s may be another", path)
		}
	}); n != 6 || !other.Equal(made()) {
		t.Errorf("%d things, and it is as it was: %t", n, other.Equal(made()))
	}
}
