package logbook

import (
	"fmt"

	"dunvel/core/judgement"
)

// Said returns a sentence for the angler where a fall took much less or much more time than expected, and
// "" otherwise.
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

// Overdue returns how long after the splash a fall is so late that the angler is told, s. It is 0 for other
// events, and where no time is expected.
func (e Event) Overdue() float64 {
	if e.Kind != Splash {
		return 0
	}
	return e.With.High * judgement.FallSurprise.Number
}
