package almanac

import (
	"testing"
	"time"
)

// The light changes with the crossings of the day, each a minute on both sides, and the moon
// is up between its rising and its setting.
func TestSeen(t *testing.T) {
	at := Position{57, -6}
	from := clock("2026-05-12 00:00")
	light := LightAt(at, from, from.Add(24*time.Hour))
	after := map[string]string{Dawn: AtDawn, Sunrise: ByDay, Sunset: AtDusk, Dusk: AtNight}
	before := map[string]string{Dawn: AtNight, Sunrise: AtDawn, Sunset: ByDay, Dusk: AtDusk}
	seen := 0
	for _, c := range light.Crossings {
		a, b := SeenAt(at, c.Time.Add(-time.Minute)), SeenAt(at, c.Time.Add(time.Minute))
		switch {
		case after[c.Kind] != "":
			seen++
			if a.Light != before[c.Kind] || b.Light != after[c.Kind] {
				t.Errorf("%s: %s, then %s", c.Kind, a.Light, b.Light)
			}
		case c.Kind == Moonrise && (a.MoonUp || !b.MoonUp), c.Kind == Moonset && (!a.MoonUp || b.MoonUp):
			t.Errorf("%s: up is %t, then %t", c.Kind, a.MoonUp, b.MoonUp)
		}
	}
	if seen != 4 {
		t.Errorf("%+v", light.Crossings)
	}
	// New moon was on 16 May 2026 at 20:01, full moon on 31 May at 08:45 UTC.
	for text, want := range map[string]string{
		"2026-05-16 20:00": NewMoon, "2026-05-14 08:00": NewMoon, "2026-05-12 00:00": WaneMoon,
		"2026-05-23 00:00": WaxMoon, "2026-05-31 08:45": FullMoon, "2026-06-08 00:00": WaneMoon,
	} {
		if got := SeenAt(at, clock(text)); got.Moon != want {
			t.Errorf("%s: %s, not %s", text, got.Moon, want)
		}
	}
	if got := SeenAt(at, clock("2026-05-31 08:45")).Lit; got < 0.995 {
		t.Errorf("the full moon is lit by %g", got)
	}
}
