package lessons

import (
	"testing"

	"dunvel/core/logbook"
)

// After a while without a bite one line says what was not tried; a bite ends it.
func TestNext(t *testing.T) {
	with := logbook.With{Technique: "hop", Mass: 7e-3, Bait: "craw 80 mm"}
	if got := learn(t, log("The Sill", casts(14, 0, with)...)).Next; got != "" {
		t.Errorf("after 14 casts: %q", got)
	}
	events := casts(16, 1, with)
	if got := learn(t, log("The Sill", events...)).Next; got != "15 casts without a bite. Not tried yet: drag and stop." {
		t.Errorf("%q", got)
	}
	if got := learn(t, log("The Sill", append(events, of(logbook.Bite, with))...)).Next; got != "" {
		t.Errorf("after a bite: %q", got)
	}
	other := with
	other.Bait = "slim minnow 120 mm"
	if got := learn(t, log("The Sill", append(casts(1, 0, other),
		casts(20, 0, with)...)...)).Next; got != "21 casts without a bite. Not tried yet: drag and stop. Tried "+
		"least: Bait: slim minnow 120 mm, 1 of 21 casts." {
		t.Errorf("%q", got)
	}
	if got := learn(t, log("The Sill", events...), log("The Sill", events...)).Next; got != "" {
		t.Errorf("of two trips: %q", got)
	}
}
