package advice

import (
	"context"
	"fmt"

	"dunvel/core/advice/say"
	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Doubts says where the range of an answer comes from, and what measuring would make of it.
type Doubts struct {
	Mass    float64    `json:"mass"`   // kg of the head that is told of: the one to tie on, or the closest
	Number  string     `json:"number"` // what the range is of
	Range   string     `json:"range"`  // four times in five
	Words   string     `json:"words"`
	Parts   []Doubt    `json:"parts"` // the largest share first
	Measure []Measured `json:"measure"`
}

// Doubt is one thing that is not exactly known.
type Doubt struct {
	Name  string  `json:"name"`
	Known string  `json:"known"` // how well
	Share float64 `json:"share"` // of the variance of the number

	// From names the judged numbers that it comes from, as package trust lists them; none where it was measured.
	From []string `json:"from"`
}

// Measured is what measuring something would make of the range.
type Measured struct {
	Key   string `json:"key"`
	Words string `json:"words"`
}

// doubtful says each unknown, and the numbers in the table of judgement that it comes from.
var doubtful = map[judge.Unknown]string{
	judge.Flow: "the speed of the current", judge.Wind: "the wind", judge.Drift: "the drift",
	judge.Across: "how hard water pushes across the line",
	judge.Along:  "how hard water holds the line along its length",
	judge.Fall:   "the drag of the bait as it falls", judge.Tow: "the drag of the bait as it is drawn along",
	judge.Weight: "what head and bait weigh", judge.Depth: "the depth",
	judge.Spool: "how hard the spool or finger holds the line", judge.Friction: "the grip of the bed",
}

// measuring says each measurement as the beginning of a sentence.
var measuring = map[judge.Measurement]string{
	judge.TimeFloat: "A float timed over a known way", judge.HoldMeter: "A wind meter in the hand",
	judge.TakeFixes: "The drift by two positions", judge.GaugeLine: "The line measured with a gauge",
	judge.DropBait: "Six timed drops of the bait on two heads", judge.WeighHead: "The head on a pocket scale",
}

// ofNumber is what each number is called.
var ofNumber = map[judge.Number]string{
	judge.SecondsDown: "the count", judge.SecondsBack: "the way back to the bed", judge.Contact: "the contact margin",
	judge.Height: "the mean height over the bed",
}

// Doubts looks at what the range of the head to tie on comes from. Errors are setup.Errors,
// that a unit is not known, or those of judging.
func (a Adviser) Doubts(ctx context.Context, s setup.Setup, choice units.Choice) (*Doubts, error) {
	l, err := a.decided(ctx, s, choice)
	if err != nil {
		return nil, err
	}
	mass := l.Heads[l.Closest].Mass
	w, err := a.Bench.Weigh(ctx, l.Case, mass)
	if err != nil {
		return nil, err
	}
	t := tellerOf(l.Case, choice)
	out := &Doubts{Mass: mass, Number: t.numbered(w.Number), Parts: []Doubt{}, Measure: []Measured{}}
	if len(w.Parts) == 0 {
		out.Words = fmt.Sprintf("%s does not get there, so that nothing can be said of how sure its numbers are.",
			say.Capital(t.Mass(mass)))
		return out, nil
	}
	out.Range = t.ranged(w.Number, w.Range)
	for _, p := range w.Parts {
		out.Parts = append(out.Parts, Doubt{doubtful[p.Unknown], known(p), p.Share, t.judgedBy(p.Unknown)})
	}
	for _, m := range w.Measure {
		if t.ranged(w.Number, m.Range) != out.Range || say.Odds(m.Sure) != say.Odds(w.Head.Sure) {
			out.Measure = append(out.Measure, Measured{string(m.Measurement), t.bought(w, m)})
		}
	}
	out.Words = t.doubts(out)
	return out, nil
}

// judgedBy names the judged numbers that the spread of an unknown comes from.
func (t teller) judgedBy(u judge.Unknown) []string {
	s := t.Setup
	diameter := "printed spread"
	if s.Line.Measured {
		diameter = "measured spread"
	}
	switch u {
	case judge.Flow:
		if s.Flow.Spread == 0 {
			return []string{"flow spread, " + s.Flow.Source}
		}
	case judge.Wind:
		return []string{"wind spread, " + s.Wind.Source}
	case judge.Drift:
		if s.Boat.Measured {
			return []string{"drift spread"}
		}
		return []string{"Boat, " + s.Boat.Kind + ", leeway"}
	case judge.Across:
		return []string{"normal spread", diameter}
	case judge.Along:
		return []string{"Line, " + s.Line.Material + ", tangential", diameter}
	case judge.Fall:
		if s.Bait.Drag == 0 {
			return []string{"fall area"}
		}
	case judge.Tow:
		return []string{"tow area"}
	case judge.Weight:
		return t.weightsBy()
	case judge.Depth:
		return []string{"depth spread"}
	case judge.Spool:
		if s.Hand.Line == setup.LineFed {
			return []string{"finger pull"}
		}
		return []string{"spool fixed"}
	case judge.Friction:
		return []string{"Bed, " + s.Water.Bed + ", friction"}
	}
	return []string{}
}

// weightsBy names the judged numbers that what head and bait weigh comes from.
func (t teller) weightsBy() []string {
	head, bait := "marked spread", []string{"Bait form, " + t.Setup.Bait.Form + ", proportions", "Bait body, " +
		t.Setup.Bait.Body}
	if t.Setup.Head.Weighed {
		head = "weighed spread"
	}
	if t.Setup.Bait.Weighed > 0 {
		bait = []string{bait[0], "bait weighed"}
	}
	return append([]string{head}, bait...)
}

// numbered says which number a range is of.
func (t teller) numbered(n judge.Number) string {
	if n == judge.Height && t.School().Hovers {
		return "the mean depth"
	}
	return ofNumber[n]
}

// ranged says a range in the unit of its number.
func (t teller) ranged(n judge.Number, r judge.Range) string {
	switch n {
	case judge.Contact:
		return fmt.Sprintf("%s to %s", units.Percent(max(r.Low, 0)), units.Percent(max(r.High, 0)))
	case judge.Height:
		return t.Span(r.Low, r.High)
	}
	count, within := say.CountAndRange(r.Low, r.Low, r.High)
	if within == "" {
		return count
	}
	return within + " s"
}

// known says how well something is known. Of weights the spread is each lure's own.
func known(p judge.Part) string {
	if p.Unknown == judge.Weight {
		return "as marked and made"
	}
	return "± " + units.Percent(p.Spread)
}

// doubts says which two unknowns most of the range comes from.
func (t teller) doubts(d *Doubts) string {
	first := d.Parts[0]
	words := fmt.Sprintf("With %s, %s is %s four times in five. Most of that range comes from %s (%s)", t.Mass(d.Mass),
		d.Number, d.Range,
		first.Name, say.Share(first.Share))
	if len(d.Parts) > 1 && d.Parts[1].Share >= judgement.DoubtTold.Number {
		words += fmt.Sprintf(" and %s (%s)", d.Parts[1].Name, say.Share(d.Parts[1].Share))
	}
	return words + "."
}

// bought says what a measurement would make of the range.
func (t teller) bought(w *judge.Weighed, m judge.Bought) string {
	words := fmt.Sprintf("%s would make that %s", measuring[m.Measurement], t.ranged(w.Number, m.Range))
	if was, is := say.Odds(w.Head.Sure), say.Odds(m.Sure); was != is {
		words += fmt.Sprintf(", and the chance that it does all that is asked %s instead of %s", is, was)
	}
	return words + ", if it finds what is assumed now."
}
