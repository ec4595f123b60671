// Package demo holds the invented scenario: Ardvellan Sound, a sea loch, and
// Loch Osk, a hill loch, in no real country.
package demo

import (
	"context"
	"fmt"
	"time"

	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/internal/store"
)

// Setup is a named setup of the scenario.
type Setup struct {
	Name  string
	Setup setup.Setup
}

// named is one of the setups.
func named(name string) setup.Setup {
	for _, s := range Setups() {
		if s.Name == name {
			return s.Setup
		}
	}
	panic("demo: no setup " + name)
}

// Setups are one or two setups for each of the scenario's spots.
func Setups() []Setup {
	with := func(name string, change func(*setup.Setup)) Setup {
		s := setup.Default()
		change(&s)
		return Setup{name, s}
	}
	return []Setup{
		with("The Sill, slack water", func(*setup.Setup) {}),
		with("The Sill, ebb running", func(s *setup.Setup) {
			s.Water.Depth = 22
			s.Flow = setup.Flow{Speed: 0.3, Direction: 180, Source: setup.FloatTest}
			s.Wind = setup.Wind{Speed: 3, Direction: 180, Source: setup.ByEye}
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.25, Direction: 180}
			s.Cast.Distance = 8
			s.Line.Diameter, s.Leader.Diameter = 0.15e-3, 0.33e-3
			s.Approach.Kind = setup.HoldBottom
		}),
		with("Teine Ledge, down the boulders", func(s *setup.Setup) {
			s.Water.Depth, s.Water.SplashDepth, s.Water.Bed = 12, 7, "boulders"
			s.Boat.Kind = "anchored"
			s.Flow = setup.Flow{Speed: 0.1, Direction: 270, Source: setup.FloatTest}
			s.Cast = setup.Cast{Distance: 22, Drag: 0.2}
			s.Leader.Diameter = 0.35e-3
			s.Bait = setup.Bait{Form: "creature", Length: 0.09, Body: "lightly salted", Put: "along the hook"}
			s.Head.Shape = "football"
			s.Approach.Kind = setup.HoldBottom
		}),
		with("Pier Pool, evening", func(s *setup.Setup) {
			s.Water.Depth, s.Water.Bed = 4.5, "sand"
			s.Boat.Kind = "bank"
			s.Line.Diameter, s.Leader.Diameter = 0.14e-3, 0.26e-3
			s.Bait = setup.Bait{Form: "paddle tail", Length: 0.09, Body: "plain", Put: "along the hook"}
			s.Head.Hook = "2/0"
		}),
		with("Gull Bar, surf gutter", func(s *setup.Setup) {
			s.Water.Depth, s.Water.Bed = 1.8, "sand"
			s.Boat.Kind = "bank"
			s.Swell = setup.Swell{Height: 0.25, Period: 8}
			s.Flow = setup.Flow{Speed: 0.1, Direction: 90, Source: setup.FloatTest}
			s.Wind = setup.Wind{Speed: 6, Direction: 180, Source: setup.ByEye}
			s.Rod.TipHeight, s.Cast.Distance = 2.5, 25
			s.Line.Diameter, s.Leader.Diameter = 0.2e-3, 0.45e-3
			s.Bait = setup.Bait{Form: "straight worm", Length: 0.13, Body: "plain", Put: "along the hook"}
			s.Head.Shape, s.Head.Hook = "flat", "4/0"
			s.Approach.Kind = setup.HoldBottom
		}),
		heronCut("Heron Cut, still", func(*setup.Setup) {}),
		heronCut("Heron Cut, sluice running", func(s *setup.Setup) {
			s.Flow = setup.Flow{Speed: 0.3, Direction: 90, Source: setup.FloatTest}
			s.Approach.Kind = setup.HoldBottom
		}),
		lochOsk("Loch Osk, charr over the drop-off", func(s *setup.Setup) {
			s.Wind = setup.Wind{Speed: 3, Direction: 180, Source: setup.ByEye}
			s.Boat.Kind = "kayak"
		}),
		with("Pier Pool, swum back", func(s *setup.Setup) {
			s.Water.Depth, s.Water.Bed = 3.8, "sand"
			s.Boat.Kind = "bank"
			s.Line.Diameter, s.Leader.Diameter = 0.14e-3, 0.26e-3
			s.Bait = setup.Bait{Form: "paddle tail", Length: 0.09, Body: "plain", Put: "along the hook"}
			s.Head.Hook = "2/0"
			s.Approach.Kind, s.Approach.Speed = setup.Swim, 0.45
		}),
		with("Teine Ledge, lifted and dropped", func(s *setup.Setup) {
			s.Water.Depth, s.Water.Bed = 9, "boulders"
			s.Flow = setup.Flow{Speed: 0.1, Direction: 180, Source: setup.FloatTest}
			s.Cast.Distance = 15
			s.Leader.Diameter = 0.35e-3
			s.Bait = setup.Bait{Form: "creature", Length: 0.09, Body: "lightly salted", Put: "along the hook"}
			s.Head.Shape = "football"
			s.Approach.Kind, s.Approach.BackMost = setup.LiftAndDrop, 1.2
		}),
		lochOsk("Loch Osk, hovered over charr", func(s *setup.Setup) { s.Approach.Kind = setup.Hover }),
		heronCut("Heron Cut, sluice on and off", func(s *setup.Setup) {
			s.Other = setup.Other{Asked: true, Speed: 0.3, Direction: 90}
			s.Approach.Kind, s.Approach.Leaning = setup.HoldBottom, setup.JustEnough
		}),
		with("Pier Pool, drop shot", func(s *setup.Setup) {
			s.Water.Depth, s.Water.Bed = 4.5, "sand"
			s.Boat.Kind = "bank"
			s.Line.Diameter, s.Leader.Diameter = 0.14e-3, 0.26e-3
			s.Bait, s.Head.Hook = setup.Bait{Form: "straight worm", Length: 0.09, Body: "floating",
				Put: "along the hook"}, "1/0"
			s.Rigging.Kind, s.Approach.Kind = rigging.DropShot, setup.HoldBottom
		}),
	}
}

func lochOsk(name string, change func(*setup.Setup)) Setup {
	s := setup.Default()
	s.Water = setup.Water{Salinity: "fresh", Temperature: 12, Depth: 12, Bed: "mud"}
	s.Target.Depth = 8
	s.Rod.TipHeight, s.Cast.Distance = 0.8, 10
	s.Line.Diameter, s.Leader.Diameter = 0.12e-3, 0.22e-3
	s.Bait = setup.Bait{Form: "curl tail", Length: 0.06, Body: "plain", Put: "along the hook"}
	s.Head.Hook = "#1"
	change(&s)
	return Setup{name, s}
}

func heronCut(name string, change func(*setup.Setup)) Setup {
	s := setup.Default()
	s.Water = setup.Water{Salinity: "fresh", Temperature: 12, Depth: 2, Bed: "mud"}
	s.Boat.Kind = "bank"
	s.Cast.Distance = 12
	s.Line.Diameter, s.Leader.Diameter = 0.13e-3, 0.25e-3
	s.Bait = setup.Bait{Form: "paddle tail", Length: 0.08, Body: "plain", Put: "along the hook"}
	s.Head.Hook = "1/0"
	change(&s)
	return Setup{name, s}
}

// Seed keeps the scenario's setups, drop tests, trips and box in a store that has none.
func Seed(ctx context.Context, st *store.Store, now time.Time) error {
	kept, err := st.Setups.List(ctx)
	if err != nil || len(kept) > 0 {
		return err
	}
	for _, s := range Setups() {
		if _, err := st.Setups.Create(ctx, s.Name, s.Setup, now); err != nil {
			return fmt.Errorf("demo: %s: %w", s.Name, err)
		}
	}
	for _, p := range Plans() {
		if _, err := st.Plans.Create(ctx, p.Name, p.Plan, now); err != nil {
			return fmt.Errorf("demo: %s: %w", p.Name, err)
		}
	}
	if err := seedTrips(ctx, st, now); err != nil {
		return err
	}
	if err := seedDrops(ctx, st, now); err != nil {
		return err
	}
	return seedBox(ctx, st, now)
}
