package logbook

import (
	"fmt"

	"dunvel/core/judgement"
)

// Said is what is to be said at once of a fall that stopped much sooner than expected, or went on much
// longer; "" of any other event.
func (e Event) Said() string {
	if e.Kind != Bottom || e.With.Expected == 0 {
		return ""
	}
	expected := fmt.Sprintf("%.0f s, where %.0f to %.0f were expected", e.Seconds, e.With.Low, e.With.High)
	switch {
	case e.Seconds < e.With.Low/judgement.FallSurprise.Number:
		return "Sooner than expected, " + expected + ": a fish, a ledge or weed?"
	case e.With.High > 0 && e.Seconds > e.With.High*judgement.FallSurprise.Number:
		return "Later than expected, " + expected + ": deeper here, or drifting off."
	}
	return ""
}

// Overdue is after how long a fall that goes on yet is to be wondered at, s after the splash; 0 for
// what is no splash, or where that is not known.
func (e Event) Overdue() float64 {
	if e.Kind != Splash {
		return 0
	}
	return e.With.High * judgement.FallSurprise.Number
}
