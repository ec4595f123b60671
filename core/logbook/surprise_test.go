package logbook

import "testing"

// A fall that is as long as expected, give or take, says nothing; beyond it, it says so from both sides.
func TestSaid(t *testing.T) {
	with := With{Expected: 10, Low: 8, High: 12}
	for seconds, want := range map[float64]string{
		6.41: "", 6.39: "Sooner than expected, 6 s, where 8 to 12 were expected: a fish, a ledge or weed?",
		14.99: "", 15.01: "Later than expected, 15 s, where 8 to 12 were expected: deeper here, or drifting off.",
	} {
		if got := (Event{Kind: Bottom, Seconds: seconds, With: with}).Said(); got != want {
			t.Errorf("%g s: %q", seconds, got)
		}
	}
	for _, e := range []Event{{Kind: Bottom, Seconds: 1}, {Kind: Bite, Seconds: 1, With: with}} {
		if got := e.Said(); got != "" {
			t.Errorf("%+v: %q", e, got)
		}
	}
	if got := (Event{Kind: Splash, With: with}).Overdue(); got != 15 {
		t.Error(got)
	}
	if got := (Event{Kind: Bottom, With: with}).Overdue(); got != 0 {
		t.Error(got)
	}
}
