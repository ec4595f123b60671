// Package judgetest is a stand-in for the line engine: what comes of a head by a few
// formulas that move the way the engine does, so that searches and words are tried in
// milliseconds.
package judgetest

import (
	"context"
	"math"
	"slices"
	"sync/atomic"

	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Bench tries heads by formulas. Tried, where not nil, counts them.
func Bench(tried *atomic.Int64) judge.Bench {
	return judge.Bench{Try: func(_ context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		if tried != nil {
			tried.Add(1)
		}
		return try(c, q), nil
	}}
}

// try is what comes of a head: it falls at 0.2 m/s for the root of its grams, slower in
// a current; wind lays out line with its square and the height of the rod; it pulls as it
// weighs, against a gram and what the wind adds.
func try(c *trial.Case, q trial.Question) trial.Result {
	s, t := c.Setup, c.Tuning
	grams := 1e3*q.Mass + 0.05*t.Weight
	speed := 0.2 * math.Sqrt(max(grams, 0.01)/t.Fall) / (1 + s.Flow.Speed)
	depth := c.Target
	wind := s.Wind.Speed * s.Wind.Speed * q.Handling.Tip * t.Across
	out := trial.Result{Mass: q.Mass, Weight: grams * 9e-3, Whole: q.Mass + 0.005, Handling: q.Handling}
	out.Chord = math.Hypot(s.Cast.Distance, depth+q.Handling.Tip)
	f := trial.Fall{
		Outcome: "time limit", LineOut: out.Chord * (1.02 + 0.005*wind),
		Landing: trial.Point{X: s.Cast.Distance, Z: -depth},
		Path:    []trial.Moment{{}, {Time: depth / speed}}, Lines: []trial.Line{{}, {}},
	}
	if q.Handling.Line == setup.LineFed {
		f.LineOut = 1.05 * out.Chord
	}
	if grams <= 0 || depth/speed > 2*c.Patience {
		f.Landing.Z = -speed * 2 * c.Patience
		out.Fall = f
		return out
	}
	f.Outcome, f.Time, f.Speed, f.RunOut = trial.Reached, depth/speed, speed, speed
	out.Fall = f
	flow := s.Flow.Speed * t.Across
	out.Rest = trial.Rest{
		Margin: 1 - min(flow*flow*depth/grams, 1), Line: 1.05, Held: 1, Grips: 1.5,
		Grip: 40 * flow * flow * depth / grams / t.Friction,
	}
	if out.Rest.Grip > 1 {
		out.Rest.Creep = s.Flow.Speed * (1 - 1/math.Sqrt(out.Rest.Grip))
	}
	out.Rest.Push = out.Rest.Margin * out.Weight
	out.Feel = trial.Feel{Pull: 5e-3 * grams * t.Friction, Hand: 9e-3, Gusts: 1e-3 * wind, Swirl: 4e-3 * flow}
	switch school := c.School(); {
	case school.Lifted:
		out.Back = s.LiftHeight() / speed
	case school.Swims:
		out.Swim = swim(c, grams)
	case school.Hovers:
		out.Hover.TakeUp = 0.05 * math.Sqrt(grams)
		slow, fast := make([]float64, c.HoverPlaces()), make([]float64, c.HoverPlaces())
		for i := range slow {
			sink := 0.02 * float64(i) * math.Sqrt(grams)
			slow[i], fast[i] = c.Target+sink, c.Target-sink
		}
		const shown = 16 // moments, a second apart
		out.Hover.Slow, out.Hover.Suits, out.Hover.Fast = slow, slices.Repeat([]float64{c.Target + 0.2}, shown), fast
	}
	return out
}

// swim has a head ride a metre up for every time it is reeled twice as fast as suits it,
// which is 0.25 m/s for the root of its grams.
func swim(c *trial.Case, grams float64) trial.Swim {
	suits := 0.25 * math.Sqrt(grams)
	low, high := c.Band()
	height := func(speed float64) float64 { return max((low+high)/2+math.Log2(speed/suits), 0) }
	wanted := c.Setup.Approach.Speed
	all := func(speed float64) []float64 { return slices.Repeat([]float64{height(speed)}, trial.SwimPlaces) }
	return trial.Swim{Speed: suits, Reel: suits, Height: height(wanted),
		Slower: all(wanted / 1.3), Wanted: all(wanted), Faster: all(wanted * 1.3)}
}
