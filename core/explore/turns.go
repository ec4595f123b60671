package explore

import (
	"cmp"
	"context"
	"math"
	"slices"

	"dunvel/core/progress"
	"dunvel/core/setup"

	"golang.org/x/sync/errgroup"
)

// Turn is a value of one field at which another head becomes the one to tie on,
// everything else staying as it is.
type Turn struct {
	Field string
	Value float64 // in the field's base unit
	More  bool    // it is above where the setup is
	Close bool    // by less than two steps of the field
	Was   float64 // kg, the head to tie on now; 0 where none does it
	Mass  float64 // kg, the head beyond it; 0 where none does it

	far float64 // how far off it is, in steps of the field
}

// knob is a field that is looked along for turns.
type knob struct {
	path    string
	step    float64 // the first step taken from where the field stands
	value   func(*setup.Setup) *float64
	applies func(setup.Setup) bool
}

var knobs = []knob{
	{"water.depth", 0.5, func(s *setup.Setup) *float64 { return &s.Water.Depth }, level},
	{"flow.speed", 0.02, func(s *setup.Setup) *float64 { return &s.Flow.Speed }, func(s setup.Setup) bool { return s.Flow.NearBed == 0 }},
	{"wind.speed", 0.5, func(s *setup.Setup) *float64 { return &s.Wind.Speed }, always},
	{"boat.speed", 0.02, func(s *setup.Setup) *float64 { return &s.Boat.Speed }, setup.LookupField("boat.speed").Applies},
	{"swell.height", 0.1, func(s *setup.Setup) *float64 { return &s.Swell.Height }, func(s setup.Setup) bool { return s.Swell.Height > 0 }},
	{"cast.distance", 0.5, func(s *setup.Setup) *float64 { return &s.Cast.Distance }, func(s setup.Setup) bool { return s.Cast.Distance > 0 && level(s) }},
	{"line.diameter", 0.01e-3, func(s *setup.Setup) *float64 { return &s.Line.Diameter }, always},
	{"leader.diameter", 0.02e-3, func(s *setup.Setup) *float64 { return &s.Leader.Diameter }, func(s setup.Setup) bool { return s.Leader.Length > 0 }},
	{"bait.length", 5e-3, func(s *setup.Setup) *float64 { return &s.Bait.Length }, func(s setup.Setup) bool { return s.Bait.Weighed == 0 }},
	{"approach.speed", 0.02, func(s *setup.Setup) *float64 { return &s.Approach.Speed }, setup.LookupField("approach.speed").Applies},
}

func always(setup.Setup) bool  { return true }
func level(s setup.Setup) bool { return s.Water.SplashDepth == 0 }

// mostTurns is how many are told, the nearest.
const mostTurns = 7

// How far and how finely a field is looked along.
const (
	strides = 5    // each twice as far as the one before
	finest  = 0.02 // share of its value to which a turn is found

	lookedShare = 0.6 // of the time goes into looking along, the rest into narrowing down
)

// Turns finds, for each field that weighs on the choice, the nearest values above and
// below at which another head is to be tied on, or one at all where none is now. The
// nearest come first. Errors are setup.Errors, or those of judging.
func (x Search) Turns(ctx context.Context, s setup.Setup) ([]Turn, error) {
	c, err := x.situate(s)
	if err != nil {
		return nil, err
	}
	masses := slices.Sorted(slices.Values(s.Heads))
	now, err := x.choose(ctx, c, masses, 0)
	if err != nil {
		return nil, err
	}
	stands := standing{search: x, from: s, masses: masses, mass: now.mass()}
	// Where it may turn is looked for along every field first, and then where exactly,
	// for the nearest.
	found := make([]*bracket, 2*len(knobs))
	done := progress.Count(progress.Part(ctx, 0, lookedShare), len(found))
	err = each(len(found), func(i int) (err error) {
		defer done()
		if k := knobs[i/2]; k.applies(s) {
			found[i], err = look{stands, k, float64(1 - i%2*2)}.along(ctx)
		}
		return err
	})
	if err != nil {
		return nil, err
	}
	found = slices.DeleteFunc(found, func(b *bracket) bool { return b == nil })
	slices.SortStableFunc(found, func(a, b *bracket) int { return cmp.Compare(a.far(), b.far()) })
	found = found[:min(len(found), mostTurns)]
	out := make([]Turn, len(found))
	done = progress.Count(progress.Part(ctx, lookedShare, 1), len(found))
	err = each(len(found), func(i int) (err error) {
		defer done()
		out[i], err = found[i].narrow(ctx)
		return err
	})
	slices.SortStableFunc(out, func(a, b Turn) int { return cmp.Compare(a.far, b.far) })
	return out, err
}

// each does something for every number from 0 up to n, two at a time: each judges its
// heads side by side.
func each(n int, do func(i int) error) error {
	var work errgroup.Group
	work.SetLimit(2)
	for i := range n {
		work.Go(func() error { return do(i) })
	}
	return work.Wait()
}

// standing is what a turn is a turn from.
type standing struct {
	search Search
	from   setup.Setup
	masses []float64 // light to heavy
	mass   float64   // to tie on, kg; 0 for none
}

// look goes along one field in one direction from what stands.
type look struct {
	standing
	knob
	sign float64
}

// bracket is where along a look the pick turns: between two values.
type bracket struct {
	look
	same, other float64
	mass        float64 // beyond it
}

// far is how far off it is, in steps of the field.
func (b *bracket) far() float64 { return math.Abs(b.other-*b.value(&b.from)) / b.step }

// along returns the first turn that comes; nil where none does.
func (l look) along(ctx context.Context) (*bracket, error) {
	same, stride := *l.value(&l.from), l.step
	for range strides {
		other := max(*l.value(&l.from)+l.sign*stride, 0)
		if other == same {
			return nil, nil
		}
		mass, ok, err := l.pickAt(ctx, other)
		if err != nil || !ok {
			return nil, err
		}
		if mass != l.mass {
			return &bracket{l, same, other, mass}, nil
		}
		same, stride = other, 2*stride
	}
	return nil, nil
}

// narrow is the turn that lies within a bracket.
func (b *bracket) narrow(ctx context.Context) (Turn, error) {
	for math.Abs(b.other-b.same) > max(finest*b.other, b.step/25) {
		middle := (b.same + b.other) / 2
		mass, ok, err := b.pickAt(ctx, middle)
		if err != nil {
			return Turn{}, err
		}
		if ok && mass == b.look.mass {
			b.same = middle
		} else {
			b.other, b.mass = middle, mass
		}
	}
	return Turn{
		Field: b.path, Value: b.other, More: b.sign > 0, Close: b.far() < 2, Was: b.look.mass, Mass: b.mass, far: b.far(),
	}, nil
}

// pickAt is which head to tie on with the field at a value, 0 for none; ok is false
// where it cannot be fished so.
func (l look) pickAt(ctx context.Context, value float64) (mass float64, ok bool, err error) {
	s := l.from
	*l.value(&s) = value
	c, err := l.search.situate(s)
	if ok, err := sensible(err); !ok || err != nil {
		return 0, false, err
	}
	w, err := l.search.choose(ctx, c, l.masses, l.mass)
	return w.mass(), true, err
}
