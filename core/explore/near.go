// Package explore searches over what is judged: which head over two fields, where
// the pick turns, what else would do it, outfits beside one another, and rules of
// thumb against the engine. Numbers go in and numbers come out; what is said of them
// stands in package advice.
package explore

import (
	"context"
	"errors"
	"slices"

	"dunvel/core/abreast"
	"dunvel/core/input"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// Search is where heads are judged, and what is known besides a setup. With a bench
// of a stand-in for the engine all searches can be tried without it.
type Search struct {
	Bench judge.Bench
	Known stage.Knowledge
}

// Situate is the case of a setup. Errors are setup.Errors where it cannot be fished
// so.
func (x Search) Situate(s setup.Setup) (*trial.Case, error) {
	if err := s.Validate(nil); err != nil {
		return nil, err
	}
	return trial.New(s, x.Known)
}

// Sensible tells whether an error is only that a setup cannot be fished so.
func Sensible(err error) (ok bool, other error) {
	var fields input.Errors
	if errors.As(err, &fields) {
		return false, nil
	}
	return err == nil, err
}

// window holds neighbouring rungs of a ladder that were judged: as many as it takes for the choice
// among them to be that of the whole ladder.
type window struct {
	heads []judge.Head
	choose.Choice
}

// picked is the head to tie on; nil where there is none.
func (w window) picked() *judge.Head {
	if w.Pick < 0 {
		return nil
	}
	return &w.heads[w.Pick]
}

// mass is that of the head to tie on, kg; 0 where there is none.
func (w window) mass() float64 {
	if h := w.picked(); h != nil {
		return h.Mass
	}
	return 0
}

// choose judges the rungs around a mass (0 for a guess), and more of them until the remaining ones
// cannot change the choice. masses rise.
func (x Search) choose(ctx context.Context, c *trial.Case, masses []float64, near float64) (window, error) {
	return x.chooseBy(ctx, c, masses, near, x.alone())
}

// manner is how the rungs of a ladder are judged.
type manner struct {
	by   judge.Judging
	anew judge.Judging // at a speed of the hand that suits one, where none does it at about the wanted one
	more int           // of the heavier rungs to begin with

	inTurn bool // one after the other, as those that come later may be judged by those before
}

// alone is each on its own.
func (x Search) alone() manner { return manner{by: x.Bench.Judge, anew: x.Bench.Judge} }

// chooseBy is choose with a manner of judging.
func (x Search) chooseBy(ctx context.Context, c *trial.Case, masses []float64, near float64,
	how manner) (window, error) {
	w := window{Choice: choose.Choice{Pick: -1}}
	if near == 0 {
		var err error
		if near, err = x.Bench.Guess(ctx, c, masses); err != nil {
			return w, err
		}
	}
	from, to := around(masses, near)
	to = min(to+how.more, len(masses))
	if c.Setup.Approach.Leaning != setup.Usual {
		from, to = 0, len(masses) // a leaning looks far
	}
	for {
		more, err := w.judge(ctx, c, masses[from:to], how)
		if err != nil {
			return w, err
		}
		w.heads = append(w.heads, more...)
		slices.SortStableFunc(w.heads, func(a, b judge.Head) int { return compare(a.Mass, b.Mass) })
		down, up := open(c, w.heads)
		switch {
		case to < len(masses) && up: // what is too light is more often the trouble
			to++
		case from > 0 && down:
			from--
		default:
			choice, err := choose.Choose(ctx, how.anew, c, w.heads)
			if err == nil {
				w.Choice = choice
			}
			return w, err
		}
	}
}

// Sketch chooses between the heads of a case by as few of them as that takes, with those that are as likely as not, the
// next heavier one, and one that is looked at, where it is one of them; the others are open. masses rise.
func (x Search) Sketch(ctx context.Context, c *trial.Case, masses []float64, looked float64) (*choose.Ladder, error) {
	out, err := x.sketch(ctx, c, masses, 1)
	if i := slices.Index(masses, looked); err == nil && i >= 0 && out.Heads[i].Verdict == judge.Open {
		out.Heads[i], err = x.Bench.Judge(ctx, c, looked)
	}
	return out, err
}

// Decide is Sketch with no more heads than those that the choice takes, and those that are as likely as not.
func (x Search) Decide(ctx context.Context, c *trial.Case, masses []float64) (*choose.Ladder, error) {
	return x.sketch(ctx, c, masses, 0)
}

// sketch is Decide, with so many of the next heavier heads as well.
func (x Search) sketch(ctx context.Context, c *trial.Case, masses []float64, heavier int) (*choose.Ladder, error) {
	rungs := slices.Compact(slices.Clone(masses)) // the same weight may be on a ladder twice
	how := x.alone()
	how.more = heavier
	w, err := x.chooseBy(ctx, c, rungs, 0, how)
	if err != nil {
		return nil, err
	}
	for {
		first, last := &w.heads[0], &w.heads[len(w.heads)-1]
		from, to := slices.Index(rungs, first.Mass), slices.Index(rungs, last.Mass)
		switch {
		case w.Pick >= 0 && to < min(slices.Index(rungs, w.mass())+heavier, len(rungs)-1):
			to++
		case from > 0 && first.Sure >= judgement.Even.Number:
			from--
		default:
			return choose.Sketch(ctx, x.Bench, c, masses, w.heads, w.Choice)
		}
		anew := w.Again(w.heads, how.anew)
		more, err := w.judge(ctx, c, rungs[from:to+1], how)
		if err != nil {
			return nil, err
		}
		w.heads = append(w.heads, more...)
		slices.SortStableFunc(w.heads, func(a, b judge.Head) int { return compare(a.Mass, b.Mass) })
		if w.Choice, err = choose.Choose(ctx, anew, c, w.heads); err != nil {
			return nil, err
		}
	}
}

// judge judges those of some masses that are not in the window yet, side by side or in turn.
func (w window) judge(ctx context.Context, c *trial.Case, masses []float64, how manner) ([]judge.Head, error) {
	missing := slices.DeleteFunc(slices.Clone(masses), func(m float64) bool {
		return slices.ContainsFunc(w.heads, func(h judge.Head) bool { return h.Mass == m })
	})
	out := make([]judge.Head, len(missing))
	one := func(i int) (err error) {
		out[i], err = how.by(ctx, c, missing[i])
		return err
	}
	if !how.inTurn {
		return out, abreast.Each(len(missing), one)
	}
	for i := range missing {
		if err := one(i); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// Pick is the mass in kg of the head to tie on for a setup; 0 where none is worth it.
func (x Search) Pick(ctx context.Context, s setup.Setup) (float64, error) {
	c, err := x.Situate(s)
	if err != nil {
		return 0, err
	}
	w, err := x.choose(ctx, c, slices.Sorted(slices.Values(s.Heads)), 0)
	return w.mass(), err
}

// around returns the rungs to begin with near a mass: from (included) to (excluded).
func around(masses []float64, near float64) (from, to int) {
	i, _ := slices.BinarySearch(masses, near)
	i = min(i, len(masses)-1)
	return max(i-1, 0), min(i+1, len(masses))
}

// open tells whether lighter or heavier rungs than those judged may change which of
// them is chosen without a leaning.
func open(c *trial.Case, heads []judge.Head) (lighter, heavier bool) {
	pick := choose.Nearest(c, heads)
	if pick < 0 {
		lighter, _ = heads[0].Worse(c)
		_, heavier = heads[len(heads)-1].Worse(c)
		return !lighter, !heavier
	}
	last, school := len(heads)-1, c.School()
	if school.Swims || school.Hovers {
		heavier = pick == last // it may be nearer to the wanted speed
	}
	// Where hooks come on heavier heads it may give way to those.
	if !school.Swims && choose.Light(c, heads[pick].Mass) {
		heavier = heavier || pick+int(judgement.HookSteps.Number) > last
	}
	return pick == 0, heavier
}

func compare(a, b float64) int {
	switch {
	case a < b:
		return -1
	case a > b:
		return 1
	}
	return 0
}
