package model

import (
	"errors"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/rig"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/water"
)

// Rig returns the rig with a head, sinker or shot of the given mass in kg, and
// all that hangs on it as one lure: its weight, spread and size in flight. A float
// is not among its bodies: it is what the others hang from.
func Rig(s setup.Setup, mass float64, fluid water.Fluid) (*rig.Rig, tackle.Lure, error) {
	main, err := tackle.NewLine(s.Line.Material, s.Line.Width())
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	leader, err := tackle.NewLine(s.Leader.Material, s.Leader.Diameter)
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	hung, err := hung(s, mass, fluid)
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	key, whole := 0, tackle.Lure{}
	bodies := make([]rig.Body, len(hung))
	for i, h := range hung {
		bodies[i] = h.body()
		if i > 0 {
			bodies[i].At = max(bodies[i].At, bodies[i-1].At+rigging.Closest)
		}
		if h.key {
			key = i
		}
		whole = whole.With(h.lure)
	}
	r, err := rig.New(bodies, leader, s.Leader.Length, main)
	r.Key = key
	return &r, whole, err
}

// Afloat is the rig of Rig with the float of the setup among its bodies; the same rig
// where there is none. The float is half as heavy as what it carries (judgement), and
// drags like a ball of what it displaces.
func Afloat(s setup.Setup, r *rig.Rig, fluid water.Fluid) *rig.Rig {
	part, ok := s.Rigging.Float()
	if !ok || part.Mass <= 0 {
		return r
	}
	own := judgement.FloatMass.Number * part.Mass
	area := tackle.BallArea((own + part.Mass) / fluid.Density)
	body := rig.Body{At: part.At, WeightInWater: -water.Gravity * part.Mass, TowArea: area, FallArea: area, Mass: own}
	parts := s.Rigging.List()
	i := slices.IndexFunc(parts, func(p rigging.Part) bool { return p.What == rigging.PartFloat })
	below := 0 // bodies
	for _, p := range parts[:i] {
		if p.Bodied() {
			below++
		}
	}
	if part.Slides {
		body.Slides.From, body.Slides.To = rigging.Span(parts, i)
		body.At = body.Slides.From
	}
	if below > 0 {
		body.At = max(body.At, r.Bodies[below-1].At+rigging.Closest)
	}
	if part.Slides {
		body.Slides.From = body.At
	}
	out := *r
	if out.Bodies = slices.Insert(slices.Clone(r.Bodies), below, body); below <= out.Key {
		out.Key++
	}
	return &out
}

// hanging is a part with what it weighs and drags.
type hanging struct {
	part  rigging.Part
	span  rig.Span
	lure  tackle.Lure
	key   bool
	drawn bool // down, nose first, by what is fixed beside it
}

func (h hanging) body() rig.Body {
	return rig.Body{At: max(h.part.At, h.span.From), WeightInWater: h.lure.WeightInWater, TowArea: h.lure.TowArea,
		FallArea: h.lure.FallSlack,
		Mass:     h.lure.Mass, Slides: h.span}
}

// hung are the bodies of the rig from the end of the line up: its parts, but for stops
// and floats, with what hangs beside each bait.
func hung(s setup.Setup, mass float64, fluid water.Fluid) ([]hanging, error) {
	parts, key := s.Rigging.List(), s.Rigging.Felt()
	var out []hanging
	bait := -1
	for i, p := range parts {
		lure, err := lureOf(s, parts, i, mass, fluid)
		switch {
		case err != nil:
			return nil, err
		case p.Beside():
			if bait >= 0 {
				out[bait].lure = out[bait].lure.With(lure)
			}
		case p.Bodied():
			h := hanging{part: p, lure: lure, key: i == key}
			if p.Slides {
				h.span.From, h.span.To = rigging.Span(parts, i)
			}
			if p.Baited() {
				bait = len(out)
			}
			out = append(out, h)
		}
	}
	if len(out) == 0 {
		return nil, errors.New("setup: nothing hangs on the line")
	}
	drawnDown(out)
	return out, nil
}

// drawnDown has baits on bare hooks come down nose first behind what is fixed to the line
// beside them and draws them down, if it is heavier than they. What slides lets them fall by
// themselves.
func drawnDown(all []hanging) {
	for i := range all {
		h := &all[i]
		if h.part.What != rigging.PartHook {
			continue
		}
		for _, by := range all {
			if by.part.What != rigging.PartHook && !by.part.Slides && by.lure.WeightInWater > h.lure.WeightInWater {
				h.drawn = true
				h.lure.FallSlack, h.lure.FallTight = h.lure.FallDrawn, h.lure.FallDrawn
			}
		}
	}
}

// lureOf is what one part weighs and drags.
func lureOf(s setup.Setup, parts []rigging.Part, i int, mass float64, fluid water.Fluid) (tackle.Lure, error) {
	p := parts[i]
	if p.Mass > 0 {
		mass = p.Mass
	}
	switch p.What {
	case rigging.PartHead:
		head, bait := Tackle(s, mass)
		return tackle.Assemble(head, bait, fluid)
	case rigging.PartHook:
		return bare(s, fluid)
	case rigging.PartSinker, rigging.PartShot:
		return tackle.Sinker(mass, s.Head.Material, fluid)
	case rigging.PartSwivel:
		return tackle.Sinker(judgement.SwivelMass.Number, "brass", fluid)
	case rigging.PartWire: // its weight and drag across are taken to be at its end
		below := 0.0
		for _, b := range parts[:i] {
			if b.Baited() {
				below = b.At
			}
		}
		return tackle.Trace(p.At-below, fluid), nil
	case rigging.PartBlade:
		return tackle.Blade(mass, s.Head.Material, fluid), nil
	case rigging.PartStinger:
		return tackle.Stinger(hookBelow(s, parts[:i], mass), fluid), nil
	}
	return tackle.Lure{}, nil
}

// hookBelow is the size of the hook of the uppermost bait of some parts, the ladder's
// weight being mass.
func hookBelow(s setup.Setup, parts []rigging.Part, mass float64) string {
	for _, p := range slices.Backward(parts) {
		switch {
		case p.What == rigging.PartHook:
			return bareHook(s)
		case p.What == rigging.PartHead && p.Mass > 0:
			mass = p.Mass
			fallthrough
		case p.What == rigging.PartHead:
			head, _ := Tackle(s, mass)
			return head.Hook
		}
	}
	return bareHook(s)
}

// Baited is a bait of a rig.
type Baited struct {
	Body  int  // which of the bodies of Rig it is
	Drawn bool // it comes down nose first, drawn by what is fixed beside it
	Head  tackle.Head
	Bait  tackle.Bait
}

// Baits are the baits of the rig from the end of the line up, with the heads they are on, a
// head, sinker or shot of the ladder having a mass in kg.
func Baits(s setup.Setup, mass float64, fluid water.Fluid) ([]Baited, error) {
	hung, err := hung(s, mass, fluid)
	var out []Baited
	for i, h := range hung {
		b := Baited{Body: i, Drawn: h.drawn}
		switch {
		case h.part.What == rigging.PartHook:
			b.Head, b.Bait = bareTackle(s)
		case h.part.What == rigging.PartHead && h.part.Mass > 0:
			b.Head, b.Bait = Tackle(s, h.part.Mass)
		case h.part.What == rigging.PartHead:
			b.Head, b.Bait = Tackle(s, mass)
		default:
			continue
		}
		out = append(out, b)
	}
	return out, err
}

// bareHook is the size of a hook without a head.
func bareHook(s setup.Setup) string {
	if s.Head.Hook != setup.HookAsTheyCome {
		return s.Head.Hook
	}
	return catalogue.HookFitting(GapWanted(s))
}

// bare is the bait on its hook alone.
func bare(s setup.Setup, fluid water.Fluid) (tackle.Lure, error) {
	head, bait := bareTackle(s)
	return tackle.Assemble(head, bait, fluid)
}

// bareTackle is a hook without a head, and its bait.
func bareTackle(s setup.Setup) (tackle.Head, tackle.Bait) {
	head, bait := Tackle(s, 0)
	head.Weighed, head.Skirt, head.Hook = false, false, bareHook(s)
	return head, bait
}
