package advice

import (
	"context"
	"fmt"
	"slices"

	"dunvel/core/advice/say"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/units"
)

// both says what one head does in two states of the flow: the lightest that does it in both, or that none does. Of the
// other state heads may be open, and those are judged of which that hangs.
func (a Adviser) both(ctx context.Context, now, other *choose.Ladder, choice units.Choice) (string, error) {
	mass := func(i int) string { return choice.Show("mass", now.Heads[i].Mass) }
	switch {
	case now.Pick < 0 && other.Pick < 0:
		return "None of these heads does it in either state.", nil
	case now.Pick < 0:
		return "None of these heads does it in the first state.", nil
	case other.Pick < 0:
		return "None of these heads does it in the other state.", nil
	case now.Pick == other.Pick:
		return mass(now.Pick) + " is the one to tie on in both.", nil
	}
	one, err := a.inBoth(ctx, now, other)
	if err != nil {
		return "", err
	}
	if one >= 0 {
		return fmt.Sprintf("One head for both: %s, %s now and %s then.", mass(one), say.Odds(now.Heads[one].Sure),
			say.Odds(other.Heads[one].Sure)), nil
	}
	return fmt.Sprintf("No one head does both: change from %s to %s.", mass(now.Pick), mass(other.Pick)), nil
}

// inBoth is the index of the lightest head that is as sure as wanted in two states of the flow; -1 where there is none. Those
// that are in the other state are taken to lie next to one another on the ladder, around the one that is tied on there without
// a leaning. Errors are those of judging.
func (a Adviser) inBoth(ctx context.Context, now, other *choose.Ladder) (int, error) {
	wanted, best := now.Case.Setup.Approach.Sure, -1
	var able []int // those that are in the first state
	for i := range now.Heads {
		if now.Heads[i].Sure >= wanted {
			able = append(able, i)
		}
	}
	does := func(i int) (bool, error) {
		h := &other.Heads[i]
		if h.Verdict == judge.Open {
			judged, err := a.Bench.Judge(ctx, other.Case, h.Mass)
			if err != nil {
				return false, err
			}
			*h = judged
		}
		return h.Sure >= wanted, nil
	}
	n, _ := slices.BinarySearch(able, other.Usual+1)
	for i := n - 1; i >= 0; i-- {
		ok, err := does(able[i])
		if err != nil {
			return -1, err
		}
		if !ok {
			break
		}
		best = able[i]
	}
	if best >= 0 || n == len(able) {
		return best, nil
	}
	if ok, err := does(able[n]); err != nil || !ok {
		return -1, err
	}
	return able[n], nil
}
