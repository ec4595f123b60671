package care

import (
	"slices"
	"testing"

	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// plain is a case in which nothing is to be minded.
func plain() Case {
	s := setup.Default()
	s.Water.Temperature, s.Water.Depth, s.Head.Material, s.Boat.Kind, s.Water.Bed = 16, 8, "tin", "anchored", "sand"
	s.Line.Material, s.Line.Diameter = "nylon", 0.25e-3
	return Case{Setup: s, Mass: 5e-3}
}

// Every caution comes where its condition is met, and not on its other side; what it says
// it rests on is what it rests on.
func TestConditions(t *testing.T) {
	for _, tt := range []struct {
		key   string
		near  func(*Case) // not yet
		meets func(*Case)
		since string
	}{
		{"eyes", func(c *Case) { c.Mass = 9.9e-3 }, func(c *Case) { c.Mass = 10e-3 }, "10 g on the cast"},
		{"eyes", func(c *Case) { c.Mass, c.Setup.Cast.Distance = 20e-3, 0 }, func(c *Case) { c.Mass = 20e-3 },
			"20 g on the cast"},
		{"cold", func(c *Case) { c.Setup.Water.Temperature = 15 }, func(c *Case) { c.Setup.Water.Temperature = 14.9 },
			"water of 14.9 °C"},
		{"swell", func(c *Case) { c.Setup.Swell.Height = 1 }, func(c *Case) { c.Setup.Swell.Height = 1.1 },
			"swell of 1.1 m"},
		{"cut off", func(c *Case) { c.Tide = true }, func(c *Case) { c.Tide, c.Setup.Boat.Kind = true, "bank" },
			"on foot with the tide"},
		{"cut off", func(c *Case) { c.Setup.Boat.Kind = "bank" },
			func(c *Case) { c.Tide, c.Setup.Boat.Kind = true, "bank" }, "on foot with the tide"},
		{"sluice", func(c *Case) { c.Tide = true }, func(c *Case) { c.Sluice = true }, "a current by times"},
		{"drift", func(c *Case) { c.Setup.Boat.Kind = "bank" }, func(c *Case) { c.Setup.Boat.Kind = "skiff" },
			"skiff, drifting"},
		{"rock", func(c *Case) { c.Setup.Water.Bed = "rock" },
			func(c *Case) { c.Setup.Water.Bed, c.Setup.Boat.Kind = "boulders", "bank" }, "on foot by boulders"},
		{"wading", func(c *Case) { c.Setup.Boat.Kind, c.Setup.Flow.Speed = "bank", 0.49 },
			func(c *Case) { c.Setup.Boat.Kind, c.Setup.Flow.Speed = "bank", 0.5 }, "on foot by a current of 0.5 m/s"},
		{"wading", func(c *Case) { c.Setup.Flow.Speed = 0.9 },
			func(c *Case) { c.Setup.Boat.Kind, c.Setup.Flow.Speed = "bank", 0.9 }, "on foot by a current of 0.9 m/s"},
		{"mud", func(c *Case) { c.Setup.Water.Bed = "mud" },
			func(c *Case) { c.Setup.Water.Bed, c.Setup.Boat.Kind = "mud", "bank" }, "on foot by mud"},
		{"dark", func(c *Case) {}, func(c *Case) { c.Dark = true }, "fished in the dark"},
		{"thunder", func(c *Case) { c.Setup.Water.Temperature = 17.9 },
			func(c *Case) { c.Setup.Water.Temperature = 18 }, "water of 18 °C"},
		{"lines over", func(c *Case) { c.Setup.Rod.Length = 2.99 }, func(c *Case) { c.Setup.Rod.Length = 3 },
			"a rod of 3 m"},
		{"thin braid", func(c *Case) { braid(c, 0.2e-3, 6) }, func(c *Case) { braid(c, 0.19e-3, 6) },
			"braid of 0.19 mm, snag index 6"},
		{"thin braid", func(c *Case) { braid(c, 0.1e-3, 5.9) }, func(c *Case) { braid(c, 0.1e-3, 6) },
			"braid of 0.1 mm, snag index 6"},
		{"wire", func(c *Case) {}, func(c *Case) { c.Setup.Rigging.Wire = 0.2 }, "a wire trace"},
		{"deep fish", func(c *Case) { c.Setup.Water.Depth = 10 }, func(c *Case) { c.Setup.Water.Depth = 10.1 },
			"10.1 m of water"},
		{"lead", func(c *Case) { c.Setup.Head.Material = "tungsten" },
			func(c *Case) { c.Setup.Head.Material = "lead" }, "lead"},
		{"hooks", func(c *Case) { c.Setup.Rigging.Kind = rigging.DropShot },
			func(c *Case) { c.Setup.Rigging.Kind = rigging.TwoHeads }, "2 hooks on the line"},
		{"live bait", func(c *Case) { c.Setup.Bait.Body = "plain" }, func(c *Case) { c.Setup.Bait.Body = "natural" },
			"a natural bait"},
		{"licence", func(c *Case) {}, func(c *Case) { c.Place = "Ardan Point" }, "Ardan Point"},
	} {
		c := plain()
		tt.near(&c)
		if got := keys(Of(c, nil)); slices.Contains(got, tt.key) {
			t.Errorf("%s before its condition is met: %q", tt.key, got)
		}
		c = plain()
		tt.meets(&c)
		got := Of(c, nil)
		i := slices.IndexFunc(got, func(c Caution) bool { return c.Key == tt.key })
		if i < 0 || got[i].Since != tt.since {
			t.Errorf("%s: %+v, not since %q", tt.key, got, tt.since)
		}
	}
	if got := Of(plain(), nil); len(got) != 0 {
		t.Errorf("where nothing is to be minded: %+v", got)
	}
}

func braid(c *Case, diameter, snags float64) {
	c.Setup.Line.Material, c.Setup.Line.Diameter, c.Snags = "braid", diameter, snags
}

func keys(all []Caution) []string {
	out := make([]string, len(all))
	for i, c := range all {
		out[i] = c.Key
	}
	return out
}

// The page of all has every one, once, with its condition in the units of whoever reads it.
func TestAll(t *testing.T) {
	all := All(units.Choice{"temperature": "°F", "mass": "oz"})
	seen := map[string]string{}
	for _, e := range all {
		if e.Words == "" || e.When == "" || seen[e.Key] != "" {
			t.Errorf("%+v", e)
		}
		seen[e.Key] = e.When
	}
	if len(all) != 19 || seen["cold"] != "Water under 59 °F." || seen["eyes"] != "Heads from 23/64 oz that are cast." ||
		seen["thin braid"] != "Braid under 0.2 mm with a snag index from 6." {
		t.Errorf("%d of them, %q", len(all), seen)
	}
}

// Of several spots each caution is told once, with what makes it matter at each.
func TestJoined(t *testing.T) {
	a, b := plain(), plain()
	a.Setup.Water.Depth, b.Setup.Water.Depth, b.Sluice = 12, 14, true
	got := Joined(Of(a, nil), Of(b, nil), Of(b, nil))
	if len(got) != 2 || got[0].Key != "sluice" || got[1].Since != "12 m of water; 14 m of water" {
		t.Errorf("%+v", got)
	}
}
