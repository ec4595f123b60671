package judge

import (
	"context"
	"math"
	"slices"
	"sync"

	"dunvel/core/judgement"
	"dunvel/core/spread"
	"dunvel/core/trial"

	"golang.org/x/sync/errgroup"
	"gonum.org/v1/gonum/floats"
)

// draws is over how many cases a probability is counted. They are the same every
// time.
const draws = 256

var sample = sync.OnceValue(func() [][]float64 { return spread.Sample(draws, len(unknowns)) })

// view looks at one head.
type view struct {
	bench Bench
	ctx   context.Context
	of    *trial.Case
	mass  float64

	thorough bool // every unknown is looked at, even where it decides nothing any more
}

// handled is what comes of the head with the simplest handling that suits, or else the
// one that suits better. other is the one that was not taken, if there is one.
func (v view) handled() (best trial.Result, other *trial.Handling, err error) {
	ways := v.of.Handlings()
	best, err = v.try(v.of, trial.Question{Handling: ways[0]})
	if err != nil || len(ways) == 1 {
		return best, nil, err
	}
	first := read(v.of, &best)
	if suits(v.of, first) {
		return best, &ways[1], nil
	}
	if v.of.School().Swims && v.stands(&best, first) == lost {
		return best, nil, nil // no hand makes up for a speed so far off
	}
	second, err := v.try(v.of, trial.Question{Handling: ways[1]})
	if err == nil && suitsBetter(v.of, read(v.of, &second), first) {
		return second, &ways[0], nil
	}
	return best, &ways[1], err
}

func (v view) try(c *trial.Case, q trial.Question) (trial.Result, error) {
	q.Mass = v.mass
	return v.bench.Try(v.ctx, c, q)
}

// phased is what comes of a head at every phase of a swell at the splash; at one where
// there is none.
type phased struct {
	results  []trial.Result
	readings []reading
}

// typical is the result whose fall is closest to the mean of them all, and its phase.
func (p phased) typical(mean reading) (trial.Result, int) {
	best := 0
	for i, r := range p.readings {
		if math.Abs(r[readTime]-mean[readTime]) < math.Abs(p.readings[best][readTime]-mean[readTime]) {
			best = i
		}
	}
	return p.results[best], best
}

// phases looks at a head at every phase of a swell, of which first is the first; at
// that alone where it is lost.
func (v view) phases(first trial.Result) (phased, error) {
	out := phased{[]trial.Result{first}, []reading{read(v.of, &first)}}
	if v.stands(&first, out.readings[0]) == lost {
		return out, nil
	}
	for phase := 1; phase < v.of.Phases(); phase++ {
		r, err := v.try(v.of, trial.Question{Handling: first.Handling, Phase: phase})
		if err != nil {
			return out, err
		}
		out.results, out.readings = append(out.results, r), append(out.readings, read(v.of, &r))
	}
	return out, nil
}

// finely is the reading of a result where a finer look may decide, which the result
// becomes then: where a wait is counted, and no swell makes more of a difference. Of a
// head that is dragged only the fall is looked at finely.
func (v view) finely(result *trial.Result, rough reading) (r reading, fine bool, err error) {
	if s := v.of.School(); s.Swims || s.Hovers || v.of.Swell() {
		return rough, false, nil
	}
	drags := v.of.Setup.Cast.Drag > 0
	finer, err := v.try(v.of, trial.Question{Handling: result.Handling, Effort: trial.Shown, FallOnly: drags})
	if err != nil || !finer.Arrived() {
		return rough, false, err
	}
	if drags {
		finer.Rest, finer.Feel = result.Rest, result.Feel
	}
	*result = finer
	return read(v.of, result), true, nil
}

func mean(all []reading) reading {
	out := make(reading, len(all[0]))
	for _, r := range all {
		floats.Add(out, r)
	}
	floats.Scale(1/float64(len(all)), out)
	return out
}

// doubts are what is not known does to a head.
type doubts struct {
	sample [][]float64
	shifts []spread.Shift
	clear  bool // they change nothing of whether it does what is asked
	some   bool // only some of what is not known was looked at
}

// certain is no doubt about anything.
var certain = &doubts{sample: [][]float64{nil}}

// mostShift bounds what an unknown may do to the logarithm of a reading, so that
// one that no longer comes down at all stays a number.
const mostShift = 1.5

// standing is how a head stands before what is not known is looked at.
type standing int

const (
	open standing = iota // what is not known decides
	safe                 // it does all that is asked, whatever that is
	lost                 // it does not, whatever that is
)

// stepsLost is how many times what a hand corrects the speed that suits a head is from
// the wanted one, where it is lost unless it does all the same.
const stepsLost = 2

// stands tells how a head stands with its musts.
func (v view) stands(h *trial.Result, r reading) standing {
	far := v.of.School().Swims && math.Abs(pace(v.of, h)) > stepsLost*math.Log(judgement.SwimHand.Number)
	if !r.arrived() || far && !meets(v.of, r) {
		return lost
	}
	out := safe
	for _, m := range musts(v.of) {
		rule := rules[m]
		bounded := rule.safe != 0 || rule.lost != 0
		switch miss := rule.miss(v.of, r, 1); {
		case bounded && miss > rule.lost:
			return lost
		case !bounded || miss > rule.safe:
			out = open
		}
	}
	return out
}

// fartherThanDrawn is beyond where any of the draws has an unknown, in standard
// deviations.
const fartherThanDrawn = 2.5

// liftedAnyway tells whether a head that is off the bed would be, were everything that
// lifts it as little as can be: then no unknown needs to be looked at alone. How far
// off it is cannot be told, for there is no push less than none.
func (v view) liftedAnyway(result trial.Result, r reading) (bool, error) {
	if !asksContact(v.of) || r.margin() > nothing || v.of.Swell() {
		return false, nil
	}
	s, t := v.of.Setup, trial.AsTaken
	for i, sd := range spreads(v.of) {
		u := unknowns[i]
		if z := -fartherThanDrawn * u.lifts; z != 0 && sd > 0 {
			u.change(&s, &t, spread.Factor(sd, z), z)
		}
	}
	moved, err := v.of.Moved(s, t)
	if err != nil {
		return false, err
	}
	best, err := v.try(moved, trial.Question{Handling: result.Handling, Near: &result})
	if err != nil || !best.Arrived() {
		return false, err
	}
	return read(moved, &best).margin() <= nothing, nil
}

// doubt looks at what each unknown does to the head: with the hand as it is, except
// where it sees what has changed. How one that is safe stands is known, and only how
// far its numbers go is not: one side of what most of that comes from is enough. In a
// swell it is so too: there the moment of the wave does more than the rest, or than which
// side of it something is on.
func (v view) doubt(result trial.Result, centre []reading, oneSided bool) (*doubts, error) {
	d := &doubts{sample: sample(), shifts: make([]spread.Shift, len(unknowns)), some: oneSided || v.of.Swell()}
	asked, early := v.asked(oneSided)
	middle := mean(centre)
	for from, to := 0, early; from < len(asked); from, to = to, min(to+together, len(asked)) {
		if from > 0 && from >= early && !oneSided && !v.thorough && d.decided(v.of, middle) {
			d.clear, d.some = true, true
			break
		}
		var work errgroup.Group
		for _, i := range asked[from:to] {
			work.Go(func() (err error) {
				d.shifts[i], err = v.shift(i, result, centre, oneSided)
				return err
			})
		}
		if err := work.Wait(); err != nil {
			return nil, err
		}
	}
	return d, nil
}

// asked are the unknowns that are looked at, by index, those first that do the most; early is
// how many those are.
func (v view) asked(oneSided bool) (asked []int, early int) {
	var late []int
	for i, sd := range spreads(v.of) {
		switch u := unknowns[i]; {
		case sd == 0 || oneSided && !u.main || v.of.Swell() && !u.main && !u.rehandle && !u.sameFall:
		case u.late:
			late = append(late, i)
		default:
			asked = append(asked, i)
		}
	}
	return append(asked, late...), len(asked)
}

// together is how many unknowns are looked at side by side before it is seen whether the
// rest is needed: as many everywhere, that a chance is the same everywhere.
const together = 2

// shift is what an unknown does to the head.
func (v view) shift(i int, result trial.Result, centre []reading, oneSided bool) (spread.Shift, error) {
	u, phase := unknowns[i], i%len(centre)
	sd := max(u.spread(v.of), 0)
	up, err := v.shifted(u, sd, spread.Reach, result, phase, centre[phase])
	if tracked := len(up) > readTrack; err != nil || oneSided || v.of.Swell() || !(tracked && u.both) && !muchOf(up) && !(asksContact(v.of) && liftsOff(centre[phase], up)) {
		return spread.Shift{Up: up}, err
	}
	down, err := v.shifted(u, sd, -spread.Reach, result, phase, centre[phase])
	if err != nil {
		return spread.Shift{}, err
	}
	evenOut(centre[phase], up, down)
	return spread.Shift{Up: up, Down: down}, nil
}

// stretched is by how much more than they are drawn unknowns are taken to be off where
// some have not been looked at: what these do is less than what the first did.
const stretched = 2

// decided tells whether a head does all that is asked in every case that is drawn, or in
// none, and where everything is as much farther off too: what has not been looked at yet
// is not needed.
func (d *doubts) decided(c *trial.Case, centre reading) bool {
	asked := musts(c)
	var at reading
	far := make([]float64, len(unknowns))
	tried, did := 0, 0
	for n := 0; n < len(d.sample); n += 2 {
		for i, z := range d.sample[n] {
			if far[i] = z; n%4 == 0 {
				far[i] = stretched * z
			}
		}
		at = spread.At(centre, d.shifts, far, at)
		if !slices.ContainsFunc(asked, func(m Must) bool { return rules[m].miss(c, at, 1) > 0 }) {
			did++
		}
		if tried++; did != 0 && did != tried {
			return false
		}
	}
	return true
}

// liftsOff tells whether a shift leaves nothing of what pushes a head on the bed.
func liftsOff(centre, shift reading) bool {
	return 1-math.Exp(centre[readLift]+shift[readLift]) <= nothing
}

// evenOut makes good what cannot be read of a side that lifts a head off the bed: how
// far off it is. It is taken to be as much as the other side presses it down.
func evenOut(centre, up, down reading) {
	switch lost, other := liftsOff(centre, up), liftsOff(centre, down); {
	case lost && !other:
		up[readLift] = max(up[readLift], -down[readLift])
	case other && !lost:
		down[readLift] = max(down[readLift], -up[readLift])
	}
}

// muchOf tells whether an unknown does so much to a reading that the other way round it
// may do something else.
func muchOf(shift reading) bool {
	const much = 0.2
	return slices.ContainsFunc(shift[:readTrack], func(by float64) bool { return math.Abs(by) > much })
}

// shifted is how the reading differs with an unknown z standard deviations from
// where it is taken to be.
func (v view) shifted(u unknown, sd, z float64, result trial.Result, phase int, centre reading) (reading, error) {
	s, t := v.of.Setup, trial.AsTaken
	u.change(&s, &t, spread.Factor(sd, z), z)
	moved, err := v.of.Moved(s, t)
	if err != nil {
		return nil, err
	}
	same := u.sameFall || !u.main && !u.rehandle && v.fallsSafely(centre)
	drags := moved.Setup.Cast.Drag > 0
	q := trial.Question{
		Handling: result.Handling, Phase: phase, Near: &result, SameFall: same && (!drags || u.fallOnly),
		FallOnly: drags && u.fallOnly && v.of.School().OnTheBed,
	}
	other, err := v.try(moved, q)
	if err != nil {
		return nil, err
	}
	r := read(moved, &other)
	if q.FallOnly {
		for _, at := range []int{readLift, readGrip, readFelt, readHeld, readWalk} {
			r[at] = centre[at]
		}
	}
	if u.rehandle && z > 0 {
		if r, err = v.rehandled(moved, q, r); err != nil {
			return nil, err
		}
	}
	subtract(r, centre)
	return r, nil
}

// ofFalls are the musts that hang on how a head falls.
var ofFalls = []Must{Steep, InTime, Told, BackSoon, BackLate, Slowly}

// fallsSafely tells whether what a head on the bed has to do as it falls is done
// whatever is not known, so that only what it does on the bed is open.
func (v view) fallsSafely(r reading) bool {
	if !v.of.School().OnTheBed || v.of.Swell() {
		return false
	}
	for _, m := range musts(v.of) {
		if slices.Contains(ofFalls, m) && rules[m].miss(v.of, r, 1) > rules[m].safe {
			return false
		}
	}
	return true
}

// rehandled is the reading with the handling chosen anew: where there is more of what
// troubles the line a rod that is up may go down. One that is down stays so, as it was
// told to be.
func (v view) rehandled(moved *trial.Case, q trial.Question, r reading) (reading, error) {
	ways := moved.Handlings()
	low := slices.IndexFunc(ways, func(h trial.Handling) bool { return h.Down })
	if q.Handling.Down || low < 0 || suits(moved, r) {
		return r, nil
	}
	q.Handling, q.Near = ways[low], nil
	down, err := v.try(moved, q)
	if err != nil {
		return nil, err
	}
	if also := read(moved, &down); suitsBetter(moved, also, r) {
		return also, nil
	}
	return r, nil
}

// subtract turns a reading into what differs from another; where one of the two
// did not arrive their tracks are said not to differ.
func subtract(r, other reading) {
	both := r.arrived() && other.arrived()
	for i := range r {
		switch {
		case i < readTrack:
			r[i] = min(max(r[i]-other[i], -mostShift), mostShift)
		case both:
			r[i] -= other[i]
		default:
			r[i] = 0
		}
	}
}
