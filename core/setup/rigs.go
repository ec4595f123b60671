package setup

import (
	"errors"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
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

// Rig returns the rig with a head, sinker or shot of the given mass in kg, and
// all that hangs on it as one lure: its weight, spread and size in flight. A float
// is not among its bodies: it is what the others hang from.
func (s Setup) Rig(mass float64, fluid water.Fluid) (*rig.Rig, tackle.Lure, error) {
	main, err := tackle.NewLine(s.Line.Material, s.Line.Width())
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	leader, err := tackle.NewLine(s.Leader.Material, s.Leader.Diameter)
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	hung, err := s.hung(mass, fluid)
	if err != nil {
		return nil, tackle.Lure{}, err
	}
	key, whole := 0, tackle.Lure{}
	bodies := make([]rig.Body, len(hung))
	for i, h := range hung {
		bodies[i] = h.body()
		if i > 0 {
			bodies[i].At = max(bodies[i].At, bodies[i-1].At+closest)
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
func (s Setup) Afloat(r *rig.Rig, fluid water.Fluid) *rig.Rig {
	part, ok := s.Rigging.Float()
	if !ok || part.Mass <= 0 {
		return r
	}
	own := judgement.FloatMass.Number * part.Mass
	area := tackle.BallArea((own + part.Mass) / fluid.Density)
	body := rig.Body{At: part.At, WeightInWater: -water.Gravity * part.Mass, TowArea: area, FallArea: area, Mass: own}
	parts := s.Rigging.List()
	i := slices.IndexFunc(parts, func(p Part) bool { return p.What == PartFloat })
	below := 0 // bodies
	for _, p := range parts[:i] {
		if p.bodied() {
			below++
		}
	}
	if part.Slides {
		body.Slides.From, body.Slides.To = span(parts, i)
		body.At = body.Slides.From
	}
	if below > 0 {
		body.At = max(body.At, r.Bodies[below-1].At+closest)
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

// closest is how near together bodies are that are put at the same place, m.
const closest = 0.01

// hanging is a part with what it weighs and drags.
type hanging struct {
	part  Part
	span  rig.Span
	lure  tackle.Lure
	key   bool
	drawn bool // down, nose first, by what is fixed beside it
}

func (h hanging) body() rig.Body {
	return rig.Body{At: max(h.part.At, h.span.From), WeightInWater: h.lure.WeightInWater, TowArea: h.lure.TowArea, FallArea: h.lure.FallSlack,
		Mass: h.lure.Mass, Slides: h.span}
}

// hung are the bodies of the rig from the end of the line up: its parts, but for stops
// and floats, with what hangs beside each bait.
func (s Setup) hung(mass float64, fluid water.Fluid) ([]hanging, error) {
	parts, key := s.Rigging.List(), s.Rigging.Felt()
	var out []hanging
	bait := -1
	for i, p := range parts {
		lure, err := s.lureOf(parts, i, mass, fluid)
		switch {
		case err != nil:
			return nil, err
		case p.kind().beside:
			if bait >= 0 {
				out[bait].lure = out[bait].lure.With(lure)
			}
		case p.bodied():
			h := hanging{part: p, lure: lure, key: i == key}
			if p.Slides {
				h.span.From, h.span.To = span(parts, i)
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
		if h.part.What != PartHook {
			continue
		}
		for _, by := range all {
			if by.part.What != PartHook && !by.part.Slides && by.lure.WeightInWater > h.lure.WeightInWater {
				h.drawn = true
				h.lure.FallSlack, h.lure.FallTight = h.lure.FallDrawn, h.lure.FallDrawn
			}
		}
	}
}

// lureOf is what one part weighs and drags.
func (s Setup) lureOf(parts []Part, i int, mass float64, fluid water.Fluid) (tackle.Lure, error) {
	p := parts[i]
	if p.Mass > 0 {
		mass = p.Mass
	}
	switch p.What {
	case PartHead:
		head, bait := s.Tackle(mass)
		return tackle.Assemble(head, bait, fluid)
	case PartHook:
		return s.bare(fluid)
	case PartSinker, PartShot:
		return tackle.Sinker(mass, s.Head.Material, fluid)
	case PartSwivel:
		return tackle.Sinker(judgement.SwivelMass.Number, "brass", fluid)
	case PartWire: // its weight and drag across are taken to be at its end
		below := 0.0
		for _, b := range parts[:i] {
			if b.Baited() {
				below = b.At
			}
		}
		return tackle.Trace(p.At-below, fluid), nil
	case PartBlade:
		return tackle.Blade(mass, s.Head.Material, fluid), nil
	case PartStinger:
		return tackle.Stinger(s.hookBelow(parts[:i], mass), fluid), nil
	}
	return tackle.Lure{}, nil
}

// hookBelow is the size of the hook of the uppermost bait of some parts, the ladder's
// weight being mass.
func (s Setup) hookBelow(parts []Part, mass float64) string {
	for _, p := range slices.Backward(parts) {
		switch {
		case p.What == PartHook:
			return s.bareHook()
		case p.What == PartHead && p.Mass > 0:
			mass = p.Mass
			fallthrough
		case p.What == PartHead:
			head, _ := s.Tackle(mass)
			return head.Hook
		}
	}
	return s.bareHook()
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
func (s Setup) Baits(mass float64, fluid water.Fluid) ([]Baited, error) {
	hung, err := s.hung(mass, fluid)
	var out []Baited
	for i, h := range hung {
		b := Baited{Body: i, Drawn: h.drawn}
		switch {
		case h.part.What == PartHook:
			b.Head, b.Bait = s.bareTackle()
		case h.part.What == PartHead && h.part.Mass > 0:
			b.Head, b.Bait = s.Tackle(h.part.Mass)
		case h.part.What == PartHead:
			b.Head, b.Bait = s.Tackle(mass)
		default:
			continue
		}
		out = append(out, b)
	}
	return out, err
}

// bareHook is the size of a hook without a head.
func (s Setup) bareHook() string {
	if s.Head.Hook != HookAsTheyCome {
		return s.Head.Hook
	}
	return catalogue.HookFitting(s.GapWanted())
}

// bare is the bait on its hook alone.
func (s Setup) bare(fluid water.Fluid) (tackle.Lure, error) {
	head, bait := s.bareTackle()
	return tackle.Assemble(head, bait, fluid)
}

// bareTackle is a hook without a head, and its bait.
func (s Setup) bareTackle() (tackle.Head, tackle.Bait) {
	head, bait := s.Tackle(0)
	head.Weighed, head.Skirt, head.Hook = false, false, s.bareHook()
	return head, bait
}
