package advice

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"strconv"

	"dunvel/core/setup"
	"dunvel/core/units"

	"golang.org/x/sync/errgroup"
)

// Change is a value of one field at which another head becomes the one to tie
// on, everything else staying as it is; or, without a field, a change of
// several that makes one do it where none does.
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

// mostChanges is how many are told, the nearest.
const mostChanges = 7

// How far and how finely a field is looked along.
const (
	strides = 5     // each twice as far as the one before; one more where no head does it
	finest  = 0.015 // share of its value to which a change is found
)

// Changes finds, for each field that weighs on the choice, the nearest values
// above and below at which another head is to be tied on, or one at all where
// none is now, by search on the engine. The nearest come first, after what
// else would make one do it where none does. Errors are setup.Errors, that a
// unit is not known, or that of ctx.
func Changes(ctx context.Context, s setup.Setup, choice units.Choice) ([]Change, error) {
	at, heads, doubt, err := ladder(s, choice)
	if err != nil {
		return nil, err
	}
	now := standing{from: s, show: choice, doubt: doubt}
	now.around, now.wider, now.mass = at.around(heads)
	// Where it may turn is looked for along every field first, and then where
	// exactly, for the nearest.
	turns := make([]turn, 2*len(knobs))
	var work errgroup.Group
	work.SetLimit(2) // each look works its heads out side by side
	for i := range turns {
		if k := knobs[i/2]; k.applies(s) {
			work.Go(func() (err error) {
				turns[i], err = look{now, ctx, k, float64(1 - i%2*2)}.along()
				return err
			})
		}
	}
	if err := work.Wait(); err != nil {
		return nil, err
	}
	turns = slices.DeleteFunc(turns, func(t turn) bool { return t.look.ctx == nil })
	slices.SortStableFunc(turns, func(a, b turn) int { return cmp.Compare(a.far(), b.far()) })
	turns = turns[:min(len(turns), mostChanges)]
	found := make([]*Change, len(turns))
	for i, t := range turns {
		work.Go(func() (err error) {
			found[i], err = t.narrow()
			return err
		})
	}
	if err := work.Wait(); err != nil {
		return nil, err
	}
	out := []Change{}
	if now.mass == 0 {
		if out, err = at.remedy(ctx, at.closest(heads)); err != nil {
			return nil, err
		}
	}
	for _, c := range found {
		if c != nil {
			out = append(out, *c)
		}
	}
	slices.SortStableFunc(out, func(a, b Change) int { return cmp.Compare(a.far, b.far) }) // remedies have no way to go
	return out, nil
}

// turn is where along a look the pick turns, between two values; its look has
// no context where there is none.
type turn struct {
	look
	same, other float64
}

// far is how far off it is, in steps of the field.
func (t turn) far() float64 { return math.Abs(t.other-*t.value(&t.from)) / t.step }

// around returns the masses of the heads that decide whether the pick stays
// the pick, those a little further around it, and its mass; 0 where there is
// none, with those around the closest.
func (at *situation) around(heads []Head) (around, wider []float64, mass float64) {
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
	for _, h := range heads[max(min(least, pick)-3, 0):min(pick+4, len(heads))] {
		wider = append(wider, h.Mass)
	}
	return around, wider, mass
}

// standing is what a change is a change from.
type standing struct {
	from   setup.Setup
	show   units.Choice
	around []float64 // masses that decide
	wider  []float64 // those that the answer is asked for with
	mass   float64   // to tie on, kg; 0 for none
	doubt  *doubts
}

// look goes along one field in one direction from what stands.
type look struct {
	standing
	ctx context.Context
	knob
	sign float64
}

// along returns the first turn that comes, if any.
func (l look) along() (turn, error) {
	same, stride := *l.value(&l.from), l.step
	reach := strides
	if l.mass == 0 {
		reach++
	}
	for range reach {
		other := max(*l.value(&l.from)+l.sign*stride, 0)
		if other == same {
			return turn{}, nil
		}
		mass, sensible, err := l.pickAt(other, l.around)
		if err != nil || !sensible {
			return turn{}, err
		}
		if mass != l.mass {
			return turn{l, same, other}, nil
		}
		same, stride = other, 2*stride
	}
	return turn{}, nil
}

// narrow is the change that lies at a turn.
func (t turn) narrow() (*Change, error) {
	var err error
	if _, t.doubt, err = t.answerAt((t.same + t.other) / 2); err != nil {
		return nil, err
	}
	for math.Abs(t.other-t.same) > max(finest*t.other, t.step/50) {
		middle := (t.same + t.other) / 2
		mass, _, err := t.pickAt(middle, t.around)
		if err != nil {
			return nil, err
		}
		if mass != t.mass {
			t.other = middle
		} else {
			t.same = middle
		}
	}
	return t.settle(t.other)
}

// settle moves a change to where the answer itself turns, as what was looked at
// so far is a little coarser: out from there until there is an answer on either
// side, and then in between. It is nil where the answer does not turn near by.
func (l look) settle(value float64) (*Change, error) {
	const tries = 12
	stood := *l.value(&l.from)
	step := l.sign * max(finest*value, l.step/50)
	same, other, mass := stood, math.Inf(1), 0.0
	for range tries {
		now, _, err := l.answerAt(value)
		if err != nil {
			return nil, err
		}
		if now != l.mass {
			other, mass = value, now
		} else {
			same = value
		}
		switch found := !math.IsInf(other, 1); {
		case !found:
			value += step
		case same == stood:
			value = max((value-step)*l.sign, stood*l.sign) * l.sign // not beyond where it stands
		case math.Abs(other-same) <= max(finest*other, l.step/50)*1.01:
			c := &Change{Field: l.path, Value: other, Mass: mass, far: math.Abs(other-stood) / l.step}
			c.Words = l.words(c)
			return c, nil
		default:
			value = (same + other) / 2
			continue
		}
		step *= 2
	}
	return nil, nil
}

// answerAt is which head to tie on with the field at value, as it is answered,
// and the doubts there.
func (l look) answerAt(value float64) (mass float64, doubt *doubts, err error) {
	if err := l.ctx.Err(); err != nil {
		return 0, nil, err
	}
	s := l.from
	*l.value(&s), s.Heads = max(value, 0), l.wider
	at, heads, doubt, err := ladder(s, l.show)
	if err != nil {
		return l.mass, l.doubt, nil // it cannot be fished so there
	}
	if _, pick := at.pick(heads); pick >= 0 {
		mass = heads[pick].Mass
	}
	return mass, doubt, nil
}

// pickAt returns which of the masses to tie on with the field at value, 0 for
// none, and whether that value makes sense at all. It looks more coarsely than
// the answer does.
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
	at.coarsely()
	heads, err := at.heads(masses)
	if err != nil {
		return 0, false, err
	}
	// A little way off the unknowns do what they do here, as long as they are
	// the same.
	doubt := l.doubt
	if !slices.Equal(doubt.of, which(s)) {
		if doubt, err = at.doubt(middle(doubt.masses), fewerPoints); err != nil {
			return 0, false, err
		}
	}
	at.judgeAll(heads, doubt)
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
