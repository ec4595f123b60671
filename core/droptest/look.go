package droptest

import (
	"context"
	"fmt"
	"math"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/units"

	"gonum.org/v1/gonum/stat/distuv"
)

// Look is what there is to see while a bait is dropped.
type Look struct {
	Expected float64   `json:"expected"` // s for the next drop, by the form of the bait; 0 where it does not get there
	Now      float64   `json:"now"`      // s, by the drops so far
	Floats   bool      `json:"floats"`   // it rises: hold it on the bottom and time it to the surface
	Odd      []string  `json:"odd"`      // of each drop, what looks wrong with it, or ""
	Fit      Fit       `json:"fit"`
	Low      float64   `json:"low"` // 80 % range of the factor
	High     float64   `json:"high"`
	Words    string    `json:"words"`
	Caution  string    `json:"caution"` // of the drops together, or ""
	Curve    []Density `json:"curve"`   // how probable a factor is, before and after
	Points   []Point   `json:"points"`  // times expected and measured, of all tests with this bait
}

// Density is how probable a factor is, per unit of it.
type Density struct {
	Factor float64 `json:"factor"`
	Before float64 `json:"before"`
	After  float64 `json:"after"`
}

// Point is a test with what was measured and what was and is expected, s.
type Point struct {
	Mass     float64 `json:"mass"` // kg
	Depth    float64 `json:"depth"`
	Measured float64 `json:"measured"`
	Before   float64 `json:"before"`
	After    float64 `json:"after"`
	This     bool    `json:"this"` // the test that is looked at
}

// See looks at a test that is under way, with the others of the same bait.
// Errors are setup.Errors, and those of the engine.
func See(ctx context.Context, t Test, others []Test, choice units.Choice) (*Look, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	if err := t.Validate(choice); err != nil {
		return nil, err
	}
	same := []Test{t}
	for _, o := range others {
		if Same(o.Setup.Bait, t.Setup.Bait) {
			same = append(same, o)
		}
	}
	fit, err := FitDrag(ctx, same)
	if err != nil {
		return nil, err
	}
	out := &Look{Fit: fit, Curve: curve(fit), Points: []Point{}}
	out.Low, out.High = fit.Range()
	before, err := runs(ctx, same, 1)
	if err != nil {
		return nil, err
	}
	after, err := runs(ctx, same, fit.Factor)
	if err != nil {
		return nil, err
	}
	out.Expected, out.Now, out.Floats = before[0].time, after[0].time, before[0].floats
	for i, s := range same {
		if times := s.counted(); len(times) > 0 && s.Place != OnWater {
			mean, _ := Timing(times)
			out.Points = append(out.Points, Point{s.Mass, s.Depth, mean, before[i].time, after[i].time, i == 0})
		}
	}
	out.Odd = t.odd(out.Now)
	out.Caution = t.caution(out)
	out.Words = fit.words()
	return out, nil
}

// odd says of each drop what looks wrong with it.
func (t Test) odd(expected float64) []string {
	out := make([]string, len(t.Drops))
	times := t.counted()
	slices.Sort(times)
	middle := median(times)
	far := make([]float64, len(times))
	for i, v := range times {
		far[i] = math.Abs(v - middle)
	}
	slices.Sort(far)
	// The deviation from the median says how wide they lie, whatever one of them
	// does (Hampel, 1974): 1.4826 makes a standard deviation of it.
	width := judgement.OddDrop.Number * max(judgement.Timing.Number, 1.4826*median(far))
	for i, d := range t.Drops {
		const minute = 60
		switch away := d.Time - middle; {
		case d.Struck:
		case expected > 0 && d.Time*minute > judgement.MinutesLow.Number*expected &&
			d.Time*minute < judgement.MinutesHigh.Number*expected:
			out[i] = fmt.Sprintf("minutes? About %s is expected", units.Seconds(expected))
		case len(times) > 2 && away > width:
			out[i] = fmt.Sprintf("slow: the others take about %s", units.Seconds(middle))
		case len(times) > 2 && -away > width:
			out[i] = fmt.Sprintf("fast: the others take about %s", units.Seconds(middle))
		}
	}
	return out
}

// caution says what is wrong with drops as a whole.
func (t Test) caution(l *Look) string {
	times := t.counted()
	switch {
	case l.Floats && len(times) == 0:
		return "It floats. Hold it on the bottom, let go, and time it to the surface: the rise tells its drag as well."
	case l.Expected == 0:
		return "By the engine it does not get to the bottom: is the head too light for this line?"
	case l.Fit.Outcome == Beyond:
		return fmt.Sprintf("No drag within reason explains these times: it would be more than %.0f times, or less "+
			"than a third of, what is usual for the form. They are not used. Is the depth right, the weight, the "+
			"times in seconds?", judgement.DragMost.Number)
	case len(times) > 1 && slices.IndexFunc(l.Odd, func(o string) bool { return o != "" }) < 0:
		low, high := slices.Min(times), slices.Max(times)
		if _, sd := Timing(times); sd*math.Sqrt(
			float64(len(times))) > judgement.OddDrop.Number*judgement.Timing.Number {
			return fmt.Sprintf("These drops do not agree: %s to %s. Time a few more, or strike those that went wrong.",
				units.Seconds(low), units.Seconds(high))
		}
	}
	return ""
}

// words says what a fit found.
func (f Fit) words() string {
	if f.Outcome != Fitted {
		return fmt.Sprintf("Not yet measured: as baits of this form go, ± %s.", units.Percent(f.Before))
	}
	low, high := f.Range()
	what := "about as usual for its form"
	switch {
	case low > 1:
		what = "more than usual for its form"
	case high < 1:
		what = "less than usual for its form"
	}
	return fmt.Sprintf("From %s it drags %.2f times, %s (%.2f to %.2f): known to ± %s, before to ± %s.",
		units.Counted(f.Drops, "drop"), f.Factor, what, low, high, units.Percent(f.Spread), units.Percent(f.Before))
}

// Range is the 80 % range of the factor.
func (f Fit) Range() (low, high float64) {
	reach := spread.Factor(f.Spread, spread.Reach)
	return f.Factor / reach, f.Factor * reach
}

// curve is how probable factors are before and after a fit.
func curve(f Fit) []Density {
	const points = 81
	before := distuv.LogNormal{Sigma: spread.LogSD(f.Before)}
	after := distuv.LogNormal{Mu: math.Log(f.Factor), Sigma: spread.LogSD(f.Spread)}
	low, high := 0.4, 2.0
	low, high = min(low, after.Quantile(0.005)), max(high, after.Quantile(0.995))
	out := make([]Density, points)
	for i := range out {
		x := low + (high-low)*float64(i)/(points-1)
		out[i] = Density{x, before.Prob(x), after.Prob(x)}
	}
	return out
}

// Told says in a sentence where the drag that is used comes from, for a bait
// that was dropped or one like it; when is when, in words.
func (f Fit) Told(from, to setup.Bait, when string, choice units.Choice) string {
	what := ""
	if !Same(from, to) {
		what = fmt.Sprintf(" of the one of %s", choice.Show("size", from.Length))
	}
	return fmt.Sprintf("Its drag is from %s%s on %s: %.2f of what is usual, ± %s.", units.Counted(f.Drops, "drop"),
		what, when, f.Factor, units.Percent(f.Spread))
}

func median(sorted []float64) float64 {
	n := len(sorted)
	if n == 0 {
		return 0
	}
	return (sorted[(n-1)/2] + sorted[n/2]) / 2
}
