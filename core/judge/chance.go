package judge

import (
	"context"
	"math"
	"slices"
	"sync"

	"dunvel/core/abreast"
	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"

	"gonum.org/v1/gonum/floats"
)

// draws is the number of cases that a probability is counted over. They are the same every time.
const draws = 256

var (
	// sample is one half of them; the others are its mirror images.
	sample = sync.OnceValue(func() [][]float64 { return spread.Sample(draws, len(unknowns))[:draws/2] })
	all    = sync.OnceValue(func() *spread.Draws { return spread.Draw(sample()) })
)

// view looks at one head.
type view struct {
	bench Bench
	ctx   context.Context
	of    *trial.Case
	mass  float64

	brisk    bool          // another handling is judged by what the unknowns did with the first
	thorough bool          // every unknown is looked at, even where it decides nothing any more
	apart    musts.Reading // as that of Head
}

// unheld is a handling that was not chosen.
type unheld struct {
	trial.Handling
	result  *trial.Result // nil where it was not tried
	unpaced bool          // of what swims the speed that suits it, which is looked for longest, is still to be asked for
}

// handled tries the simplest handling first. If it suits, or no other exists, its result is
// returned; otherwise the better of the two. other is the handling that was not chosen, nil if
// there is only one. Waves, which take long to watch, are left out where they can only tell the same.
func (v view) handled() (best trial.Result, other *unheld, err error) {
	ways, waves := v.of.Handlings(), trial.Watched
	if len(ways) > 1 {
		waves = trial.Unwatched
	}
	first, err := v.try(v.of, trial.Question{Handling: ways[0], Waves: waves})
	if err != nil || len(ways) == 1 {
		return first, nil, err
	}
	if musts.Suits(v.of, musts.Read(v.of, &first)) {
		if first, err = v.watched(v.of, first); err != nil {
			return first, nil, err
		}
	}
	reading := musts.Read(v.of, &first)
	if !first.Unwatched() && musts.Suits(v.of, reading) {
		return first, &unheld{Handling: ways[1]}, nil
	}
	if v.of.School().Swims && v.stands(&first, reading) == lost {
		return first, nil, nil // no hand makes up for a speed so far off
	}
	q := trial.Question{Handling: ways[1], Waves: trial.Unwatched}
	swims := v.of.School().Swims
	if swims {
		q.Near = &trial.Result{} // without the speed that suits it
	}
	second, err := v.try(v.of, q)
	if err != nil {
		return first, nil, err
	}
	if best, other, err = v.better(first, second); err != nil || !swims {
		return best, other, err
	}
	if other.unpaced = best.Handling == first.Handling; !other.unpaced {
		q.Near = nil
		best, err = v.try(v.of, q)
	}
	return best, other, err
}

// better is the better of two handlings of a head, which is watched, and the other.
func (v view) better(first, second trial.Result) (best trial.Result, other *unheld, err error) {
	secondIs := func() bool {
		return musts.SuitsBetter(v.of, musts.Read(v.of, &second), musts.Read(v.of, &first))
	}
	// Waves make neither any better: one that is watched and better than the other unwatched is better.
	if secondIs() {
		if second, err = v.watched(v.of, second); err != nil || secondIs() {
			return second, &unheld{Handling: first.Handling, result: &first}, err
		}
	}
	if first, err = v.watched(v.of, first); err != nil || !secondIs() {
		return first, &unheld{Handling: second.Handling, result: &second}, err
	}
	second, err = v.watched(v.of, second)
	if err == nil && secondIs() {
		return second, &unheld{Handling: first.Handling, result: &first}, nil
	}
	return first, &unheld{Handling: second.Handling, result: &second}, err
}

// comes is what comes of the head held so.
func (o *unheld) comes(v view) (trial.Result, error) {
	if o.result != nil && !o.unpaced {
		return *o.result, nil
	}
	return v.try(v.of, trial.Question{Handling: o.Handling, Waves: trial.Unwatched})
}

// asFarApart is what is read of the head held otherwise, less what is read of it as it is held; nil where one of them has
// no track that the other has.
func (v view) asFarApart(otherwise, held *trial.Result) musts.Reading {
	out, as := musts.Read(v.of, otherwise), musts.Read(v.of, held)
	if len(out) != len(as) {
		return nil
	}
	if otherwise.Unwatched() || held.Unwatched() {
		out.InWavesAs(as)
	}
	floats.Sub(out, as)
	return out
}

// watched is what comes of a head with what waves do to it.
func (v view) watched(c *trial.Case, r trial.Result) (trial.Result, error) {
	if !r.Unwatched() {
		return r, nil
	}
	return v.try(c, trial.Question{Handling: r.Handling, Watch: &r})
}

func (v view) try(c *trial.Case, q trial.Question) (trial.Result, error) {
	q.Mass = v.mass
	return v.bench.Try(v.ctx, c, q)
}

// phased holds one result and reading for each phase of the swell at the moment of the splash.
// Without a swell it holds one.
type phased struct {
	results  []trial.Result
	readings []musts.Reading
}

// steady tells whether waves move the head at no phase, whatever is not known.
func (p phased) steady() bool {
	return !slices.ContainsFunc(p.results, func(r trial.Result) bool { return !r.Rest.Steady })
}

// typical returns the result whose fall takes closest to the mean time, with its phase: the first of those that are as
// close, as two are of which it is the mean.
func (p phased) typical(mean musts.Reading) (trial.Result, int) {
	const asClose = 1e-9
	off := func(i int) float64 { return math.Abs(p.readings[i][musts.ReadTime] - mean[musts.ReadTime]) }
	best := 0
	for i := range p.readings {
		if off(i) < off(best)-asClose {
			best = i
		}
	}
	return p.results[best], best
}

// phases tries the head at every phase of the swell; first is the result at phase 0. A head that
// already fails at phase 0 is not tried at the others, and one that waves leave alone is not watched there.
func (v view) phases(first trial.Result) (phased, error) {
	out := phased{[]trial.Result{first}, []musts.Reading{musts.Read(v.of, &first)}}
	if v.stands(&first, out.readings[0]) == lost {
		return out, nil
	}
	waves := trial.Watched
	if v.of.Setup.Cast.Drag == 0 && !first.Unwatched() && first.Rest.LeftAlone() {
		waves = trial.AsBefore
	}
	for phase := 1; phase < v.of.Phases(); phase++ {
		r, err := v.try(v.of, trial.Question{Handling: first.Handling, Phase: phase, Waves: waves})
		if err != nil {
			return out, err
		}
		if waves == trial.AsBefore {
			r.Rest.Held, r.Rest.Walk, r.Rest.Steady = first.Rest.Held, first.Rest.Walk, first.Rest.Steady
		}
		out.results, out.readings = append(out.results, r), append(out.readings, musts.Read(v.of, &r))
	}
	return out, nil
}

// finely runs the head again with more effort than it was judged with, replaces *result by that
// run and returns its reading. It does so where seconds matter and a swell does not blur
// them: not for retrieves, hovers and swells. Of a head that is dragged only the fall is run anew.
// ran is false where nothing was.
func (v view) finely(effort trial.Effort, result *trial.Result, rough musts.Reading) (r musts.Reading, ran bool, err error) {
	if s := v.of.School(); s.Swims || s.Hovers || v.of.Swell() {
		return rough, false, nil
	}
	drags := v.of.Setup.Cast.Drag > 0
	finer, err := v.try(v.of, trial.Question{Handling: result.Handling, Effort: effort, FallOnly: drags,
		Near: result})
	if err != nil || !finer.Arrived() {
		return rough, false, err
	}
	if drags {
		finer.Rest, finer.Feel = result.Rest, result.Feel
	}
	*result = finer
	return musts.Read(v.of, result), true, nil
}

func mean(all []musts.Reading) musts.Reading {
	out := make(musts.Reading, len(all[0]))
	for _, r := range all {
		floats.Add(out, r)
	}
	floats.Scale(1/float64(len(all)), out)
	return out
}

// doubts describe how the unknowns move the reading of a head.
type doubts struct {
	draws  *spread.Draws  // of all unknowns
	shifts []spread.Shift // how the reading moves with each unknown
	clear  bool           // the verdict is the same in every draw
	some   bool           // only some of the unknowns were looked at

	once  sync.Once
	moved *spread.Moved // what the shifts do in the draws
}

// drawn are the readings of a head in the draws. What moves them is worked out once for all heads that are judged by
// these doubts.
func (d *doubts) drawn(centre musts.Reading) musts.Drawn {
	d.once.Do(func() { d.moved = d.draws.Moved(d.shifts) })
	return musts.Drawn{Centre: centre, Moved: d.moved}
}

// certain is a draw in which every unknown is as assumed, and so is its mirror image.
var certain = &doubts{draws: spread.Draw([][]float64{nil})}

// mostShift limits the change of a reading (a logarithm) by one unknown, so that a head which no
// longer reaches the bed still yields a finite number.
const mostShift = 1.5

// standing is what can be said of a head before any unknown is looked at.
type standing int

const (
	open standing = iota // the unknowns decide
	safe                 // it meets every must by so much that no unknown changes that
	lost                 // it misses one by so much that no unknown changes that
)

// stepsLost: a head swims best at some speed. If that is more than this many corrections of the
// hand (judgement.SwimHand) from the wanted speed, the head is lost, unless it meets all musts.
const stepsLost = 2

// stands compares the misses of a head with the bounds beyond which no unknown matters.
func (v view) stands(h *trial.Result, r musts.Reading) standing {
	far := v.of.School().Swims && math.Abs(musts.Pace(v.of, h)) > stepsLost*math.Log(judgement.SwimHand.Number)
	if !r.Arrived() || far && !musts.Meets(v.of, r) {
		return lost
	}
	out := safe
	for _, m := range musts.In(v.of) {
		rule := musts.Of(m)
		bounded := rule.Safe != 0 || rule.Lost != 0
		switch miss := rule.Miss(v.of, r, 1); {
		case bounded && miss > rule.Lost:
			return lost
		case !bounded || miss > rule.Safe:
			out = open
		}
	}
	return out
}

// fartherThanDrawn is more standard deviations than any draw has.
const fartherThanDrawn = 2.5

// liftedAnyway tells whether a head that is lifted off the bed stays off it even with every
// unknown at its most favourable. Then no unknown needs a look of its own.
func (v view) liftedAnyway(result trial.Result, r musts.Reading) (bool, error) {
	if !musts.AsksContact(v.of) || r.Margin() > musts.Nothing || v.of.Swell() {
		return false, nil
	}
	s, t := v.of.Setup, stage.AsTaken
	for i, sd := range spreads(v.of) {
		u := &unknowns[i]
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
	return musts.Read(moved, &best).Margin() <= musts.Nothing, nil
}

// doubt tries the head with each unknown moved, the hand staying as it is except where it would
// see the change. Of a safe head only the ranges of its numbers are still wanted, so the main
// unknowns, moved to one side, are enough (oneSided). In a swell one side is enough of most.
func (v view) doubt(centre phased, oneSided bool) (*doubts, error) {
	d := &doubts{draws: all(), shifts: make([]spread.Shift, len(unknowns)), some: oneSided || v.of.Swell()}
	asked, early := v.asked(oneSided)
	middle := mean(centre.readings)
	for from, to := 0, early; from < len(asked); from, to = to, min(to+together, len(asked)) {
		if from > 0 && from >= early && !oneSided && !v.thorough && d.decided(v.of, middle) {
			d.clear, d.some = true, true
			break
		}
		now := asked[from:to]
		err := abreast.Each(len(now), func(n int) (err error) {
			d.shifts[now[n]], err = v.shift(now[n], centre, oneSided)
			return err
		})
		if err != nil {
			return nil, err
		}
	}
	for i, sd := range spreads(v.of) {
		if u := &unknowns[i]; sd > 0 && d.shifts[i].Up == nil && u.falls != nil {
			d.shifts[i].Up = make(musts.Reading, len(middle))
			u.thought(v.of, v.mass, sd, spread.Reach, d.shifts[i].Up)
		}
	}
	return d, nil
}

// asked returns the indices of the unknowns to look at, those marked late at the end; early is
// the number of the others.
func (v view) asked(oneSided bool) (asked []int, early int) {
	var late []int
	for i, sd := range spreads(v.of) {
		switch u := &unknowns[i]; {
		case sd == 0 || oneSided && !u.main || v.of.Swell() && !u.main && !u.rehandle && !u.sameFall:
		case u.late:
			late = append(late, i)
		default:
			asked = append(asked, i)
		}
	}
	return append(asked, late...), len(asked)
}

// together is how many late unknowns are looked at side by side before it is checked whether the
// rest can still decide anything. It does not depend on the machine, so that a chance is the same
// everywhere.
const together = 2

// shift tries the head with one unknown moved up, and down where the two may differ.
func (v view) shift(i int, centre phased, oneSided bool) (spread.Shift, error) {
	u, phase := &unknowns[i], i%len(centre.readings)
	sd, as := max(u.spread(v.of), 0), centre.readings[phase]
	near := &centre.results[phase]
	q := trial.Question{Handling: near.Handling, Phase: phase, Near: near, Waves: trial.Glimpsed}
	if centre.steady() || u.asWaved && v.isLeft() {
		q.Waves = trial.AsBefore
	}
	up, err := v.shifted(u, sd, spread.Reach, q, as)
	if err != nil || oneSided || !v.bothSides(u, as, up) {
		return spread.Shift{Up: up}, err
	}
	down, err := v.shifted(u, sd, -spread.Reach, q, as)
	if err != nil {
		return spread.Shift{}, err
	}
	evenOut(as, up, down)
	return spread.Shift{Up: up, Down: down}, nil
}

// isLeft tells whether a head is left on the bed in a swell.
func (v view) isLeft() bool {
	return v.of.LeftToWaves() && v.of.OnBed && v.of.School().Rests
}

// bothSides tells whether more of an unknown may do another thing than less of it undoes: in a swell, where the moment does more
// than the difference between the sides, of heads alone that are left there, and of some unknowns.
func (v view) bothSides(u *unknown, as, up musts.Reading) bool {
	if v.of.Swell() {
		return u.uneven && v.isLeft()
	}
	return u.both && len(up) > musts.ReadTrack || musts.MovesMuch(v.of, up) || musts.AsksContact(v.of) && liftsOff(as, up)
}

// stretched multiplies the draws when some unknowns have not been looked at yet, as a bound: the
// remaining ones do less than the ones before.
const stretched = 2

// stretchedDraws are every second draw, and of these every second one stretched.
var stretchedDraws = sync.OnceValue(func() *spread.Draws {
	var out [][]float64
	for n := 0; n < draws/2; n += 2 {
		z := slices.Clone(sample()[n])
		if n%4 == 0 {
			floats.Scale(stretched, z)
		}
		out = append(out, z)
	}
	return spread.Draw(out)
})

// decided tells whether the head meets all musts in every draw, or in none, also with the draws
// stretched. Then the unknowns that have not been looked at cannot change the verdict.
func (d *doubts) decided(c *trial.Case, centre musts.Reading) bool {
	drawn := musts.Drawn{Centre: centre, Moved: stretchedDraws().Moved(d.shifts)}
	_, all := drawn.Met(c, musts.In(c))
	return all == 0 || all == drawn.Moved.Count()
}

// liftsOff tells whether a shift takes a head that moves off the bed: nothing pushes on it there, and how far off it is cannot be read.
func liftsOff(centre, shift musts.Reading) bool {
	return musts.LiftsOff(centre[musts.ReadLift] + shift[musts.ReadLift])
}

// evenOut repairs a pair of shifts of which one lifts the head off the bed: it is set to as much as the other side presses the head down.
func evenOut(centre, up, down musts.Reading) {
	switch lost, other := liftsOff(centre, up), liftsOff(centre, down); {
	case lost && !other:
		up[musts.ReadLift] = max(up[musts.ReadLift], -down[musts.ReadLift])
	case other && !lost:
		down[musts.ReadLift] = max(down[musts.ReadLift], -up[musts.ReadLift])
	}
}

// shifted returns the difference of the reading when one unknown is z standard deviations from
// its assumed value.
func (v view) shifted(u *unknown, sd, z float64, q trial.Question, centre musts.Reading) (musts.Reading, error) {
	s, t := v.of.Setup, stage.AsTaken
	u.change(&s, &t, spread.Factor(sd, z), z)
	moved, err := v.of.Moved(s, t)
	if err != nil {
		return nil, err
	}
	same := u.sameFall || u.asFallen && v.isLeft() && v.of.School().OnTheBed || !u.main && !u.rehandle && v.fallsSafely(centre)
	drags := moved.Setup.Cast.Drag > 0
	q.SameFall = same && (!drags || u.fallOnly)
	q.FallOnly = (drags || v.of.Swell()) && u.fallOnly && v.of.School().OnTheBed
	other, err := v.try(moved, q)
	if err != nil {
		return nil, err
	}
	r := musts.Read(moved, &other)
	if q.SameFall && u.falls != nil {
		u.thought(v.of, v.mass, sd, z, r)
	}
	switch {
	case q.FallOnly:
		r.OnBedAs(centre)
	case q.Waves == trial.AsBefore:
		r.InWavesAs(centre)
	}
	r[musts.ReadWalk] += u.walks * math.Log(spread.Factor(sd, z))
	if u.rehandle && z > 0 {
		if r, err = v.rehandled(moved, q, r); err != nil {
			return nil, err
		}
	}
	subtract(r, centre)
	return r, nil
}

// ofFalls are the musts that hang on how a head falls.
var ofFalls = []musts.Must{musts.Steep, musts.InTime, musts.Told, musts.BackSoon, musts.BackLate, musts.Slowly}

// fallsSafely tells whether a head that is worked on the bed meets every must of its fall by so
// much that no unknown changes that. Then its fall need not be run again for each unknown.
func (v view) fallsSafely(r musts.Reading) bool {
	if !v.of.School().OnTheBed || v.of.Swell() {
		return false
	}
	for _, m := range musts.In(v.of) {
		if slices.Contains(ofFalls, m) && musts.Of(m).Miss(v.of, r, 1) > musts.Of(m).Safe {
			return false
		}
	}
	return true
}

// rehandled returns the reading after the angler has chosen the handling anew: with more current
// or wind than assumed, a rod that is held up may be lowered. A rod that is down stays down; of one of many, or in a
// swell, which takes long to watch, one that is up stays up unless down it suits better by as far as the two were apart before.
func (v view) rehandled(moved *trial.Case, q trial.Question, r musts.Reading) (musts.Reading, error) {
	ways := moved.Handlings()
	low := slices.IndexFunc(ways, func(h trial.Handling) bool { return h.Down })
	if q.Handling.Down || low < 0 || musts.Suits(moved, r) {
		return r, nil
	}
	if guess := guessed(r, v.apart); (v.brisk || v.of.Swell()) && guess != nil && !musts.SuitsBetter(moved, guess, r) {
		return r, nil
	}
	q.Handling, q.Near, q.Waves = ways[low], &trial.Result{}, trial.Unwatched // it lies otherwise than held so
	down, err := v.try(moved, q)
	better := func() bool { return musts.SuitsBetter(moved, musts.Read(moved, &down), r) }
	if err != nil || !better() {
		return r, err
	}
	if down, err = v.watched(moved, down); err != nil || !better() {
		return r, err
	}
	return musts.Read(moved, &down), nil
}

// subtract replaces r by its difference from other, limited to mostShift. If one of the two did
// not arrive, only how long and how fast they fell can be compared, and the rest counts as equal.
func subtract(r, other musts.Reading) {
	both := r.Arrived() && other.Arrived()
	for i := range r {
		switch {
		case !both && i != musts.ReadTime && i != musts.ReadLate && i != musts.ReadSpeed:
			r[i] = 0
		case i < musts.ReadTrack:
			r[i] = min(max(r[i]-other[i], -mostShift), mostShift)
		default:
			r[i] -= other[i]
		}
	}
}
