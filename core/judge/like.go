package judge

import (
	"context"
	"slices"

	"dunvel/core/judge/musts"
	"dunvel/core/trial"

	"gonum.org/v1/gonum/floats"
)

// Like judges a head of a mass in kg by the first that allows it of some heads of about that mass, judged in similar
// water: it is tried once as it is here, and the unknowns are assumed to move its reading as they moved
// the other's. ok is false if it is held differently here, or if too few unknowns were looked at
// there; then it has to be judged on its own. Errors are those of trying.
func (b Bench) Like(ctx context.Context, c *trial.Case, mass float64, from ...*Head) (Head, bool, error) {
	return view{bench: b, ctx: ctx, of: c, mass: mass}.like(from)
}

// LikeBriskly is Like for one of many: held otherwise it is judged by what the unknowns did to the other as that was
// held, as Briskly does.
func (b Bench) LikeBriskly(ctx context.Context, c *trial.Case, mass float64, from ...*Head) (Head, bool, error) {
	return view{bench: b, ctx: ctx, of: c, mass: mass, brisk: true}.like(from)
}

func (v view) like(from []*Head) (h Head, ok bool, err error) {
	var result trial.Result
	var by *Head // by which it was tried
	same := false
	for _, one := range from {
		// What the unknowns did to the other changes nothing of what comes of it.
		if by == nil || one.Handling != by.Handling || one.suited != by.suited {
			if result, same, err = v.heldAlike(one); err != nil {
				return Head{}, false, err
			}
			by = one
		}
		if !same {
			continue
		}
		phases, err := v.phasesLike(result, one)
		if err != nil {
			return Head{}, false, err
		}
		if h, ok, err = v.judgedLike(result, phases, one); err != nil || ok {
			return h, ok, err
		}
	}
	return Head{}, false, nil
}

// phasesLike is phases where the other moments of a swell are assumed to move the reading as they moved that of
// another head.
func (v view) phasesLike(first trial.Result, from *Head) (phased, error) {
	if from.swung == nil {
		return v.phases(first)
	}
	reading := musts.Read(v.of, &first)
	if v.stands(&first, reading) == lost {
		return v.phases(first)
	}
	floats.Add(reading, from.swung)
	return phased{[]trial.Result{first}, []musts.Reading{reading}}, nil
}

// judgedLike judges the head as it comes out by what the unknowns did to another, or to it as it was held
// otherwise; ok is false where too few of them were looked at there.
func (v view) judgedLike(result trial.Result, phases phased, from *Head) (Head, bool, error) {
	c := v.of
	h := Head{Result: result, doubts: from.doubts, suited: from.suited, finer: from.finer, swung: from.swung}
	if result.Handling == from.Handling {
		h.apart = from.apart
	}
	var err error
	if h.Reach, err = c.Reach(v.mass); err != nil {
		return Head{}, false, err
	}
	centre, d := mean(phases.readings), certain
	h.Result, h.Phase = phases.typical(centre)
	if stands := v.stands(&result, centre); stands != lost {
		if from.doubts == nil {
			return Head{}, false, nil
		}
		if d = from.doubts; from.finer != nil {
			floats.Add(centre, from.finer)
		}
		if d.some && stands == open && !c.Swell() && !d.decided(c, centre) {
			return Head{}, false, nil
		}
	}
	h.settle(c, centre, d)
	return h, true, nil
}

// heldAlike tries the head with the handling of the other; where another handling may suit better here it is that which is
// tried if the head is one of many, and ok is false if not.
func (v view) heldAlike(from *Head) (trial.Result, bool, error) {
	ways := v.of.Handlings()
	at := slices.Index(ways, from.Handling)
	if at < 0 {
		return trial.Result{}, false, nil
	}
	result, err := v.try(v.of, trial.Question{Handling: from.Handling, Near: &from.Result, Pace: true})
	if err != nil || len(ways) == 1 {
		return result, err == nil, err
	}
	first := musts.Read(v.of, &result)
	switch {
	case at == 0 && (!from.suited || musts.Suits(v.of, first)):
		return result, true, nil
	case at == 0 && v.of.School().Swims && v.stands(&result, first) == lost:
		return result, true, nil // no hand makes up for a speed so far off
	}
	if guess := guessed(first, from.apart); at == 1 && guess != nil && musts.Unsuited(v.of, guess) {
		return result, true, nil
	}
	other, err := v.try(v.of, trial.Question{Handling: ways[1-at], Near: &from.Result, Waves: trial.Unwatched})
	if err != nil {
		return result, false, err
	}
	preferred := func() bool {
		second := musts.Read(v.of, &other)
		return at == 0 && musts.SuitsBetter(v.of, second, first) || at == 1 && musts.Suits(v.of, second)
	}
	if preferred() { // waves make it no better
		if other, err = v.watched(v.of, other); err != nil {
			return result, false, err
		}
	}
	switch {
	case !preferred():
		return result, true, nil
	case !v.brisk:
		return result, false, nil
	case !v.of.School().Swims:
		return other, true, nil
	}
	result, err = v.try(v.of, trial.Question{Handling: ways[1-at], Near: &from.Result, Pace: true})
	return result, err == nil, err
}

// guessed is what would be read of a head held otherwise that is read so as it is held, if those were as far apart as they
// were found to be; nil where they were not.
func guessed(held, apart musts.Reading) musts.Reading {
	if len(apart) != len(held) {
		return nil
	}
	out := slices.Clone(held)
	floats.Add(out, apart)
	return out
}

// Thorough tells whether every unknown was looked at.
func (h *Head) Thorough() bool { return h.doubts != nil && !h.doubts.some }

// Tells tells whether another head of about its mass may be judged by it in the same water: every unknown was looked at,
// and nothing more finely, which is of each head its own.
func (h *Head) Tells() bool { return h.Thorough() && h.finer == nil }

// Guess is about which of some masses, which rise, is the one to tie on: the lightest that
// does what is asked as things are taken to be, or the one whose speed of the hand is about
// the wanted one. Errors are those of trying.
func (b Bench) Guess(ctx context.Context, c *trial.Case, masses []float64) (float64, error) {
	low, high := 0, len(masses)-1
	for low < high {
		middle := (low + high) / 2
		v := view{bench: b, ctx: ctx, of: c, mass: masses[middle]}
		result, err := v.try(c, trial.Question{Handling: c.Handlings()[0], Near: &trial.Result{}, Waves: trial.Unwatched})
		if err == nil && musts.Meets(c, musts.Read(c, &result)) { // waves make it no better
			result, err = v.watched(c, result)
		}
		if err != nil {
			return 0, err
		}
		r := musts.Read(c, &result)
		enough := musts.Meets(c, r)
		if s := c.School(); s.Swims || s.Hovers {
			enough = r.Arrived() && musts.Pace(c, &result) >= 0
		}
		if enough {
			high = middle
		} else {
			low = middle + 1
		}
	}
	return masses[low], nil
}
