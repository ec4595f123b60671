package logbook

import (
	"dunvel/core/box"
	"dunvel/core/setup"
)

// Take is what an event uses up of the box: a head, a bait, or leader for a knot. The zero Take is nothing.
// Takes of the same thing are equal.
type Take struct {
	kind            string // of the item: box.Head, box.Bait, box.Line
	mass            float64
	shape, material string
	bait            setup.Bait
	leader          setup.Leader
}

// Takes returns what the event uses up, of what its rod had on then.
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

// Is tells whether an item of the box is of the kind that is used up.
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
