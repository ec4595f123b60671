package advice

import (
	"context"
	"fmt"

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
	sure, school := now.Case.Setup.Approach.Sure, other.Case.School()
	first := other.Usual // the lightest that does it, or the likeliest where none does
	if school.Swims || school.Hovers {
		first = 0 // lighter ones than that may do it
	}
	for i := first; i < len(now.Heads); i++ {
		there := &other.Heads[i]
		if now.Heads[i].Sure < sure {
			continue
		}
		if there.Verdict == judge.Open {
			h, err := a.Bench.Judge(ctx, other.Case, there.Mass)
			if err != nil {
				return "", err
			}
			*there = h
		}
		if there.Sure >= sure {
			return fmt.Sprintf("One head for both: %s, %s now and %s then.", mass(i), say.Odds(now.Heads[i].Sure),
				say.Odds(there.Sure)), nil
		}
	}
	return fmt.Sprintf("No one head does both: change from %s to %s.", mass(now.Pick), mass(other.Pick)), nil
}
