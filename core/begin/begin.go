// Package begin is the kinds of fishing that one begins with: each a whole setup that is
// usual for it, and what has to be asked before the answer is for one's own water.
package begin

import (
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/rigging"
	"dunvel/core/setup"
)

// Kind is a kind of fishing.
type Kind struct {
	Key   string // in an address
	Name  string
	Says  string // what it is, in a sentence
	Setup setup.Setup
}

// Question is one of those that make a setup one's own: the paths of the fields that
// answer it.
type Question struct {
	Asks   string
	Fields []string
}

// Questions are what is asked of every kind, in order. Fields that do not matter for a
// setup are left out.
func Questions() []Question {
	return []Question{
		{"How deep is it?", []string{"water.depth"}},
		{"How much do current and wind move you?", []string{"flow.speed", "wind.speed"}},
		{"Which line and bait?", []string{"line.diameter", "bait.form", "bait.length"}},
	}
}

// Kinds are all of them, the light and shallow ones first.
func Kinds() []Kind { return slices.Clone(kinds) }

// kind is one as it differs from the setup that everything starts from.
func kind(key, name, says string, change func(s *setup.Setup)) Kind {
	s := setup.Default()
	change(&s)
	return Kind{Key: key, Name: name, Says: says, Setup: s}
}

// inFresh sets still fresh water that is so deep, m, over a bed.
func inFresh(s *setup.Setup, depth float64, bed string) {
	s.Water.Salinity, s.Water.Temperature, s.Water.Depth, s.Water.Bed = "fresh", 14, depth, bed
}

// tackle sets line and leader by their diameters, m, the leader by its length too, m.
func tackle(s *setup.Setup, line, leader, length float64) {
	s.Line.Diameter, s.Leader.Diameter, s.Leader.Length = line, leader, length
}

// bait sets a bait of a form and a length, m, on a hook.
func bait(s *setup.Setup, form string, length float64, hook string) {
	s.Bait.Form, s.Bait.Length, s.Head.Hook = form, length, hook
}

var kinds = []Kind{
	kind("canal", "Light in a canal", "A small tail sinks slowly in still, narrow water.", func(s *setup.Setup) {
		inFresh(s, 1.8, "mud")
		tackle(s, 0.10e-3, 0.20e-3, 1)
		bait(s, "paddle tail", 0.06, "#2")
		s.Boat.Kind, s.Cast.Distance = catalogue.Bank, 13
	}),
	kind("float", "Under a float", "A tiny jig hangs over the weed.", func(s *setup.Setup) {
		inFresh(s, 2, "weed")
		s.Line.Material = "nylon"
		tackle(s, 0.16e-3, 0.16e-3, 0)
		bait(s, "craw", 0.03, "#8")
		s.Boat.Kind, s.Cast.Distance = catalogue.Bank, 10
		s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries = rigging.FixedFloat, 0.9, 3e-3
		s.Heads = []float64{0.2e-3, 0.4e-3, 0.6e-3, 0.9e-3, 1.3e-3, 1.8e-3}
	}),
	kind("flat", "To fish in sight", "A crab lands softly on a shallow flat.", func(s *setup.Setup) {
		s.Water.Depth, s.Water.Bed, s.Water.Temperature = 0.6, "sand", 20
		tackle(s, 0.16e-3, 0.30e-3, 1.5)
		bait(s, "crab", 0.06, "#1")
		s.Boat.Kind, s.Rod.TipHeight, s.Cast.Distance, s.Cast.Sighted = catalogue.Kayak, 1.2, 16, true
		s.Boat.Measured = true
	}),
	kind("pond", "Hops along a bank", "Lifted and dropped on the bed of a pond.", func(s *setup.Setup) {
		inFresh(s, 3, "mud")
		tackle(s, 0.14e-3, 0.26e-3, 1.5)
		bait(s, "paddle tail", 0.085, "1/0")
		s.Boat.Kind, s.Cast.Distance, s.Wind.Speed, s.Wind.Direction = catalogue.Bank, 18, 3, 90
		s.Approach.Kind = setup.LiftAndDrop
	}),
	kind("worm", "A worm lying still", "Left on the bed until something picks it up.", func(s *setup.Setup) {
		inFresh(s, 5, "gravel")
		s.Line.Material = "fluorocarbon"
		tackle(s, 0.23e-3, 0.23e-3, 0)
		bait(s, "straight worm", 0.13, "2/0")
		s.Cast.Distance, s.Approach.Kind = 17, setup.HoldBottom
	}),
	kind("weed", "Swum over weed", "A steady retrieve just above what grows.", func(s *setup.Setup) {
		inFresh(s, 2.4, "weed")
		s.Water.Weed = 0.8
		tackle(s, 0.20e-3, 0.35e-3, 1)
		bait(s, "paddle tail", 0.11, "4/0")
		s.Boat.Kind, s.Cast.Distance, s.Head.Shape = catalogue.Bank, 20, "screw-in"
		s.Heads = slices.Concat([]float64{0}, setup.Ladder())
		s.Approach.Kind, s.Approach.Speed, s.Approach.BandLow, s.Approach.BandHigh = setup.Swim, 0.45, 0.9, 1.9
	}),
	kind("drop shot", "Held off the bed", "A sinker below, the bait a little over the bed.", func(s *setup.Setup) {
		inFresh(s, 5, "rock")
		tackle(s, 0.12e-3, 0.22e-3, 2)
		bait(s, "slim minnow", 0.07, "#2")
		s.Cast.Distance, s.Approach.Kind = 8, setup.HoldBottom
		s.Rigging.Kind, s.Rigging.Apart = rigging.DropShot, 0.4
	}),
	kind("hover", "Hung over deep fish", "Kept at their depth on a slowly gathered line.", func(s *setup.Setup) {
		inFresh(s, 11, "mud")
		tackle(s, 0.14e-3, 0.24e-3, 2)
		bait(s, "slim minnow", 0.085, "2/0")
		s.Cast.Distance, s.Target.Depth, s.Approach.Kind = 20, 4, setup.Hover
	}),
	kind("river", "Across a river", "Kept on the bed as the current takes the line.", func(s *setup.Setup) {
		inFresh(s, 2.5, "gravel")
		s.Flow.Speed, s.Flow.Direction = 0.4, 90
		tackle(s, 0.18e-3, 0.30e-3, 1.5)
		bait(s, "creature", 0.085, "2/0")
		s.Boat.Kind, s.Cast.Distance, s.Cast.Drag = catalogue.Bank, 18, 0.2
		s.Head.Shape, s.Approach.Kind, s.Approach.Still = "football", setup.HoldBottom, setup.MaySwing
	}),
	kind("ledge", "Down a ledge", "From a rock into deepening water, hop by hop towards you.", func(s *setup.Setup) {
		s.Water.Depth, s.Water.SplashDepth, s.Water.Bed = 5, 9, "rock"
		tackle(s, 0.18e-3, 0.40e-3, 2)
		bait(s, "curl tail", 0.10, "2/0")
		s.Boat.Kind, s.Rod.TipHeight, s.Cast.Distance = catalogue.Bank, 3, 25
		s.Wind.Speed, s.Wind.Direction = 3, 90
		s.Approach.Kind = setup.LiftAndDrop
	}),
	kind("surf", "Out of the surf", "Dragged back through the waves of a beach.", func(s *setup.Setup) {
		s.Water.Depth, s.Water.Bed = 2.2, "sand"
		s.Flow.Speed, s.Flow.Direction = 0.2, 90
		s.Swell.Height, s.Swell.Period = 0.5, 8
		tackle(s, 0.18e-3, 0.35e-3, 1)
		bait(s, "paddle tail", 0.09, "2/0")
		s.Boat.Kind, s.Rod.TipHeight, s.Cast.Distance, s.Cast.Drag = catalogue.Bank, 2.2, 35, 0.3
		s.Wind.Speed, s.Wind.Direction, s.Wind.Source = 3, 180, setup.ByEye
		s.Approach.Kind = setup.HoldBottom
	}),
	kind("reef", "Over a reef, drifting", "A long slow fall from an open boat that the wind moves.",
		func(s *setup.Setup) {
			s.Boat.Kind, s.Cast.Distance = catalogue.Skiff, 25
			s.Flow.Speed, s.Wind.Speed = 0.15, 4
		}),
}
