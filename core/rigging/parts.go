package rigging

import (
	"cmp"
	"math"
	"slices"
)

// Part is one thing of a rig. A rig is a list of them, read from the end of the line.
type Part struct {
	What string  `json:"what"`
	At   float64 `json:"at"` // m up the line from its end
	// Mass in kg is what it weighs, and of a float what it carries; 0 of the one head,
	// sinker or shot that takes the weights of the ladder, and of what has none to give.
	Mass float64 `json:"mass,omitempty"`
	// Slides tells that the line runs through it, from the next part below that does not
	// slide up to the next above.
	Slides bool `json:"slides,omitempty"`
}

// What a part may be.
const (
	PartHead    = "head"
	PartHook    = "hook"
	PartSinker  = "sinker"
	PartShot    = "shot"
	PartFloat   = "float"
	PartSwivel  = "swivel"
	PartStop    = "stop"
	PartWire    = "wire"
	PartBlade   = "blade"
	PartStinger = "stinger"
)

// partKind is what sets one kind of part apart from the others.
type partKind struct {
	name   string
	baited bool // it carries a bait
	ladder bool // the weights of the ladder may be its own
	weighs bool // a weight can be given
	slides bool // the line may run through it
	beside bool // it hangs with the bait below it, and stops nothing
}

var partKinds = []partKind{
	{name: PartHead, baited: true, ladder: true, weighs: true},
	{name: PartHook, baited: true},
	{name: PartSinker, ladder: true, weighs: true, slides: true},
	{name: PartShot, ladder: true, weighs: true},
	{name: PartFloat, weighs: true, slides: true},
	{name: PartSwivel},
	{name: PartStop},
	{name: PartWire, beside: true},
	{name: PartBlade, beside: true},
	{name: PartStinger, beside: true},
}

// Parts are the names of all kinds of parts.
var Parts = func() []string {
	var out []string
	for _, k := range partKinds {
		out = append(out, k.name)
	}
	return out
}()

// Closest is how near together bodies are that are put at the same place, m.
const Closest = 0.01

// Tied tells whether a part is a body that is fixed on the line, where there is room for no
// other.
func (p Part) Tied() bool { return p.Bodied() && !p.Slides }

// Bodied tells whether it is a body of model.Rig: what weighs on the line, and is no float.
func (p Part) Bodied() bool {
	return p.What != PartStop && p.What != PartFloat && !p.kind().beside
}

// kind is that of a part; one that does not exist is as a stop.
func (p Part) kind() partKind {
	for _, k := range partKinds {
		if k.name == p.What {
			return k
		}
	}
	return partKind{name: p.What}
}

// Beside tells whether it hangs with the bait below it, and stops nothing.
func (p Part) Beside() bool { return p.kind().beside }

// MaySlide tells whether the line may run through it.
func (p Part) MaySlide() bool { return p.kind().slides }

// MayWeigh tells whether a weight can be given for it.
func (p Part) MayWeigh() bool { return p.kind().weighs }

// Baited tells whether it carries a bait.
func (p Part) Baited() bool { return p.kind().baited }

// FromLadder tells whether a part takes the weights of the ladder.
func (p Part) FromLadder() bool { return p.kind().ladder && p.Mass == 0 }

// Stops tells whether a part stops what slides.
func (p Part) Stops() bool { return !p.Slides && !p.kind().beside }

// List is the rig as a list of parts, from the end of the line up: its own, or those of
// the rig that it is called.
func (r Rigging) List() []Part {
	if r.Kind == OwnRig {
		return r.Parts
	}
	out := r.kind().parts(r)
	bait := out[slices.IndexFunc(out, Part.Baited)].At
	if r.Stinger {
		out = append(out, Part{What: PartStinger, At: bait})
	}
	if r.Blade {
		out = append(out, Part{What: PartBlade, At: bait})
	}
	if r.Wire > 0 {
		out = append(out, Part{What: PartWire, At: bait + r.Wire})
	}
	slices.SortStableFunc(out, func(a, b Part) int { return cmp.Compare(a.At, b.At) })
	return out
}

// Bodies are the parts of a rig that weigh on the line, from its end up, and which of
// them is aimed and felt. They are in the order of the bodies of model.Rig.
func (r Rigging) Bodies() (parts []Part, key int) {
	felt := r.Felt()
	for i, p := range r.List() {
		if !p.Bodied() {
			continue
		}
		if i == felt {
			key = len(parts)
		}
		parts = append(parts, p)
	}
	return parts, key
}

// Span is the stretch of line between the stops of a part of a list that slides; with
// none above it there is no end to it.
func Span(parts []Part, i int) (from, to float64) {
	to = math.Inf(1)
	for k, p := range parts {
		switch {
		case !p.Stops():
		case k < i:
			from = max(from, p.At)
		case k > i:
			to = min(to, p.At)
		}
	}
	return from, to
}

// Felt is which part of the list is aimed, felt and holds the bed: the sinker or shot, where there is
// one, or the lowest of those with a bait. Under a float it is what hangs lowest.
func (r Rigging) Felt() int {
	parts := r.List()
	if !r.Floats() {
		if i := slices.IndexFunc(parts, func(p Part) bool {
			return p.What == PartSinker ||
				p.What == PartShot
		}); i >= 0 {
			return i
		}
	}
	return max(slices.IndexFunc(parts, Part.Baited), 0)
}

// Raised is how far up the line from a sinker, with no bait below it, the lowest bait is,
// m; 0 on other rigs.
func (r Rigging) Raised() float64 {
	parts := r.List()
	bait := slices.IndexFunc(parts, Part.Baited)
	if r.Floats() || bait <= 0 || parts[r.Felt()].What != PartSinker {
		return 0
	}
	return parts[bait].At - parts[r.Felt()].At
}

// Takes is the kind of part that takes the weights of the ladder.
func (r Rigging) Takes() string {
	for _, p := range r.List() {
		if p.FromLadder() {
			return p.What
		}
	}
	return PartHead
}

// Float is the float of a rig, and whether it has one.
func (r Rigging) Float() (Part, bool) {
	parts := r.List()
	i := slices.IndexFunc(parts, func(p Part) bool { return p.What == PartFloat })
	if i < 0 {
		return Part{}, false
	}
	return parts[i], true
}

// Floats is whether the bait hangs under a float.
func (r Rigging) Floats() bool {
	_, ok := r.Float()
	return ok
}

// FloatStop is how deep the bait hangs under a float, m: as far down as the float is up
// the line, or as the stop is to which that slides.
func (r Rigging) FloatStop() float64 {
	parts := r.List()
	i := slices.IndexFunc(parts, func(p Part) bool { return p.What == PartFloat })
	if i < 0 {
		return 0
	}
	if parts[i].Slides {
		if _, to := Span(parts, i); !math.IsInf(to, 1) {
			return to
		}
	}
	return parts[i].At
}

// Alone is whether a head with its bait is all there is on the line.
func (r Rigging) Alone() bool {
	return !slices.ContainsFunc(r.List(), func(p Part) bool {
		return p.What != PartHead && !p.kind().beside ||
			p.What == PartHead && p.Mass > 0
	})
}

// Hooks is how many there are on the line.
func (r Rigging) Hooks() int {
	n := 0
	for _, p := range r.List() {
		if p.Baited() || p.What == PartStinger {
			n++
		}
	}
	return n
}

// PartDescription is what can be said of a kind of part.
type PartDescription struct {
	What   string `json:"what"`
	Weighs bool   `json:"weighs"` // a weight can be given
	Ladder bool   `json:"ladder"` // without one it takes those of the ladder
	Slides bool   `json:"slides"` // the line may run through it
}

// DescribeParts describes all kinds of parts.
func DescribeParts() []PartDescription {
	var out []PartDescription
	for _, k := range partKinds {
		out = append(out, PartDescription{k.name, k.weighs, k.ladder, k.slides})
	}
	return out
}

// MostParts is how many a rig may have.
const MostParts = 16
