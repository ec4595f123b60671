// Package judge judges heads: whether each does what an approach asks of it, how
// sure that is, and which of them to tie on. Numbers go in and numbers come out;
// what is said of them stands in package advice.
//
// Every head is judged on its own, by the same draws of what is not known and as
// finely wherever it is looked at: what others are on the ladder changes nothing.
package judge

import (
	"context"
	"slices"

	"dunvel/core/abreast"
	"dunvel/core/judge/musts"
	"dunvel/core/trial"

	"gonum.org/v1/gonum/floats"
)

// Bench is where heads are tried: on the engine, or on a stand-in for it.
type Bench struct {
	Try func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error)
}

// Engine tries heads on the line engine.
var Engine = Bench{func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
	return c.Try(ctx, q)
}}

// Judging judges a head of a mass in kg of a case. Errors are those of trying.
type Judging func(ctx context.Context, c *trial.Case, mass float64) (Head, error)

// Verdict is whether a head does what is wanted.
type Verdict string

// The verdicts. Does is as sure as was asked for, No as sure not to, and
// Perhaps between. Open is that of a head which has not been judged yet.
const (
	Open    Verdict = "open"
	Does    Verdict = "does"
	Perhaps Verdict = "perhaps"
	No      Verdict = "no"
)

// Head is one that was judged. Its result is as it was judged by.
type Head struct {
	trial.Result
	Verdict Verdict
	Sure    float64 // probability that it does all that is asked
	Ranges  Ranges  // of its numbers; nothing where it was judged by another
	Misses  []Miss  // by the musts of the approach
	Limits  []Kept  // by the limits
	Lacks   float64 // how far it is from all musts and limits as things are taken to be; 0 where it meets them
	Reach   float64 // m that it is thrown; 0 where that is not known
	Phase   int     // of a swell at the splash, of which the result is

	suited bool          // its handling is good enough for no other to be looked at
	fine   bool          // its result is as fine as is shown
	centre musts.Reading // what is read of it as things are taken to be
	doubts *doubts       // what is not known does to it; nil where that was not looked at
	finer  musts.Reading // what a finer look adds to its reading; nil where there was none
	swung  musts.Reading // what the other moments of a swell add to its reading at the first; nil without one
	apart  musts.Reading // what is read of it held otherwise, less that as it is held; nil where that was not tried
}

// Miss is how a head stands with a must.
type Miss struct {
	Must musts.Must
	By   float64 // share of what is asked that is missed as things are taken to be; 0 or less meets it
	Met  float64 // probability that it is met
}

// Kept is how a head stands with a limit.
type Kept struct {
	Limit Limit
	By    float64 // share by which it is missed; 0 or less keeps it
	Kept  float64 // probability that it is kept
}

// Ladder judges heads of masses in kg, each on its own; they come light to heavy.
// Errors are those of trying.
func (b Bench) Ladder(ctx context.Context, c *trial.Case, masses []float64) ([]Head, error) {
	masses = slices.Sorted(slices.Values(masses))
	out := make([]Head, len(masses))
	err := abreast.Each(len(masses), func(i int) (err error) {
		out[i], err = b.Judge(ctx, c, masses[i])
		return err
	})
	return out, err
}

// Judge judges one head with the handling that suits it.
func (b Bench) Judge(ctx context.Context, c *trial.Case, mass float64) (Head, error) {
	return view{bench: b, ctx: ctx, of: c, mass: mass}.judge()
}

// Briskly is Judge for one of many: held otherwise it is judged by what the unknowns did as it was held first.
func (b Bench) Briskly(ctx context.Context, c *trial.Case, mass float64) (Head, error) {
	return view{bench: b, ctx: ctx, of: c, mass: mass, brisk: true}.judge()
}

func (v view) judge() (Head, error) {
	result, other, err := v.handled()
	if err != nil {
		return Head{}, err
	}
	if other != nil && other.result != nil {
		v.apart = v.asFarApart(other.result, &result)
	}
	h, err := v.judged(result)
	h.apart = v.apart
	// What is in doubt with one handling may be less so with another; and what one
	// moment of a swell leaves in hand not every moment does.
	inDoubt := h.Verdict == Perhaps || v.of.Swell() && !h.suited
	if err != nil || other == nil || !inDoubt || h.Sure+musts.Gain >= 1 {
		return h, err
	}
	second, err := other.comes(v)
	if err != nil {
		return h, err
	}
	also, err := v.otherwise(second, &result, &h)
	if err == nil && also.Sure > h.Sure+musts.Gain {
		h = also
	}
	return h, err
}

// otherwise judges the head as it comes out when it is not held as h is, of which held came. The unknowns are looked at
// there too where by what they did to h it seems surer by what makes that worth the trouble: with all looked at that way
// the heads of 140 random waters are held no surer (by 0.0006, as 256 draws each run for themselves have it).
func (v view) otherwise(second trial.Result, held *trial.Result, h *Head) (Head, error) {
	least := h.Sure + musts.Gain
	alike, ok, err := v.alike(second, h)
	if err == nil && second.Unwatched() && (!ok || alike.Sure >= least) { // waves make it no surer
		if second, err = v.watched(v.of, second); err == nil {
			alike, ok, err = v.alike(second, h)
		}
	}
	v.apart = v.asFarApart(held, &second)
	if err == nil && (!ok || !v.brisk && alike.Sure >= least) {
		alike, err = v.judged(second)
	}
	alike.apart = v.apart
	return alike, err
}

// alike judges the head as it comes out when it is not held as h is by what the unknowns did to h; ok is false where too few
// of them were looked at.
func (v view) alike(second trial.Result, h *Head) (Head, bool, error) {
	if h.doubts == nil && v.stands(&second, musts.Read(v.of, &second)) != lost {
		return Head{}, false, nil
	}
	phases, err := v.phasesLike(second, h)
	if err != nil {
		return Head{}, false, err
	}
	alike, ok, err := v.judgedLike(second, phases, h)
	alike.suited = alike.centre != nil && musts.Suits(v.of, alike.centre)
	return alike, ok, err
}

// judged judges the head as it comes out with a handling.
func (v view) judged(result trial.Result) (Head, error) {
	h := Head{Result: result}
	var err error
	if h.Reach, err = v.of.Reach(v.mass); err != nil {
		return Head{}, err
	}
	phases, err := v.phases(result)
	if err != nil {
		return Head{}, err
	}
	centre, d := mean(phases.readings), certain
	if len(phases.readings) > 1 {
		h.swung = slices.Clone(centre)
		floats.Sub(h.swung, phases.readings[0])
	}
	h.suited = musts.Suits(v.of, centre)
	h.Result, h.Phase = phases.typical(centre)
	stands := v.stands(&result, centre)
	if stands == open {
		if lifted, err := v.liftedAnyway(result, centre); err != nil {
			return Head{}, err
		} else if lifted {
			stands = lost
		}
	}
	if stands != lost {
		if d, err = v.doubt(phases, stands == safe); err != nil {
			return Head{}, err
		}
		h.doubts = d
		if stands == open && !d.clear {
			finer, ran, err := v.finely(trial.Checked, &h.Result, centre)
			if err != nil {
				return Head{}, err
			}
			if ran {
				h.finer = slices.Clone(finer)
				floats.Sub(h.finer, centre)
			}
			centre = finer
		}
	}
	h.settle(v.of, centre, d)
	h.Ranges = h.ranges(d)
	return h, nil
}

// Refine looks at a head as finely as it is shown, once.
func (b Bench) Refine(ctx context.Context, c *trial.Case, h *Head) error {
	if h.fine || !h.Arrived() {
		return nil
	}
	v, was := view{bench: b, ctx: ctx, of: c, mass: h.Mass}, h.Fall
	_, fine, err := v.finely(trial.Shown, &h.Result, nil)
	if err == nil && fine {
		h.fine = true
		h.Ranges.follow(was, h.Fall)
	}
	return err
}
