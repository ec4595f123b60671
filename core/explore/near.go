// Package explore searches over what is judged: which head over two fields, where
// the pick turns, what else would do it, outfits beside one another, and rules of
// thumb against the engine. Numbers go in and numbers come out; what is said of them
// stands in package advice.
package explore

import (
	"context"
	"errors"
	"slices"

	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Search is where heads are judged, and what is known besides a setup. With a bench
// of a stand-in for the engine all searches can be tried without it.
type Search struct {
	Bench judge.Bench
	Known trial.Knowledge
}

// situate is the case of a setup. Errors are setup.Errors where it cannot be fished
// so.
func (x Search) situate(s setup.Setup) (*trial.Case, error) {
	if err := s.Validate(nil); err != nil {
		return nil, err
	}
	return trial.New(s, x.Known)
}

// sensible tells whether an error is only that a setup cannot be fished so.
func sensible(err error) (ok bool, other error) {
	var fields setup.Errors
	if errors.As(err, &fields) {
		return false, nil
	}
	return err == nil, err
}

// window is some neighbouring rungs of a ladder that were judged, as many as the
// choice takes: it is that of the whole ladder.
type window struct {
	heads []judge.Head
	judge.Choice
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

// choose judges the rungs around a mass and more of them until those that are left
// out would change nothing. masses rise.
func (x Search) choose(ctx context.Context, c *trial.Case, masses []float64, near float64) (window, error) {
	from, to := around(masses, near)
	if c.Setup.Approach.Leaning != setup.Usual {
		from, to = 0, len(masses) // a leaning looks far
	}
	w := window{Choice: judge.Choice{Pick: -1}}
	for {
		var missing []float64
		for _, m := range masses[from:to] {
			if !slices.ContainsFunc(w.heads, func(h judge.Head) bool { return h.Mass == m }) {
				missing = append(missing, m)
			}
		}
		more, err := x.Bench.Ladder(ctx, c, missing)
		if err != nil {
			return w, err
		}
		w.heads = append(w.heads, more...)
		slices.SortFunc(w.heads, func(a, b judge.Head) int { return compare(a.Mass, b.Mass) })
		down, up := open(c, w.heads)
		switch {
		case from > 0 && down:
			from = max(from-2, 0)
		case to < len(masses) && up:
			to = min(to+2, len(masses))
		default:
			w.Choice, err = x.Bench.Choose(ctx, c, w.heads)
			return w, err
		}
	}
}

// Pick is the mass in kg of the head to tie on for a setup; 0 where none is worth it.
func (x Search) Pick(ctx context.Context, s setup.Setup) (float64, error) {
	c, err := x.situate(s)
	if err != nil {
		return 0, err
	}
	w, err := x.choose(ctx, c, slices.Sorted(slices.Values(s.Heads)), 0)
	return w.mass(), err
}

// around are the rungs to begin with where a neighbour has picked one: from, up to
// but without to.
func around(masses []float64, near float64) (from, to int) {
	i, found := slices.BinarySearch(masses, near)
	if !found && near == 0 {
		i = len(masses) / 2
	}
	return max(i-1, 0), min(i+2, len(masses))
}

// open tells whether lighter or heavier rungs than those judged may change which of
// them is chosen without a leaning.
func open(c *trial.Case, heads []judge.Head) (lighter, heavier bool) {
	does := func(h judge.Head) bool { return h.Verdict == judge.Does }
	pick := slices.IndexFunc(heads, does)
	if pick < 0 {
		return true, true
	}
	if school := c.School(); school.Swims || school.Hovers {
		nearest := judge.Nearest(c, heads)
		return nearest == 0, nearest == len(heads)-1
	}
	// Where hooks come on heavier heads it may give way to those.
	more := 0
	if judge.Light(c, heads[pick].Mass) {
		more = int(judgement.HookSteps.Number)
	}
	return pick == 0, pick+more > len(heads)-1
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
