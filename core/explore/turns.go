package explore

import (
	"cmp"
	"context"
	"math"
	"slices"
	"sync"

	"dunvel/core/abreast"
	"dunvel/core/explore/known"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judgement"
	"dunvel/core/progress"
	"dunvel/core/setup"
	"dunvel/core/trial"
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
	most    float64 // no more of it is looked at; 0: any
}

var knobs = []knob{
	{"water.depth", 0.5, func(s *setup.Setup) *float64 { return &s.Water.Depth }, level, 0},
	{"flow.speed", 0.02, func(s *setup.Setup) *float64 { return &s.Flow.Speed },
		func(s setup.Setup) bool { return s.Flow.NearBed == 0 }, 0},
	{"wind.speed", 0.5, func(s *setup.Setup) *float64 { return &s.Wind.Speed }, always,
		judgement.WindFished.Number},
	{"boat.speed", 0.02, func(s *setup.Setup) *float64 { return &s.Boat.Speed },
		setup.LookupField("boat.speed").Applies, 0},
	{"swell.height", 0.1, func(s *setup.Setup) *float64 { return &s.Swell.Height },
		func(s setup.Setup) bool { return s.Swell.Height > 0 }, 0},
	{"cast.distance", 0.5, func(s *setup.Setup) *float64 { return &s.Cast.Distance },
		func(s setup.Setup) bool { return s.Cast.Distance > 0 && level(s) }, 0},
	{"line.diameter", 0.01e-3, func(s *setup.Setup) *float64 { return &s.Line.Diameter }, always, 0},
	{"leader.diameter", 0.02e-3, func(s *setup.Setup) *float64 { return &s.Leader.Diameter },
		func(s setup.Setup) bool { return s.Leader.Length > 0 }, 0},
	{"bait.length", 5e-3, func(s *setup.Setup) *float64 { return &s.Bait.Length },
		func(s setup.Setup) bool { return s.Bait.Weighed == 0 }, 0},
	{"approach.speed", 0.02, func(s *setup.Setup) *float64 { return &s.Approach.Speed },
		setup.LookupField("approach.speed").Applies, 0},
}

func always(setup.Setup) bool  { return true }
func level(s setup.Setup) bool { return s.Water.SplashDepth == 0 }

// mostTurns is how many are told, the nearest.
const mostTurns = 7

// How far and how finely a field is looked along.
const (
	strides = 5    // each twice as far as the one before
	finest  = 0.02 // share of its value to which a turn is found

	lookedShare = 0.5 // of the time of each goes into looking along, the rest into narrowing down
)

// Standing is a setup with the head that is tied on, and the other heads that were judged to find
// that out.
type Standing struct {
	search Search
	from   setup.Setup
	masses []float64 // light to heavy
	window window
}

// Stand works out how a setup stands. Errors are setup.Errors, or those of judging.
func (x Search) Stand(ctx context.Context, s setup.Setup) (*Standing, error) {
	c, err := x.Situate(s)
	if err != nil {
		return nil, err
	}
	masses := slices.Sorted(slices.Values(s.Heads))
	w, err := x.choose(ctx, c, masses, 0)
	out := &Standing{x, s, masses, w}
	if err != nil || out.plain(c) || w.Pick < 0 {
		return out, err
	}
	// Where the pick is not just the lightest, those around it may become it.
	i := slices.Index(masses, w.mass())
	more, err := w.judge(ctx, c, masses[max(i-1, 0):min(i+2, len(masses))], x.alone())
	out.window.heads = append(out.window.heads, more...)
	return out, err
}

// plain tells whether the pick is simply the lightest head that does it: no leaning, no speed to
// suit, no hook that comes on heavier heads only.
func (s *Standing) plain(c *trial.Case) bool {
	school, h := c.School(), s.window.picked()
	return h != nil && h.Verdict == judge.Does && c.Setup.Approach.Leaning == setup.Usual && !school.Swims &&
		!school.Hovers &&
		s.window.Skipped < 0 && !choose.Light(c, h.Mass)
}

// Mass is that of the head to tie on, kg; 0 where there is none.
func (s *Standing) Mass() float64 { return s.window.mass() }

// Turns finds, for each field that weighs on the choice, the nearest values above and
// below at which another head is to be tied on, or one at all where none is now. The
// nearest come first, and found is told of those there are so far. Errors are those of
// judging.
func (s *Standing) Turns(ctx context.Context, found func([]Turn)) ([]Turn, error) {
	// All fields are looked along a stride at a time, and where a pick changes within one
	// it is found out where exactly, before anything is looked at farther away.
	looks := s.looks()
	turns := []Turn{}
	for n := range strides {
		brackets := make([]*bracket, len(looks))
		part := func(share float64) float64 { return (float64(n) + share) / strides }
		done := progress.Count(progress.Part(ctx, part(0), part(lookedShare)), len(looks))
		if err := abreast.Each(len(looks), func(i int) (err error) {
			defer done()
			brackets[i], err = looks[i].stride(ctx)
			return err
		}); err != nil {
			return nil, err
		}
		brackets = slices.DeleteFunc(brackets, func(b *bracket) bool { return b == nil })
		looks = slices.DeleteFunc(looks, func(l *look) bool { return l.over })
		brackets = brackets[:min(len(brackets), mostTurns-len(turns))]
		var err error
		if turns, err = narrowed(progress.Part(ctx, part(lookedShare), part(1)), brackets, turns, found); err != nil {
			return nil, err
		}
		if len(turns) == mostTurns {
			break
		}
	}
	return turns, nil
}

// looks are those along every field that applies, to more of it and to less.
func (s *Standing) looks() (out []*look) {
	for _, k := range knobs {
		for _, sign := range []float64{1, -1} {
			if !k.applies(s.from) {
				continue
			}
			l := &look{Standing: s, knob: k, sign: sign, known: known.New(s.search.Bench, rungApart, math.Inf(1)),
				same: *k.value(&s.from), next: k.step}
			l.known.Put(l.at(l.same), s.window.heads)
			out = append(out, l)
		}
	}
	return out
}

// narrowed finds the turns within brackets and adds them to those there are, the nearest first.
func narrowed(ctx context.Context, brackets []*bracket, turns []Turn, found func([]Turn)) ([]Turn, error) {
	var mutex sync.Mutex
	done := progress.Count(ctx, len(brackets))
	err := abreast.Each(len(brackets), func(i int) error {
		defer done()
		t, err := brackets[i].narrow(ctx)
		if err != nil || t.Mass == t.Was {
			return err // looked at closely it is none
		}
		mutex.Lock()
		defer mutex.Unlock()
		turns = append(turns, t)
		slices.SortStableFunc(turns, func(a, b Turn) int {
			return cmp.Or(cmp.Compare(a.far, b.far), cmp.Compare(a.Field, b.Field), cmp.Compare(a.Value, b.Value))
		})
		found(slices.Clone(turns))
		return nil
	})
	return turns, err
}

// look searches along one field in one direction from the setup.
type look struct {
	*Standing
	knob
	sign  float64
	known *known.Heads // heads that were seen along it

	same float64 // the farthest value at which the pick was the same
	next float64 // how far off the setup the next one is that is looked at
	over bool    // there is no more to look at
}

// at is the place of a value along the look, in steps of the field.
func (l look) at(value float64) known.Site { return known.Site{value / l.step} }

// bracket holds two values of a field between which the pick changes.
type bracket struct {
	look
	same, other float64
}

// far is the distance from the setup to the bracket, in steps of the field.
func (b *bracket) far() float64 { return math.Abs(b.other-*b.value(&b.from)) / b.step }

// within is a value of the field, or the nearest that is looked at: where there is more of it already than is looked at,
// no more.
func (l *look) within(value float64) float64 {
	if l.most > 0 {
		value = min(value, max(l.most, *l.value(&l.from)))
	}
	return max(value, 0)
}

// stride looks at the next value, twice as far off as the one before, and returns a bracket if the pick
// changes up to there; nil if it does not.
func (l *look) stride(ctx context.Context) (*bracket, error) {
	other := l.within(*l.value(&l.from) + l.sign*l.next)
	if l.over = other == l.same; l.over {
		return nil, nil
	}
	stays, ok, err := l.stays(ctx, other)
	if l.over = err != nil || !ok || !stays; l.over {
		if err != nil || !ok {
			return nil, err
		}
		return &bracket{look: *l, same: l.same, other: other}, nil
	}
	l.same, l.next = other, 2*l.next
	return nil, nil
}

// rungApart is how far apart, in steps of a field, heads are taken to be of which one is e
// times as heavy.
const rungApart = 10

// mostRounds is how often a bracket is looked at again.
const mostRounds = 6

// narrow finds the turn within a bracket. It halves the bracket by heads told between those that were seen
// along the field, then judges at its far end on their own those that decide, and looks again at its near
// end. If these say otherwise, the bracket is moved and halved again, by what is known then. Where that does
// not come to an end, the turn is where one was last judged.
func (b *bracket) narrow(ctx context.Context) (Turn, error) {
	found := Turn{Was: b.Mass(), Mass: b.Mass()}
	for range mostRounds {
		if err := b.halve(ctx); err != nil {
			return Turn{}, err
		}
		mass, err := b.pick(ctx, b.other)
		if err != nil {
			return Turn{}, err
		}
		if mass == b.Mass() {
			if err := b.outward(ctx); err != nil {
				return Turn{}, err
			}
			continue
		}
		found = Turn{
			Field: b.path, Value: b.other, More: b.sign > 0, Close: b.far() < 2, Was: b.Mass(), Mass: mass, far: b.far(),
		}
		stays, _, err := b.staysBy(ctx, b.same, b.known.Seen(b.at(b.same)))
		if err != nil || stays {
			return found, err
		}
		if err := b.inward(ctx); err != nil {
			return Turn{}, err
		}
	}
	return found, nil
}

// halve halves the bracket until it is as narrow as turns are told.
func (b *bracket) halve(ctx context.Context) error {
	for math.Abs(b.other-b.same) > max(finest*b.other, b.step/25) {
		middle := (b.same + b.other) / 2
		stays, ok, err := b.stays(ctx, middle)
		if err != nil {
			return err
		}
		if ok && stays {
			b.same = middle
		} else {
			b.other = middle
		}
	}
	return nil
}

// mostMoves is how often a bracket is moved at most, each time twice as far.
const mostMoves = 6

// outward moves the bracket away from the setup while the pick at its far end is still the same.
func (b *bracket) outward(ctx context.Context) error {
	by := 2 * (b.other - b.same)
	for range mostMoves {
		b.same, b.other = b.other, b.within(b.other+by)
		if stays, ok, err := b.stays(ctx, b.other); err != nil || !ok || !stays {
			return err
		}
		by *= 2
	}
	return nil
}

// inward moves the bracket towards the setup while the pick at its near end is already another.
func (b *bracket) inward(ctx context.Context) error {
	by, stands := 2*(b.other-b.same), *b.value(&b.from)
	for range mostMoves {
		b.other = b.same
		if b.same -= by; (b.same-stands)*b.sign <= 0 {
			b.same = stands
			return nil
		}
		if stays, ok, err := b.stays(ctx, b.same); err != nil || ok && stays {
			return err
		}
		by *= 2
	}
	return nil
}

// stays tells whether the pick is still the same with the field at a value, by heads told between those that
// were seen along it; ok is false if the setup cannot be fished with that value.
func (l look) stays(ctx context.Context, value float64) (stays, ok bool, err error) {
	return l.staysBy(ctx, value, l.known.Between(l.at(value)))
}

// staysBy is stays with a way to judge heads.
func (l look) staysBy(ctx context.Context, value float64, by judge.Judging) (stays, ok bool, err error) {
	c, ok, err := l.situated(value)
	if !ok || err != nil {
		return false, false, err
	}
	if !l.plain(c) {
		w, err := l.search.chooseBy(ctx, c, l.judged(), l.Mass(), manner{by: by, anew: l.search.Bench.Judge})
		return w.mass() == l.Mass(), true, err
	}
	h, err := by(ctx, c, l.Mass())
	if err != nil || h.Verdict != judge.Does {
		return false, true, err
	}
	i := slices.Index(l.masses, l.Mass())
	if i == 0 || h.Sure < l.window.picked().Sure-harder {
		return true, true, nil
	}
	lighter, err := by(ctx, c, l.masses[i-1])
	return lighter.Verdict != judge.Does, true, err
}

// harder is by how much less likely the head that is tied on is to do it where the next lighter one, which
// does not do it where the setup stands, is not looked at.
const harder = 0.02

// judged are the masses of the heads that were judged where the setup stands.
func (l look) judged() []float64 {
	var out []float64
	for _, h := range l.window.heads {
		out = append(out, h.Mass)
	}
	slices.Sort(out)
	return out
}

// pick returns the mass of the head to tie on with the field at a value; 0 if there is none. Heads
// whose verdict the others decide are judged like known ones, those that decide on their own.
func (l look) pick(ctx context.Context, value float64) (float64, error) {
	c, ok, err := l.situated(value)
	if !ok || err != nil {
		return 0, err
	}
	by := l.known.Between(l.at(value))
	if l.plain(c) {
		return l.lightest(ctx, c, l.known.Nearly(l.at(value)), by)
	}
	// Between the head that is tied on and those that would be, it is decided by what they are here.
	settled := []float64{l.Mass()}
	for {
		w, err := l.search.chooseBy(ctx, c, l.judged(), l.Mass(), manner{by: by, anew: l.search.Bench.Judge})
		if err != nil || slices.Contains(settled, w.mass()) {
			return w.mass(), err
		}
		for _, mass := range []float64{l.Mass(), w.mass()} {
			if err := l.settle(ctx, c, value, mass); err != nil {
				return 0, err
			}
		}
		settled = append(settled, w.mass())
	}
}

// closeCall is how near to the chance that is wanted the chance of a head that was judged like
// another is, for the head to be judged on its own.
const closeCall = 0.15

// settle has a head known at a value: like others where it swims and its chance is no close call, and
// otherwise on its own.
func (l look) settle(ctx context.Context, c *trial.Case, value, mass float64) error {
	if mass == 0 {
		return nil
	}
	by := l.known.Between(l.at(value))
	h, err := by(ctx, c, mass)
	if err != nil {
		return err
	}
	if c.School().Swims && math.Abs(h.Sure-c.Setup.Approach.Sure) > closeCall {
		by = l.known.Seen(l.at(value))
	} else {
		by = l.known.Nearly(l.at(value))
	}
	_, err = by(ctx, c, mass)
	return err
}

// lightest is the lightest head that does it, from the one that is tied on now: heavier
// where that does not, and lighter where one that is does too. 0 where none does. What turns
// is judged on its own, and of the others what is a close call.
func (l look) lightest(ctx context.Context, c *trial.Case, alone, by judge.Judging) (float64, error) {
	does := func(i int, unless func(judge.Head) bool) (bool, error) {
		h, err := by(ctx, c, l.masses[i])
		if err == nil && !unless(h) {
			h, err = alone(ctx, c, l.masses[i])
		}
		return h.Verdict == judge.Does, err
	}
	clearly := func(h judge.Head) bool { return math.Abs(h.Sure-c.Setup.Approach.Sure) > closeCall }
	i := slices.Index(l.masses, l.Mass())
	ok, err := does(i, func(h judge.Head) bool { return h.Verdict == judge.Does })
	if ok {
		for unless := func(h judge.Head) bool { return h.Verdict != judge.Does }; i > 0; i-- {
			if ok, err = does(i-1, unless); err != nil || !ok {
				break
			}
			unless = clearly // a second step is seldom one
		}
		return l.masses[i], err
	}
	for ; err == nil && !ok && i+1 < len(l.masses); i++ {
		ok, err = does(i+1, clearly)
	}
	if err != nil || !ok {
		return 0, err
	}
	return l.masses[i], nil
}

// situated is the case with the field at a value; false where it cannot be fished so.
func (l look) situated(value float64) (*trial.Case, bool, error) {
	s := l.from
	*l.value(&s) = value
	c, err := l.search.Situate(s)
	ok, err := Sensible(err)
	return c, ok, err
}
