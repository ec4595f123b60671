package logbook

import (
	"dunvel/core/box"
	"dunvel/core/setup"
)

// Take is what an event takes from the box: a head, a bait, or the line of a knot; the
// zero Take is nothing. Two events that take the same have equal ones.
type Take struct {
	kind            string // of item
	mass            float64
	shape, material string
	bait            setup.Bait
	leader          setup.Leader
}

// Takes is what an event takes from the box, happening in a state of its rod.
func (e Event) Takes(s State) Take {
	switch e.Kind {
	case Lost:
		return Take{kind: box.Head, mass: s.Mass, shape: s.Setup.Head.Shape, material: s.Setup.Head.Material}
	case Torn:
		return Take{kind: box.Bait, bait: s.Setup.Bait}
	case Retie:
		return Take{kind: box.Line, leader: s.Setup.Leader}
	}
	return Take{}
}

// Is tells whether an item of the box is what is taken.
func (t Take) Is(i box.Item) bool {
	switch t.kind {
	case box.Head:
		return i.IsHead(t.mass, t.shape, t.material)
	case box.Bait:
		return i.IsBait(t.bait)
	case box.Line:
		return i.IsLeader(t.leader)
	}
	return false
}
