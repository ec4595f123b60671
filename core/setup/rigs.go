package setup

import (
	"dunvel/core/judgement"
)

// The rigs. The weights of the ladder are those of the head, and of the sinker
// or shot where there is one.
const (
	SingleHead    = "single head"
	TwoHeads      = "two heads"
	SlidingSinker = "sliding sinker"
	FreeSinker    = "free sinker"
	SplitShot     = "split shot"
	DropShot      = "drop shot"
	FixedFloat    = "fixed float"
	SlidingFloat  = "sliding float"
	OwnRig        = "own"
)

// rigKind is what a rig is called, and the list that it is.
type rigKind struct {
	name      string
	floats    bool // the bait hangs under a float
	two       bool // something else is on the line, some way up from its end
	upperHead bool // it is a head of its own
	raised    bool // a bait is over what holds the bed
	parts     func(r Rigging) []Part
}

var rigKinds = []rigKind{
	{name: SingleHead, parts: func(Rigging) []Part { return []Part{{What: PartHead}} }},
	{name: TwoHeads, two: true, upperHead: true, raised: true, parts: func(r Rigging) []Part {
		upper := Part{What: PartHead, At: r.Apart, Mass: r.Upper}
		if r.Upper == 0 {
			upper.What = PartHook
		}
		return []Part{{What: PartHead}, upper}
	}},
	{name: SlidingSinker, two: true, parts: func(r Rigging) []Part {
		return []Part{{What: PartHook}, {What: PartStop, At: r.Apart}, {What: PartSinker, At: r.Apart, Slides: true}}
	}},
	// Down to the bait, and up the line as far as it likes.
	{name: FreeSinker, parts: func(Rigging) []Part {
		return []Part{{What: PartHook}, {What: PartSinker, At: judgement.OnBait.Number, Slides: true}}
	}},
	{name: SplitShot, two: true, parts: func(r Rigging) []Part { return []Part{{What: PartHook}, {What: PartShot, At: r.Apart}} }},
	{name: DropShot, two: true, raised: true, parts: func(r Rigging) []Part { return []Part{{What: PartSinker}, {What: PartHook, At: r.Apart}} }},
	{name: FixedFloat, floats: true, parts: func(r Rigging) []Part {
		return []Part{{What: PartHead}, {What: PartFloat, At: r.Stop, Mass: r.Carries}}
	}},
	{name: SlidingFloat, floats: true, parts: func(r Rigging) []Part {
		return []Part{{What: PartHead}, {What: PartFloat, Mass: r.Carries, Slides: true}, {What: PartStop, At: r.Stop}}
	}},
	{name: OwnRig, raised: true, parts: func(r Rigging) []Part { return r.Parts }},
}

// Rigs are the names of all of them.
var Rigs = rigsThat(func(rigKind) bool { return true })

// rigsThat are the names of those that are so.
func rigsThat(so func(rigKind) bool) []string {
	var out []string
	for _, r := range rigKinds {
		if so(r) {
			out = append(out, r.name)
		}
	}
	return out
}

// rigOf is the kind of a name; one that does not exist is as a single head.
func rigOf(name string) rigKind {
	for _, r := range rigKinds {
		if r.name == name {
			return r
		}
	}
	return rigKinds[0]
}

func (r Rigging) kind() rigKind { return rigOf(r.Kind) }
