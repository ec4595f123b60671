package conditions

import (
	"fmt"

	"dunvel/core/setup"
	"dunvel/core/units"
)

// Outfit says what an outfit is.
func Outfit(s setup.Setup, choice units.Choice) string {
	diameter := func(v float64) string { return choice.Show("diameter", v) }
	line := fmt.Sprintf("%s %s", s.Line.Material, diameter(s.Line.Diameter))
	if s.Leader.Length > 0 {
		line += fmt.Sprintf(", %s of %s %s", choice.Show("depth", s.Leader.Length), s.Leader.Material,
			diameter(s.Leader.Diameter))
	}
	if !s.Rigging.Alone() {
		line += "; " + s.Rigging.Kind
	}
	return fmt.Sprintf("%s; %s %s; %s %s heads", line, choice.Show("size", s.Bait.Length), s.Bait.Form, s.Head.Material,
		s.Head.Shape)
}

// Changed names what is another in two outfits, if it is one thing.
func Changed(from, to setup.Setup) string {
	var parts []string
	add := func(name string, same bool) {
		if !same {
			parts = append(parts, name)
		}
	}
	if line := lineChanged(from, to); line != "" {
		parts = append(parts, line)
	}
	straight := to.Line.Material != from.Line.Material && to.Leader.Length == 0
	add("the other leader", straight || to.Leader.Length == from.Leader.Length &&
		to.Leader.Material == from.Leader.Material && to.Leader.Diameter == from.Leader.Diameter)
	switch {
	case to.Bait.Form == from.Bait.Form && to.Bait.Length < from.Bait.Length:
		parts = append(parts, "the smaller bait")
	case to.Bait.Form == from.Bait.Form && to.Bait.Length > from.Bait.Length:
		parts = append(parts, "the larger bait")
	default:
		add("the other bait", to.Bait == from.Bait)
	}
	if to.Head.Material != from.Head.Material {
		parts = append(parts, to.Head.Material)
	} else {
		add("the other head", to.Head == from.Head)
	}
	add("the "+to.Rigging.Kind+" rig", to.Rigging.Kind == from.Rigging.Kind)
	switch len(parts) {
	case 0:
		return ""
	case 1:
		return parts[0]
	}
	return "this outfit"
}

// lineChanged names another line; nothing where it is the same.
func lineChanged(from, to setup.Setup) string {
	switch same := to.Line.Material == from.Line.Material; {
	case same && to.Line.Diameter < from.Line.Diameter:
		return "the thinner line"
	case same && to.Line.Diameter > from.Line.Diameter:
		return "the thicker line"
	case same:
		return ""
	case to.Leader.Length == 0:
		return "straight " + to.Line.Material
	}
	return to.Line.Material + " line"
}
