package gear

import (
	"slices"
	"testing"

	"dunvel/core/logbook"
)

// A knot is told of after many casts, or as many fish and snags as wear it as much; a new one, another
// leader or a lost head begins anew.
func TestWorn(t *testing.T) {
	rods := []logbook.Rod{{Name: "Light"}}
	of := func(events ...logbook.Event) string {
		l := log("The Sill", events...)
		l.Trip.Rods = rods
		return Worn(l)
	}
	cast, fish, snag, retie := logbook.Event{Kind: logbook.Splash}, logbook.Event{Kind: logbook.Fish},
		logbook.Event{Kind: logbook.Freed}, logbook.Event{Kind: logbook.Retie}
	if got := of(times(79, cast)...); got != "" {
		t.Errorf("after 79 casts: %s", got)
	}
	if got := of(times(80, cast)...); got != "80 casts, 0 fish and 0 snags since the knot was tied: feel the last "+
		"metre, and tie it anew." {
		t.Error(got)
	}
	rubbed := append(times(40, cast), fish, snag, fish)
	if got := of(rubbed...); got != "40 casts, 2 fish and 1 snag since the knot was tied: feel the last metre, and "+
		"tie it anew." {
		t.Error(got)
	}
	if got := of(rubbed[:42]...); got != "" {
		t.Error(got)
	}
	other := atTheSill().Trip.Rods[0].State
	other.Setup.Leader.Diameter = 0.3e-3
	for name, anew := range map[string]logbook.Event{"tied": retie, "lost": {Kind: logbook.Lost},
		"another leader": {Kind: logbook.Changed, State: &other}} {
		if got := of(slices.Concat(rubbed, []logbook.Event{anew}, times(5, cast))...); got != "" {
			t.Errorf("%s: %s", name, got)
		}
	}
	rods = append(rods, logbook.Rod{Name: "Heavy"})
	cast.Rod = 1
	if got := of(times(90, cast)...); got != "Heavy: 90 casts, 0 fish and 0 snags since the knot was tied: feel the "+
		"last metre, and tie it anew." {
		t.Error(got)
	}
}
