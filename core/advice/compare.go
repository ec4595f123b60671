package advice

import (
	"context"
	"fmt"
	"math"

	"dunvel/core/abreast"
	"dunvel/core/advice/conditions"
	"dunvel/core/advice/notes"
	"dunvel/core/advice/say"
	"dunvel/core/explore/outfit"
	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/progress"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Compared is what an outfit does in the water that it is compared in.
type Compared struct {
	Name     string       `json:"name"`
	Outfit   string       `json:"outfit"` // what it is, in words
	Pick     float64      `json:"pick"`   // kg to tie on; 0 where no head does it
	Least    float64      `json:"least"`  // kg
	Sure     float64      `json:"sure"`
	Fall     trial.Fall   `json:"fall"` // of the head to tie on, or the one that comes closest
	Ranges   judge.Ranges `json:"ranges"`
	Contact  Contact      `json:"contact"`
	Snags    float64      `json:"snags"`
	Sentence string       `json:"sentence"`
	Cue      string       `json:"cue"`
	Words    []string     `json:"words"` // how it differs from the first
	BedSlope float64      `json:"bedSlope"`
	Sits     []notes.Seat `json:"sits"` // the baits of the rig, from the end of the line up
	Cost     float64      `json:"cost"` // price of the head, for whoever knows it; 0 where not
}

// Variant is a change of one part of an outfit that is worth comparing with.
type Variant struct{ Key, Name string }

var variantNames = map[string]string{
	"thin": "thinner line", "thick": "thicker line", "straight": "straight fluorocarbon", "tungsten": "tungsten heads",
	"tin":   "tin heads",
	"glass": "glass heads", "football": "football heads", "mushroom": "mushroom heads", "standup": "stand-up heads",
	"swing": "swinging heads", "dropshot": "drop shot", "hook": "hook two sizes up", "small": "smaller bait",
}

// Variants are the changes that Vary knows.
func Variants() []Variant {
	out := make([]Variant, len(outfit.Variants))
	for i, key := range outfit.Variants {
		out[i] = Variant{key, variantNames[key]}
	}
	return out
}

// Vary is the outfit of a setup with one part changed; ok is false where there
// is no such change.
func Vary(s setup.Setup, key string) (o outfit.Outfit, ok bool) {
	changed, ok := outfit.Vary(s, key)
	return outfit.Outfit{Name: variantNames[key], Setup: changed}, ok
}

// Compare answers for outfits in the water of a setup, fished as it is there, with the
// heads of the first of them; each is told from the first. Errors are setup.Errors,
// that a unit is not known, or those of judging.
func (a Adviser) Compare(ctx context.Context, water setup.Setup, outfits []outfit.Outfit,
	choice units.Choice) ([]Compared, error) {
	answers, out := make([]*Answer, len(outfits)), make([]Compared, len(outfits))
	done := progress.Count(ctx, len(outfits))
	answer := func(i int, first *Answer) (err error) {
		defer done()
		s := water.With(outfits[i].Setup)
		s.Heads, s.Other.Asked = outfits[0].Setup.Heads, false
		if answers[i], err = a.compared(ctx, s, choice, first); err != nil {
			return fmt.Errorf("%s: %w", outfits[i].Name, err)
		}
		return nil
	}
	if err := answer(0, nil); err != nil {
		return nil, err
	}
	err := abreast.Each(len(outfits)-1, func(i int) error { return answer(i+1, answers[0]) })
	if err != nil {
		return nil, err
	}
	for i, o := range outfits {
		answer := answers[i]
		h := answer.Heads[answer.Closest]
		out[i] = Compared{
			Name: o.Name, Outfit: conditions.Outfit(o.Setup, choice), Sure: h.Sure, Fall: h.Fall, Ranges: h.Ranges,
			Contact: h.Contact, Snags: h.Snags, Sentence: answer.Sentence, Cue: answer.Cue, Words: []string{},
			Sits: answer.Sits, BedSlope: answer.BedSlope,
		}
		if answer.Pick >= 0 {
			out[i].Pick, out[i].Least = h.Mass, answer.Heads[answer.Least].Mass
		}
		if i > 0 {
			out[i].Words = differs(answers[0], answer, outfits[0].Setup, o.Setup, choice)
		}
	}
	return out, nil
}

// compared answers for an outfit as far as it is compared: for the head to tie on, and the
// one that the first outfit is told of, where there is one.
func (a Adviser) compared(ctx context.Context, s setup.Setup, choice units.Choice, first *Answer) (*Answer, error) {
	l, err := a.decided(ctx, s, choice)
	if err != nil {
		return nil, err
	}
	if first != nil {
		if h := &l.Heads[max(first.Pick, 0)]; h.Verdict == judge.Open {
			if *h, err = a.Bench.Judge(ctx, l.Case, h.Mass); err != nil {
				return nil, err
			}
		}
	}
	return a.one(ctx, l, choice, true)
}

// differs says what an outfit costs or buys against the first, and what it is
// that does so where only one thing is another.
func differs(first, a *Answer, from, to setup.Setup, choice units.Choice) []string {
	out := []string{}
	what := conditions.Changed(from, to)
	if what == "" {
		return append(out, "It is the same outfit.")
	}
	what = say.Capital(what)
	words := weightDiffers(first, a, what, choice)
	if words != "" {
		out = append(out, words)
	}
	if a.Pick < 0 && len(a.Heads) > 1 {
		return out // there is no head to tell more of
	}
	if mine, theirs := a.Sits, first.Sits; !mine[0].Over && !theirs[0].Over &&
		math.Abs(mine[0].Bed-theirs[0].Bed) >= judgement.PoseDiffers.Number {
		out = append(out, notes.OnBed("it", mine[0].Pose))
	}
	if first.Pick >= 0 || len(a.Heads) == 1 {
		// The same head on both tells what else is different.
		out = append(out, headDiffers(&first.Heads[max(first.Pick, 0)], &a.Heads[max(first.Pick, 0)], choice)...)
	}
	if len(out) == 0 {
		out = append(out, what+" does the same with that weight.")
	}
	return out
}

// weightDiffers says what weight an outfit costs or buys against the first; nothing where one
// head alone is asked about and does it with both.
func weightDiffers(first, a *Answer, what string, choice units.Choice) string {
	alone := len(a.Heads) == 1
	does, did := a.Pick >= 0, first.Pick >= 0
	mass := func(of *Answer, i int) string { return choice.Show("mass", of.Heads[i].Mass) }
	switch {
	case alone && does && did:
		return ""
	case alone && !does && did:
		return fmt.Sprintf("%s does not do it with %s.", what, mass(a, 0))
	case alone && !does:
		return fmt.Sprintf("Neither does it with %s.", mass(a, 0))
	case !does && !did:
		return what + " does not help: no head does it with either."
	case !does:
		return what + " costs too much: no head does it any more."
	case !did:
		return what + " makes it possible at all."
	case a.Pick == first.Pick:
		return what + " needs the same weight."
	}
	verb, by := "buys", first.Pick-a.Pick
	if by < 0 {
		verb, by = "costs", -by
	}
	return fmt.Sprintf("%s %s %s: %s instead of %s.", what, verb, steps(by), mass(a, a.Pick), mass(first, first.Pick))
}

// steps says so many rungs of the ladder.
func steps(n int) string {
	words := []string{"no step", "one step", "two steps", "three steps", "four steps", "five steps"}
	if n < len(words) {
		return words[n]
	}
	return fmt.Sprintf("%d steps", n)
}

// headDiffers says what the same head does sooner or later, and how much more or less of it stays
// on the bed.
func headDiffers(first, h *Head, choice units.Choice) []string {
	var out []string
	if h.Fall.Outcome != trial.Reached || first.Fall.Outcome != trial.Reached {
		return nil
	}
	which := func(d float64, more, less string) string {
		if d < 0 {
			return less
		}
		return more
	}
	if d := h.Fall.Time - first.Fall.Time; math.Abs(d) > 0.04*first.Fall.Time {
		out = append(out, fmt.Sprintf("With %s it is there %s %s.", choice.Show("mass", h.Mass),
			units.Seconds(math.Abs(d)), which(d, "later", "sooner")))
	}
	if d := h.Contact.Margin - first.Contact.Margin; math.Abs(d) > 0.05 {
		out = append(out, fmt.Sprintf("It keeps %s of its weight %s on the bed.", units.Percent(math.Abs(d)),
			which(d, "more", "less")))
	}
	return out
}
