// Package rigging is what is tied to the line: the rigs that have a name and those of one's own, as lists of parts from
// the end of the line up. Lengths in m, masses in kg.
package rigging

import (
	"slices"

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

// Rigging is how head, bait and weights sit on the line. Apart is how far up the
// line the second of two is, Upper the weight of the upper of two heads. Stop is how
// deep the stop of a float lets the bait, and Carries what the float carries. Blade is
// a spinning blade under the head, Stinger a second hook in the bait. A rig of one's own
// is its Parts, and none of the others counts.
type Rigging struct {
	Kind    string  `json:"kind"`
	Apart   float64 `json:"apart"`   // m
	Upper   float64 `json:"upper"`   // kg
	Over    float64 `json:"over"`    // m that the bait is wanted over bed or weed; 0: not given
	Stop    float64 `json:"stop"`    // m
	Carries float64 `json:"carries"` // kg

	Wire    float64 `json:"wire"` // m of wire trace before the bait; 0: none
	Blade   bool    `json:"blade"`
	Stinger bool    `json:"stinger"`
	Slack   float64 `json:"slack"` // m, in the link of the stinger; 0: not given

	Parts []Part `json:"parts,omitempty"` // of a rig of one's own
}

// Equal tells whether two rigs are the same in all that is filled in.
func (r *Rigging) Equal(o *Rigging) bool {
	return r.Kind == o.Kind && r.Apart == o.Apart && r.Upper == o.Upper && r.Over == o.Over && r.Stop == o.Stop &&
		r.Carries == o.Carries && r.Wire == o.Wire && r.Blade == o.Blade && r.Stinger == o.Stinger && r.Slack == o.Slack &&
		slices.Equal(r.Parts, o.Parts)
}

// Kind is what a rig is called, and the list that it is.
type Kind struct {
	Name      string
	Floats    bool // the bait hangs under a float
	Two       bool // something else is on the line, some way up from its end
	UpperHead bool // it is a head of its own
	Raised    bool // a bait is over what holds the bed
	parts     func(r Rigging) []Part
}

var rigKinds = []Kind{
	{Name: SingleHead, parts: func(Rigging) []Part { return []Part{{What: PartHead}} }},
	{Name: TwoHeads, Two: true, UpperHead: true, Raised: true, parts: func(r Rigging) []Part {
		upper := Part{What: PartHead, At: r.Apart, Mass: r.Upper}
		if r.Upper == 0 {
			upper.What = PartHook
		}
		return []Part{{What: PartHead}, upper}
	}},
	{Name: SlidingSinker, Two: true, parts: func(r Rigging) []Part {
		return []Part{{What: PartHook}, {What: PartStop, At: r.Apart}, {What: PartSinker, At: r.Apart, Slides: true}}
	}},
	// Down to the bait, and up the line as far as it likes.
	{Name: FreeSinker, parts: func(Rigging) []Part {
		return []Part{{What: PartHook}, {What: PartSinker, At: judgement.OnBait.Number, Slides: true}}
	}},
	{Name: SplitShot, Two: true, parts: func(r Rigging) []Part {
		return []Part{{What: PartHook}, {What: PartShot, At: r.Apart}}
	}},
	{Name: DropShot, Two: true, Raised: true,
		parts: func(r Rigging) []Part { return []Part{{What: PartSinker}, {What: PartHook, At: r.Apart}} }},
	{Name: FixedFloat, Floats: true, parts: func(r Rigging) []Part {
		return []Part{{What: PartHead}, {What: PartFloat, At: r.Stop, Mass: r.Carries}}
	}},
	{Name: SlidingFloat, Floats: true, parts: func(r Rigging) []Part {
		return []Part{{What: PartHead}, {What: PartFloat, Mass: r.Carries, Slides: true}, {What: PartStop, At: r.Stop}}
	}},
	{Name: OwnRig, Raised: true, parts: func(r Rigging) []Part { return r.Parts }},
}

// Rigs are the names of all of them.
var Rigs = Those(func(Kind) bool { return true })

// Those are the names of those that are so.
func Those(so func(Kind) bool) []string {
	var out []string
	for _, r := range rigKinds {
		if so(r) {
			out = append(out, r.Name)
		}
	}
	return out
}

// Of is the kind of a name; one that does not exist is as a single head.
func Of(name string) Kind {
	for _, r := range rigKinds {
		if r.Name == name {
			return r
		}
	}
	return rigKinds[0]
}

func (r Rigging) kind() Kind { return Of(r.Kind) }
