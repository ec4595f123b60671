// Package outfit is tackle by the name of its parts, and the changes of one part that are worth comparing with.
package outfit

import (
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/setup"
)

// Outfit is tackle with a name: line, leader, bait, heads and rod of a setup.
type Outfit struct {
	Name  string
	Setup setup.Setup
}

// Variants are changes of one part of an outfit that are worth comparing with, by
// their keys.
var Variants = []string{"thin", "thick", "straight", "tungsten", "tin", "glass", "football", "mushroom", "standup",
	"swing", "dropshot", "hook", "small"}

var variants = map[string]func(*setup.Setup){
	"thin":  Thinner,
	"thick": func(s *setup.Setup) { ofDiameter(s, judgement.Thicker.Number*s.Line.Diameter) },
	"straight": func(s *setup.Setup) {
		s.Line = setup.Line{Material: "fluorocarbon", Diameter: judgement.Straight.Number * s.Leader.Diameter}
		s.Leader.Length = 0
	},
	"tungsten": func(s *setup.Setup) { s.Head.Material = "tungsten" },
	"tin":      func(s *setup.Setup) { s.Head.Material = "tin" },
	"glass":    func(s *setup.Setup) { s.Head.Material = "glass" },
	"football": func(s *setup.Setup) { s.Head.Shape, s.Head.Snags = "football", 0 },
	"mushroom": func(s *setup.Setup) { s.Head.Shape, s.Head.Snags = "mushroom", 0 },
	"standup":  func(s *setup.Setup) { s.Head.Shape, s.Head.Snags = "stand-up", 0 },
	"swing":    func(s *setup.Setup) { s.Head.Shape, s.Head.Snags = "swing", 0 },
	"dropshot": func(s *setup.Setup) { s.Rigging.Kind = rigging.DropShot },
	"hook": func(s *setup.Setup) {
		sizes := catalogue.HookSizes
		if s.Head.Hook == setup.HookAsTheyCome {
			return // there is no one size to go up from
		}
		s.Head.Hook = sizes[min(slices.Index(sizes, s.Head.Hook)+2, len(sizes)-1)]
	},
	"small": Smaller,
}

// ofDiameter gives a setup a line of another diameter in m, as it is printed
// and as strong as such a line is.
func ofDiameter(s *setup.Setup, diameter float64) {
	s.Line = setup.Line{Material: s.Line.Material, Diameter: diameter}
}

// Thinner gives a setup a line that is thinner by a usual step.
func Thinner(s *setup.Setup) { ofDiameter(s, judgement.Thinner.Number*s.Line.Diameter) }

// Smaller gives a setup the next smaller bait of the same proportions.
func Smaller(s *setup.Setup) {
	by := judgement.Smaller.Number
	s.Bait.Length *= by
	s.Bait.Trimmed *= by
	s.Bait.Weighed *= by * by * by
	s.Bait.Width *= by
	s.Bait.Height *= by
}

// Vary is a setup with one part changed; ok is false where there is no such change.
func Vary(s setup.Setup, key string) (out setup.Setup, ok bool) {
	change, ok := variants[key]
	if ok {
		change(&s)
	}
	return s, ok
}
