package setup

import (
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

// Rigs are all of them.
var Rigs = []string{SingleHead, TwoHeads, SlidingSinker, SplitShot, DropShot, FixedFloat, SlidingFloat}

// Floats is whether the bait hangs under a float.
func (r Rigging) Floats() bool { return r.Kind == FixedFloat || r.Kind == SlidingFloat }

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
	lures, err := s.lures(mass, fluid)
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	lures[s.baited()] = lures[s.baited()].With(s.trimmings(mass, fluid))
	bodies := make([]rig.Body, len(lures))
	whole := tackle.Lure{}
	for i, l := range lures {
		bodies[i] = rig.Body{At: float64(i) * s.Rigging.Gap, WeightInWater: l.WeightInWater, TowArea: l.TowArea, FallArea: l.FallSlack, Mass: l.Mass}
		whole = whole.With(l)
	}
	r, err := rig.New(bodies, leader, s.Leader.Length, main)
	if s.Rigging.Kind == SlidingSinker || s.Rigging.Kind == SplitShot {
		r.Key = 1
	}
	return &r, whole, err
}

// lures are what hangs on the line, from its end up.
func (s Setup) lures(mass float64, fluid water.Fluid) ([]tackle.Lure, error) {
	dressed := func(mass float64) (tackle.Lure, error) {
		head, bait := s.Tackle(mass)
		return tackle.Assemble(head, bait, fluid)
	}
	both := func(end, above tackle.Lure, errs ...error) ([]tackle.Lure, error) {
		for _, err := range errs {
			if err != nil {
				return nil, err
			}
		}
		return []tackle.Lure{end, above}, nil
	}
	switch s.Rigging.Kind {
	case TwoHeads:
		lower, err := dressed(mass)
		upper, errUpper := dressed(s.Rigging.Second)
		return both(lower, upper, err, errUpper)
	case SlidingSinker, SplitShot:
		bait, err := s.bare(fluid)
		sinker, errSinker := tackle.Sinker(mass, s.Head.Material, fluid)
		return both(bait, sinker, err, errSinker)
	case DropShot:
		sinker, err := tackle.Sinker(mass, s.Head.Material, fluid)
		bait, errBait := s.bare(fluid)
		return both(sinker, bait, err, errBait)
	}
	lure, err := dressed(mass)
	return []tackle.Lure{lure}, err
}

// baited is which of the lures has the bait; of two heads the lower one.
func (s Setup) baited() int {
	if s.Rigging.Kind == DropShot {
		return 1
	}
	return 0
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
