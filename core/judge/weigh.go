package judge

import (
	"cmp"
	"context"
	"math"
	"slices"

	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"

	"gonum.org/v1/gonum/stat"
)

// Weighed is how much each unknown contributes to the range of the number that a head is
// first asked for, and what measuring something would make of that range.
type Weighed struct {
	Head    Head
	Number  Number
	Range   Range
	Parts   []Part   // the largest share first
	Measure []Bought // what would narrow the range most first
}

// Number says which number of a head its range is given for.
type Number string

// The numbers, by the approach.
const (
	SecondsDown Number = "time"    // s to the bed or the target
	Contact     Number = "contact" // share of the weight that the line leaves on the bed
	SecondsBack Number = "back"    // s back to the bed from a lift
	Height      Number = "height"  // m, the mean over a retrieve above the bed, or of a hover below the surface
)

// Part is the share of one unknown in the variance of the number.
type Part struct {
	Unknown Unknown
	Spread  float64 // relative standard deviation
	Share   float64
}

// Measurement is something that can be measured so that an unknown is known better.
type Measurement string

// The measurements.
const (
	TimeFloat Measurement = "float"     // the current, by a float over a known way
	HoldMeter Measurement = "wind"      // the wind, by a meter in the hand
	TakeFixes Measurement = "drift"     // the drift, by two positions
	GaugeLine Measurement = "line"      // the diameter, by a gauge
	DropBait  Measurement = "drop test" // the bait, timed as it falls
	// WeighHead is the head on a pocket scale. A bait is not weighed for this: what it weighs
	// in water goes by its density, which is better known than its volume.
	WeighHead Measurement = "scale"
)

// measurements is what each of them makes of a setup.
var measurements = []struct {
	name  Measurement
	takes func(s *setup.Setup)
}{
	{TimeFloat, func(s *setup.Setup) { s.Flow.Source, s.Flow.Spread = "float test", 0 }},
	{HoldMeter, func(s *setup.Setup) { s.Wind.Source = "meter" }},
	{TakeFixes, func(s *setup.Setup) { s.Boat.Measured = true }},
	{GaugeLine, func(s *setup.Setup) { s.Line.Measured = true }},
	{DropBait, func(s *setup.Setup) {
		s.Bait.Drag, s.Bait.DragSpread = max(s.Bait.Drag, 1), judgement.DropTested.Spread
	}},
	{WeighHead, func(s *setup.Setup) { s.Head.Weighed = true }},
}

// Bought is what a measurement would make of the range and the chance, if it finds what is
// assumed now.
type Bought struct {
	Measurement Measurement
	Range       Range
	Sure        float64
}

// Weigh looks at every unknown of a head of a mass in kg. It has no parts where the head
// does not arrive. Errors are those of trying.
func (b Bench) Weigh(ctx context.Context, c *trial.Case, mass float64) (*Weighed, error) {
	v := view{bench: b, ctx: ctx, of: c, mass: mass, thorough: true}
	result, _, err := v.handled()
	if err != nil {
		return nil, err
	}
	phases, err := v.phases(result)
	if err != nil {
		return nil, err
	}
	out := &Weighed{Head: Head{Result: result}, Number: numberOf(c)}
	centre := mean(phases.readings)
	if !centre.Arrived() {
		return out, nil
	}
	d, err := v.doubt(phases, false)
	if err != nil {
		return nil, err
	}
	// As fine as the answer tells it, so that both tell the same range.
	if centre, _, err = v.finely(trial.Shown, &out.Head.Result, centre); err != nil {
		return nil, err
	}
	out.Head.settle(c, centre, d)
	out.Range = d.rangeOf(centre, out.Number)
	out.weighParts(c, centre, d)
	return out, out.weighMeasurements(c, mass, centre, d)
}

func numberOf(c *trial.Case) Number {
	switch school := c.School(); {
	case c.Floats():
		return SecondsDown
	case school.Swims || school.Hovers:
		return Height
	case school.Lifted:
		return SecondsBack
	case school.OnTheBed:
		return Contact
	}
	return SecondsDown
}

// numberIn reads a number from a reading, in its own unit.
func numberIn(r musts.Reading, n Number) float64 {
	switch n {
	case Contact:
		return r.Margin()
	case SecondsBack:
		return r.Value(musts.ReadBack)
	case Height:
		return stat.Mean(r.Track(), nil)
	}
	return r.Value(musts.ReadTime)
}

// weighParts shares the variance among the unknowns, each moved alone.
func (w *Weighed) weighParts(c *trial.Case, centre musts.Reading, d *doubts) {
	total := 0.0
	for i, sd := range spreads(c) {
		if sd == 0 || d.shifts[i].Up == nil {
			continue
		}
		alone := &doubts{draws: d.draws, shifts: make([]spread.Shift, len(unknowns))}
		alone.shifts[i] = d.shifts[i]
		variance := stat.Variance(alone.numbers(centre, w.Number), nil)
		total += variance
		w.Parts = append(w.Parts, Part{Unknown: unknowns[i].name, Spread: sd, Share: variance})
	}
	for i := range w.Parts {
		w.Parts[i].Share /= max(total, musts.Nothing*musts.Nothing)
	}
	slices.SortStableFunc(w.Parts, func(a, b Part) int { return cmp.Compare(b.Share, a.Share) })
}

// weighMeasurements works out what is left of the range after each measurement: the unknowns
// that it makes known better are drawn as much closer to what they are taken to be.
func (w *Weighed) weighMeasurements(c *trial.Case, mass float64, centre musts.Reading, d *doubts) error {
	wide := w.Range.width(w.Number)
	for _, m := range measurements {
		closer, err := closerBy(c, m.takes, mass)
		if err != nil {
			return err
		}
		left := &doubts{draws: spread.Draw(scaled(sample(), closer)), shifts: d.shifts}
		narrower := left.rangeOf(centre, w.Number)
		if wide == 0 || narrower.width(w.Number) > judgement.WorthMeasuring.Number*wide {
			continue
		}
		h := Head{Result: w.Head.Result}
		h.settle(c, centre, left)
		w.Measure = append(w.Measure, Bought{m.name, narrower, h.Sure})
	}
	slices.SortStableFunc(w.Measure, func(a, b Bought) int {
		return cmp.Compare(a.Range.width(w.Number), b.Range.width(w.Number))
	})
	return nil
}

// closerBy is, for each unknown, what is left of its spread after a measurement; 1 where it
// tells nothing of it.
func closerBy(c *trial.Case, takes func(*setup.Setup), mass float64) ([]float64, error) {
	s := c.Setup
	takes(&s)
	other, err := c.Moved(s, stage.AsTaken)
	if err != nil {
		return nil, err
	}
	out := make([]float64, len(unknowns))
	was, is := spreads(c), spreads(other)
	for i := range out {
		if out[i] = 1; was[i] > 0 {
			out[i] = min(spread.LogSD(is[i])/spread.LogSD(was[i]), 1)
		}
		if unknowns[i].name != Weight {
			continue
		}
		_, lure, err := c.Rig(mass)
		if err != nil {
			return nil, err
		}
		_, weighed, err := other.Rig(mass)
		if err != nil {
			return nil, err
		}
		out[i] = min(weighed.WeightSpread/lure.WeightSpread, 1)
	}
	return out, nil
}

// scaled is a sample with each unknown multiplied by its factor.
func scaled(sample [][]float64, factors []float64) [][]float64 {
	out := make([][]float64, len(sample))
	for n, z := range sample {
		out[n] = make([]float64, len(z))
		for i := range z {
			out[n][i] = z[i] * factors[i]
		}
	}
	return out
}

// numbers are what a number is in every draw.
func (d *doubts) numbers(centre musts.Reading, n Number) []float64 {
	out, drawn, reading := make([]float64, d.draws.Count()), d.drawn(centre), make(musts.Reading, len(centre))
	for i := range out {
		drawn.Read(i, 0, reading)
		out[i] = numberIn(reading, n)
	}
	return out
}

// rangeOf is the range of a number over the draws.
func (d *doubts) rangeOf(centre musts.Reading, n Number) Range {
	low, high := spread.Range(d.numbers(centre, n))
	return Range{low, high}
}

// width is how wide a range is: by ratio for times, by difference for what may be zero.
func (r Range) width(n Number) float64 {
	if n == Contact || n == Height {
		return r.High - r.Low
	}
	return math.Log(r.High / max(r.Low, musts.Nothing))
}
