package advice

import (
	"context"
	"fmt"
	"math"
	"sort"
	"strconv"

	"dunvel/core/setup"
	"dunvel/core/units"

	"golang.org/x/sync/errgroup"
)

// Change is a value of one field at which another head becomes the one to tie
// on, everything else staying as it is.
type Change struct {
	Field string  `json:"field"` // path in the setup
	Value float64 `json:"value"` // in the field's base unit
	Mass  float64 `json:"mass"`  // kg, the head beyond it; 0 where none does it
	Words string  `json:"words"`

	far float64 // how far off it is, in steps of the field
}

// knob is a field that is looked along for changes.
type knob struct {
	path, noun, measure string
	step                float64 // the first step taken from where the field stands
	value               func(*setup.Setup) *float64
	applies             func(setup.Setup) bool
}

var knobs = []knob{
	{"water.depth", "the depth", "depth", 0.5, func(s *setup.Setup) *float64 { return &s.Water.Depth }, level},
	{"flow.speed", "the current", "speed", 0.02, func(s *setup.Setup) *float64 { return &s.Flow.Speed }, func(s setup.Setup) bool { return s.Flow.NearBed == 0 }},
	{"wind.speed", "the wind", "wind", 0.5, func(s *setup.Setup) *float64 { return &s.Wind.Speed }, always},
	{"boat.speed", "the drift", "speed", 0.02, func(s *setup.Setup) *float64 { return &s.Boat.Speed }, func(s setup.Setup) bool {
		return s.Boat.Measured && s.Boat.Kind != "bank" && s.Boat.Kind != "anchored"
	}},
	{"cast.distance", "the cast", "depth", 0.5, func(s *setup.Setup) *float64 { return &s.Cast.Distance }, func(s setup.Setup) bool { return s.Cast.Distance > 0 && level(s) }},
	{"line.diameter", "the line", "diameter", 0.01e-3, func(s *setup.Setup) *float64 { return &s.Line.Diameter }, always},
	{"leader.diameter", "the leader", "diameter", 0.02e-3, func(s *setup.Setup) *float64 { return &s.Leader.Diameter }, func(s setup.Setup) bool { return s.Leader.Length > 0 }},
	{"bait.length", "the bait", "size", 5e-3, func(s *setup.Setup) *float64 { return &s.Bait.Length }, func(s setup.Setup) bool { return s.Bait.Weighed == 0 }},
	{"approach.speed", "the reeling", "speed", 0.02, func(s *setup.Setup) *float64 { return &s.Approach.Speed }, func(s setup.Setup) bool { return s.Approach.Kind == setup.Swim }},
}

func always(setup.Setup) bool  { return true }
func level(s setup.Setup) bool { return s.Water.SplashDepth == 0 }

// How far and how finely a field is looked along.
const (
	strides = 5    // each twice as far as the one before; one more where no head does it
	finest  = 0.01 // share of its value to which a change is found
)

// Changes finds, for each field that weighs on the choice, the nearest values
// above and below at which another head is to be tied on, or one at all where
// none is now, by search on the engine. The nearest come first. Errors are
// setup.Errors, that a unit is not known, or that of ctx.
func Changes(ctx context.Context, s setup.Setup, choice units.Choice) ([]Change, error) {
	at, heads, err := ladder(s, choice)
	if err != nil {
		return nil, err
	}
	now := standing{from: s, show: choice}
	now.around, now.mass = at.deciding(heads)
	found := make([]*Change, 2*len(knobs))
	var work errgroup.Group
	work.SetLimit(2) // each look works its heads out side by side
	for i := range found {
		if k := knobs[i/2]; k.applies(s) {
			work.Go(func() (err error) {
				found[i], err = look{now, ctx, k, float64(1 - i%2*2)}.along()
				return err
			})
		}
	}
	if err := work.Wait(); err != nil {
		return nil, err
	}
	out := []Change{}
	for _, c := range found {
		if c != nil {
			out = append(out, *c)
		}
	}
	sort.SliceStable(out, func(i, j int) bool { return out[i].far < out[j].far })
	return out, nil
}

// deciding returns the masses of the heads that decide whether the pick stays
// the pick, and its mass; 0 where there is none, with those around the closest.
func (at *situation) deciding(heads []Head) (around []float64, mass float64) {
	least, pick := at.pick(heads)
	if pick >= 0 {
		mass = heads[pick].Mass
	} else {
		pick = at.closest(heads)
		least = pick
	}
	for _, h := range heads[max(min(least, pick)-1, 0):min(pick+2, len(heads))] {
		around = append(around, h.Mass)
	}
	return around, mass
}

// standing is what a change is a change from.
type standing struct {
	from   setup.Setup
	show   units.Choice
	around []float64 // masses that decide
	mass   float64   // to tie on, kg; 0 for none
}

// look goes along one field in one direction from what stands.
type look struct {
	standing
	ctx context.Context
	knob
	sign float64
}

// along returns the first change that comes, or nil.
func (l look) along() (*Change, error) {
	same, stride := *l.value(&l.from), l.step
	reach := strides
	if l.mass == 0 {
		reach++
	}
	for range reach {
		other := max(*l.value(&l.from)+l.sign*stride, 0)
		if other == same {
			return nil, nil
		}
		mass, sensible, err := l.pickAt(other, l.around)
		if err != nil || !sensible {
			return nil, err
		}
		if mass != l.mass {
			return l.between(same, other)
		}
		same, stride = other, 2*stride
	}
	return nil, nil
}

// between narrows a change down that lies between two values.
func (l look) between(same, other float64) (*Change, error) {
	for math.Abs(other-same) > max(finest*other, l.step/50) {
		middle := (same + other) / 2
		mass, _, err := l.pickAt(middle, l.around)
		if err != nil {
			return nil, err
		}
		if mass != l.mass {
			other = middle
		} else {
			same = middle
		}
	}
	mass, _, err := l.pickAt(other, l.from.Heads)
	if err != nil || mass == l.mass {
		return nil, err // a head far off in the ladder took its place
	}
	c := &Change{Field: l.path, Value: other, Mass: mass, far: math.Abs(other-*l.value(&l.from)) / l.step}
	c.Words = l.words(c)
	return c, nil
}

// pickAt returns which of the masses to tie on with the field at value, 0 for
// none, and whether that value makes sense at all.
func (l look) pickAt(value float64, masses []float64) (mass float64, sensible bool, err error) {
	if err := l.ctx.Err(); err != nil {
		return 0, false, err
	}
	s := l.from
	*l.value(&s) = value
	at, err := situate(s, l.show)
	if err != nil {
		return 0, false, nil
	}
	heads, err := at.heads(masses)
	if err != nil {
		return 0, false, err
	}
	if _, pick := at.pick(heads); pick >= 0 {
		mass = heads[pick].Mass
	}
	return mass, true, nil
}

// words says what a change comes to.
func (l look) words(c *Change) string {
	side := "over"
	if l.sign < 0 {
		side = "under"
	}
	when := fmt.Sprintf("when %s is %s %s.", l.noun, side, l.about(c))
	mass := l.show.Show("mass", c.Mass)
	switch {
	case c.Mass == 0:
		return "None of these heads does it " + when
	case l.mass == 0:
		return mass + " does it " + when
	case c.Mass > l.mass:
		return "Go up to " + mass + " " + when
	}
	return "Go down to " + mass + " " + when
}

// about is the value of a change to two figures, or three where two may be no
// more than what stands there now.
func (l look) about(c *Change) string {
	unit, digits := l.show.Unit(l.measure), 2
	if c.far < 2 {
		digits = 3
	}
	rounded, _ := strconv.ParseFloat(strconv.FormatFloat(unit.FromBase(c.Value), 'g', digits, 64), 64)
	return strconv.FormatFloat(rounded, 'f', -1, 64) + " " + unit.Symbol
}
