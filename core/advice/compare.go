package advice

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/units"

	"golang.org/x/sync/errgroup"
)

// Outfit is tackle with a name: line, leader, bait, heads and rod of a setup.
type Outfit struct {
	Name  string
	Setup setup.Setup
}

// Compared is what an outfit does in the water that it is compared in.
type Compared struct {
	Name     string   `json:"name"`
	Outfit   string   `json:"outfit"` // what it is, in words
	Pick     float64  `json:"pick"`   // kg to tie on; 0 where no head does it
	Least    float64  `json:"least"`  // kg
	Sure     float64  `json:"sure"`
	Fall     Fall     `json:"fall"` // of the head to tie on, or the one that comes closest
	Ranges   Ranges   `json:"ranges"`
	Contact  Contact  `json:"contact"`
	Snags    float64  `json:"snags"`
	Sentence string   `json:"sentence"`
	Cue      string   `json:"cue"`
	Words    []string `json:"words"` // how it differs from the first
	Cost     float64  `json:"cost"`  // price of the head, for whoever knows it; 0 where not
}

// Variant is a change of one part of an outfit that is worth comparing with.
type Variant struct {
	Key    string
	Name   string
	change func(*setup.Setup)
}

var variants = []Variant{
	{"thin", "thinner line", thinner},
	{"thick", "thicker line", func(s *setup.Setup) { ofDiameter(s, judgement.Thicker.Number*s.Line.Diameter) }},
	{"straight", "straight fluorocarbon", func(s *setup.Setup) {
		s.Line = setup.Line{Material: "fluorocarbon", Diameter: judgement.Straight.Number * s.Leader.Diameter}
		s.Leader.Length = 0
	}},
	{"tungsten", "tungsten heads", func(s *setup.Setup) { s.Head.Material = "tungsten" }},
	{"tin", "tin heads", func(s *setup.Setup) { s.Head.Material = "tin" }},
	{"glass", "glass heads", func(s *setup.Setup) { s.Head.Material = "glass" }},
	{"dropshot", "drop shot", func(s *setup.Setup) { s.Rigging.Kind = setup.DropShot }},
	{"hook", "hook two sizes up", func(s *setup.Setup) {
		sizes := judgement.HookSizes
		s.Head.Hook = sizes[min(slices.Index(sizes, s.Head.Hook)+2, len(sizes)-1)]
	}},
	{"small", "smaller bait", smaller},
}

// ofDiameter gives a setup a line of another diameter in m, as it is printed
// and as strong as such a line is.
func ofDiameter(s *setup.Setup, diameter float64) {
	s.Line = setup.Line{Material: s.Line.Material, Diameter: diameter}
}

func thinner(s *setup.Setup) { ofDiameter(s, judgement.Thinner.Number*s.Line.Diameter) }

// smaller gives a setup the next smaller bait of the same proportions.
func smaller(s *setup.Setup) {
	by := judgement.Smaller.Number
	s.Bait.Length *= by
	s.Bait.Trimmed *= by
	s.Bait.Weighed *= by * by * by
}

// Variants are the changes that Vary knows.
func Variants() []Variant { return append([]Variant(nil), variants...) }

// Vary is the outfit of a setup with one part changed; ok is false where there
// is no such change.
func Vary(s setup.Setup, key string) (o Outfit, ok bool) {
	i := slices.IndexFunc(variants, func(v Variant) bool { return v.Key == key })
	if i < 0 {
		return Outfit{}, false
	}
	variants[i].change(&s)
	return Outfit{variants[i].Name, s}, true
}

// Compare works out what outfits do in the water of a setup, fished as it is
// there, with the heads of the first of them; each is told from the first.
// Errors are setup.Errors, that a unit is not known, or that of ctx.
func Compare(ctx context.Context, water setup.Setup, outfits []Outfit, choice units.Choice) ([]Compared, error) {
	answers, out := make([]*Answer, len(outfits)), make([]Compared, len(outfits))
	var work errgroup.Group
	work.SetLimit(2) // each works its heads out side by side
	for i, o := range outfits {
		work.Go(func() (err error) {
			if err := ctx.Err(); err != nil {
				return err
			}
			s := water.With(o.Setup)
			s.Heads, s.Other.Asked = outfits[0].Setup.Heads, false
			if answers[i], err = solveOne(s, choice); err != nil {
				return fmt.Errorf("%s: %w", o.Name, err)
			}
			return nil
		})
	}
	if err := work.Wait(); err != nil {
		return nil, err
	}
	for i, o := range outfits {
		a := answers[i]
		h := a.Heads[a.Closest]
		out[i] = Compared{
			Name: o.Name, Outfit: outfitWords(o.Setup, choice), Sure: h.Sure, Fall: h.Fall, Ranges: h.Ranges,
			Contact: h.Contact, Snags: h.Snags, Sentence: a.Sentence, Cue: a.Cue, Words: []string{},
		}
		if a.Pick >= 0 {
			out[i].Pick, out[i].Least = h.Mass, a.Heads[a.Least].Mass
		}
		if i > 0 {
			out[i].Words = differs(answers[0], a, outfits[0].Setup, o.Setup, choice)
		}
	}
	return out, nil
}

// outfitWords says what an outfit is.
func outfitWords(s setup.Setup, choice units.Choice) string {
	diameter := func(v float64) string { return choice.Show("diameter", v) }
	line := fmt.Sprintf("%s %s", s.Line.Material, diameter(s.Line.Diameter))
	if s.Leader.Length > 0 {
		line += fmt.Sprintf(", %s of %s %s", choice.Show("depth", s.Leader.Length), s.Leader.Material, diameter(s.Leader.Diameter))
	}
	if s.Rigging.Kind != setup.SingleHead {
		line += "; " + s.Rigging.Kind
	}
	return fmt.Sprintf("%s; %s %s; %s %s heads", line, choice.Show("size", s.Bait.Length), s.Bait.Form, s.Head.Material, s.Head.Shape)
}

// differs says what an outfit costs or buys against the first, and what it is
// that does so where only one thing is another.
func differs(first, a *Answer, from, to setup.Setup, choice units.Choice) []string {
	out := []string{}
	what := changed(from, to)
	if what == "" {
		return append(out, "It is the same outfit.")
	}
	what = strings.ToUpper(what[:1]) + what[1:]
	steps := func(n int) string {
		words := []string{"no step", "one step", "two steps", "three steps", "four steps", "five steps"}
		if n < len(words) {
			return words[n]
		}
		return fmt.Sprintf("%d steps", n)
	}
	switch {
	case a.Pick < 0 && first.Pick < 0:
		return append(out, what+" does not help: no head does it with either.")
	case a.Pick < 0:
		return append(out, what+" costs too much: no head does it any more.")
	case first.Pick < 0:
		out = append(out, what+" makes it possible at all.")
	case a.Pick < first.Pick:
		out = append(out, fmt.Sprintf("%s buys %s: %s instead of %s.", what, steps(first.Pick-a.Pick), choice.Show("mass", a.Heads[a.Pick].Mass), choice.Show("mass", first.Heads[first.Pick].Mass)))
	case a.Pick > first.Pick:
		out = append(out, fmt.Sprintf("%s costs %s: %s instead of %s.", what, steps(a.Pick-first.Pick), choice.Show("mass", a.Heads[a.Pick].Mass), choice.Show("mass", first.Heads[first.Pick].Mass)))
	default:
		out = append(out, what+" needs the same weight.")
	}
	if first.Pick >= 0 {
		// The same head on both tells what else is different.
		mine, theirs := a.Heads[first.Pick], first.Heads[first.Pick]
		if mine.Fall.Outcome == Reached {
			if d := mine.Fall.Time - theirs.Fall.Time; math.Abs(d) > 0.04*theirs.Fall.Time {
				later := "later"
				if d < 0 {
					later = "sooner"
				}
				out = append(out, fmt.Sprintf("With %s it is there %s %s.", choice.Show("mass", mine.Mass), units.Seconds(math.Abs(d)), later))
			}
			if d := mine.Contact.Margin - theirs.Contact.Margin; math.Abs(d) > 0.05 {
				more := "more"
				if d < 0 {
					more = "less"
				}
				out = append(out, fmt.Sprintf("It keeps %s of its weight %s on the bed.", units.Percent(math.Abs(d)), more))
			}
		}
	}
	return out
}

// changed names what is another in two outfits, if it is one thing.
func changed(from, to setup.Setup) string {
	var parts []string
	add := func(name string, same bool) {
		if !same {
			parts = append(parts, name)
		}
	}
	switch {
	case to.Line.Material == from.Line.Material && to.Line.Diameter < from.Line.Diameter:
		parts = append(parts, "the thinner line")
	case to.Line.Material == from.Line.Material && to.Line.Diameter > from.Line.Diameter:
		parts = append(parts, "the thicker line")
	case to.Line.Material != from.Line.Material && to.Leader.Length == 0:
		parts = append(parts, "straight "+to.Line.Material)
	case to.Line.Material != from.Line.Material:
		parts = append(parts, to.Line.Material+" line")
	}
	straight := to.Line.Material != from.Line.Material && to.Leader.Length == 0
	add("the other leader", straight || to.Leader.Length == from.Leader.Length && to.Leader.Material == from.Leader.Material && to.Leader.Diameter == from.Leader.Diameter)
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
