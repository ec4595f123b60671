package setup

import (
	"errors"
	"slices"

	"dunvel/core/rig"
	"dunvel/core/tackle"
	"dunvel/core/water"
)

// The rigs. The weights of the ladder are those of the head, and of the sinker
// or shot where there is one.
const (
	SingleHead    = "single head"
	TwoHeads      = "two heads"
	SlidingSinker = "sliding sinker"
	SplitShot     = "split shot"
	DropShot      = "drop shot"
	FixedFloat    = "fixed float"
	SlidingFloat  = "sliding float"
)

// rigKind is what sets one rig apart from the others.
type rigKind struct {
	name      string
	floats    bool // the bait hangs under a float
	slides    bool // the line runs through the float
	two       bool // something else is on the line, some way up from its end
	upperHead bool // it is a head of its own
	key       int  // which of them, from the end, is aimed and felt
	baited    int  // which of them has the bait
	lures     func(s Setup, mass float64, fluid water.Fluid) ([]tackle.Lure, error)
}

var rigKinds = []rigKind{
	{name: SingleHead, lures: oneHead},
	{name: TwoHeads, two: true, upperHead: true, lures: twoHeads}, // the bait of the lower one counts
	{name: SlidingSinker, two: true, key: 1, lures: trace},
	{name: SplitShot, two: true, key: 1, lures: trace},
	{name: DropShot, two: true, baited: 1, lures: sinkerBelow},
	{name: FixedFloat, floats: true, lures: oneHead},
	{name: SlidingFloat, floats: true, slides: true, lures: oneHead},
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

// Floats is whether the bait hangs under a float.
func (r Rigging) Floats() bool { return r.kind().floats }

// Slides is whether the line runs through that float.
func (r Rigging) Slides() bool { return r.kind().slides }

// Alone is whether a head with its bait is all there is on the line.
func (r Rigging) Alone() bool { return !r.kind().two && !r.kind().floats }

// TwoHooks is whether there are two hooks on the line.
func (r Rigging) TwoHooks() bool { return r.kind().upperHead || r.Stinger }

// Rig returns the rig with a head, sinker or shot of the given mass in kg, and
// all that hangs on it as one lure: its weight, spread and size in flight.
func (s Setup) Rig(mass float64, fluid water.Fluid) (*rig.Rig, tackle.Lure, error) {
	main, err := tackle.NewLine(s.Line.Material, s.Line.Diameter)
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	leader, err := tackle.NewLine(s.Leader.Material, s.Leader.Diameter)
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	kind := s.Rigging.kind()
	lures, err := kind.lures(s, mass, fluid)
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	lures[kind.baited] = lures[kind.baited].With(s.trimmings(mass, fluid))
	bodies := make([]rig.Body, len(lures))
	whole := tackle.Lure{}
	for i, l := range lures {
		bodies[i] = rig.Body{At: float64(i) * s.Rigging.Apart, WeightInWater: l.WeightInWater, TowArea: l.TowArea, FallArea: l.FallSlack, Mass: l.Mass}
		whole = whole.With(l)
	}
	r, err := rig.New(bodies, leader, s.Leader.Length, main)
	r.Key = kind.key
	return &r, whole, err
}

// What hangs on the line, from its end up: a head with its bait,
func oneHead(s Setup, mass float64, fluid water.Fluid) ([]tackle.Lure, error) {
	head, bait := s.Tackle(mass)
	lure, err := tackle.Assemble(head, bait, fluid)
	return []tackle.Lure{lure}, err
}

// two of them,
func twoHeads(s Setup, mass float64, fluid water.Fluid) ([]tackle.Lure, error) {
	lower, err := oneHead(s, mass, fluid)
	upper, errUpper := oneHead(s, s.Rigging.Upper, fluid)
	return append(lower, upper...), errors.Join(err, errUpper)
}

// the bait on its hook with a sinker or shot over it,
func trace(s Setup, mass float64, fluid water.Fluid) ([]tackle.Lure, error) {
	bait, err := s.bare(fluid)
	sinker, errSinker := tackle.Sinker(mass, s.Head.Material, fluid)
	return []tackle.Lure{bait, sinker}, errors.Join(err, errSinker)
}

// or with the sinker below it.
func sinkerBelow(s Setup, mass float64, fluid water.Fluid) ([]tackle.Lure, error) {
	lures, err := trace(s, mass, fluid)
	slices.Reverse(lures)
	return lures, err
}

// trimmings are what hangs beside the bait: a wire trace, whose weight and drag
// across are taken to be at its end, a blade and a stinger.
func (s Setup) trimmings(mass float64, fluid water.Fluid) tackle.Lure {
	var out tackle.Lure
	if s.Rigging.Wire > 0 {
		out = out.With(tackle.Trace(s.Rigging.Wire, fluid))
	}
	if s.Rigging.Blade {
		out = out.With(tackle.Blade(mass, s.Head.Material, fluid))
	}
	if s.Rigging.Stinger {
		out = out.With(tackle.Stinger(s.Head.Hook, fluid))
	}
	return out
}

// bare is the bait on its hook alone.
func (s Setup) bare(fluid water.Fluid) (tackle.Lure, error) {
	head, bait := s.Tackle(0)
	head.Weighed, head.Skirt = false, false
	return tackle.Assemble(head, bait, fluid)
}
