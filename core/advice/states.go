package advice

import (
	"fmt"

	"dunvel/core/advice/say"
	"dunvel/core/units"
)

// both says what one head does in two states of the flow: the lightest that
// does it in both, or that none does.
func both(now, other *Answer, sure float64, choice units.Choice) string {
	mass := func(i int) string { return choice.Show("mass", now.Heads[i].Mass) }
	switch {
	case now.Pick < 0 && other.Pick < 0:
		return "None of these heads does it in either state."
	case now.Pick < 0:
		return "None of these heads does it in the first state."
	case other.Pick < 0:
		return "None of these heads does it in the other state."
	case now.Pick == other.Pick:
		return mass(now.Pick) + " is the one to tie on in both."
	}
	for i := range now.Heads {
		if here, there := now.Heads[i].Sure, other.Heads[i].Sure; here >= sure && there >= sure {
			return fmt.Sprintf("One head for both: %s, %s now and %s then.", mass(i), say.Odds(here), say.Odds(there))
		}
	}
	return fmt.Sprintf("No one head does both: change from %s to %s.", mass(now.Pick), mass(other.Pick))
}
