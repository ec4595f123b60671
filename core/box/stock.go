package box

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Like is what heads or sinkers that are alike but for their weight have in common.
type Like struct {
	Kind     string // Head or Sinker
	Shape    string // of heads
	Material string
}

// LikeOf is what the weights of the ladder of a setup have in common: its heads, or the
// sinkers or shot that take them on its rig.
func LikeOf(s setup.Setup) Like {
	if s.Rigging.Takes() == rigging.PartHead {
		return Like{Head, s.Head.Shape, s.Head.Material}
	}
	return Like{Kind: Sinker, Material: s.Head.Material}
}

func (l Like) name() string {
	if l.Kind == Sinker {
		return l.Material + " sinker"
	}
	return l.Material + " " + l.Shape
}

// Stock says how it stands in a box with a head or sinker of the mass in kg: how many there are,
// or which there are instead; low where it is to be minded. Where a box has none like it it
// says nothing.
func Stock(items []Item, mass float64, like Like, choice units.Choice) (words string, low bool) {
	owned := alike(items, like)
	count := Count(items, mass, like)
	show := func(kg float64) string { return choice.Show("mass", kg) }
	what := like.name()
	switch {
	case len(owned) == 0:
		return "", false
	case count > judgement.FewLeft.Number:
		return fmt.Sprintf("There are %.0f of it in the box.", count), false
	case count > 0:
		return fmt.Sprintf("Only %.0f of %s (%s) left in the box.", count, show(mass), what), true
	}
	var lighter, heavier float64
	for _, i := range owned {
		switch {
		case i.Count <= 0:
		case i.Mass < mass:
			lighter = max(lighter, i.Mass)
		case heavier == 0 || i.Mass < heavier:
			heavier = i.Mass
		}
	}
	var instead []string
	for _, kg := range slices.Compact([]float64{lighter, heavier}) {
		if kg > 0 {
			instead = append(instead, show(kg))
		}
	}
	if instead == nil {
		return fmt.Sprintf("There is no %s left in the box.", what), true
	}
	return fmt.Sprintf("%s (%s) is not in the box; there is %s.", show(mass), what, strings.Join(instead, " and ")),
		true
}

// Cost is what a head of the mass in kg, shape and metal costs, by its price in
// a box; 0 where it has none.
func Cost(items []Item, mass float64, shape, material string) float64 {
	for _, i := range alike(items, Like{Head, shape, material}) {
		if i.Price > 0 && i.weighs(mass) {
			return i.Price
		}
	}
	return 0
}

// Count is how many of the mass in kg there are.
func Count(items []Item, mass float64, like Like) (count float64) {
	for _, i := range alike(items, like) {
		if i.weighs(mass) {
			count += i.Count
		}
	}
	return count
}

func alike(items []Item, like Like) []Item {
	var out []Item
	for _, i := range items {
		if i.Kind == like.Kind && i.Material == like.Material && (i.Kind != Head || i.Shape == like.Shape) {
			out = append(out, i)
		}
	}
	return out
}

// weighs is whether a head is one of the mass in kg, as it is marked.
func (i Item) weighs(mass float64) bool {
	return math.Abs(i.Mass-mass) <= judgement.SameHead.Number*mass
}

// IsHead is whether an item is a head of the mass in kg, shape and metal.
func (i Item) IsHead(mass float64, shape, material string) bool {
	return i.Kind == Head && i.Shape == shape && i.Material == material && i.weighs(mass)
}

// IsBait is whether an item is a bait such as that of a setup.
func (i Item) IsBait(b setup.Bait) bool {
	return i.Kind == Bait && i.Form == b.Form && i.Body == b.Body && i.Width == b.Width && i.Height == b.Height &&
		math.Abs(i.Length-b.Length) <= judgement.SameHead.Number*b.Length
}

// IsLeader is whether an item is a leader such as that of a setup.
func (i Item) IsLeader(l setup.Leader) bool {
	return i.Kind == Line && i.Use == "leader" && i.Material == l.Material &&
		math.Abs(i.Diameter-l.Diameter) <= judgement.SameHead.Number*l.Diameter
}

// Back is an item with one of it back in the box, as Spend took it.
func (i Item) Back() Item {
	switch i.Kind {
	case Rod:
	case Line:
		i.Left += judgement.Retied.Number
	default:
		i.Count++
	}
	return i
}

// Spend is an item with one of it gone, lost or packed, or a line after a knot
// was tied anew; ok is false where there is nothing left to go.
func (i Item) Spend() (left Item, ok bool) {
	at := &i.Count
	step := 1.0
	if i.Kind == Line {
		at, step = &i.Left, judgement.Retied.Number
	}
	if i.Kind == Rod || *at <= 0 {
		return i, false
	}
	*at = max(*at-step, 0)
	return i, true
}
