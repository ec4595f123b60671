package notes

import (
	"testing"

	"dunvel/core/rigging"
)

// Of two or three of a kind each is told apart by where it is, of more by its number.
func TestCalled(t *testing.T) {
	of := func(n int) []rigging.Part {
		parts := []rigging.Part{{What: "head"}}
		for range n {
			parts = append(parts, rigging.Part{What: "shot"})
		}
		return append(parts, rigging.Part{What: "hook"})
	}
	for n, want := range map[int][]string{
		1: {"the head", "the shot", "the bait"},
		2: {"the head", "the lower shot", "the upper shot", "the bait"},
		3: {"the head", "the lower shot", "the middle shot", "the upper shot", "the bait"},
		4: {"the head", "the lower shot", "shot 2 from the end", "shot 3 from the end", "the upper shot", "the bait"},
	} {
		for i, name := range want {
			if got := called(of(n), i); got != name {
				t.Errorf("%d shots, body %d: %q, want %q", n, i, got, name)
			}
		}
	}
}
