package practice

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"

	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/lead"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// swim is the fish of a round that are led.
func (q Question) swim(choice units.Choice) (lead.Fish, error) {
	if err := q.Validate(choice); err != nil {
		return lead.Fish{}, err
	}
	random := rand.New(rand.NewPCG(uint64(q.Seed), 2))
	between := func(least, most float64) float64 { return least + (most-least)*random.Float64() }
	f := lead.Fish{Distance: math.Round(between(judgement.LedLeast.Number, judgement.LedMost.Number)),
		Bearing: math.Round(between(-judgement.LedBearing.Number, judgement.LedBearing.Number)),
		Speed:   round(between(judgement.LedSlowest.Number, judgement.LedFastest.Number))}
	across := between(judgement.LedAcross.Number, judgement.LedAcrossMost.Number)
	if f.Bearing > 0 == (random.IntN(4) > 0) { // mostly across what is before the rod
		across = -across
	}
	f.Way = math.Round(math.Mod(f.Bearing+180-across+720, 360))
	f.Bearing = math.Mod(f.Bearing+360, 360)
	f.Depth = math.Round(q.unasked().DepthAtSplash()*between(judgement.FishLeast.Number,
		judgement.FishMost.Number)*10) / 10
	return f, f.Check(q.unasked(), choice)
}

// unasked is the setup of a round in which fish are led: what is wanted of heads otherwise does
// not count.
func (q Question) unasked() setup.Setup {
	usual := setup.Default()
	s := q.Setup
	s.Approach, s.Target = usual.Approach, usual.Target
	if s.Cast.Distance == 0 {
		s.Cast.Distance = usual.Cast.Distance
	}
	return s
}

// led judges a throw at fish that swim by.
func (q Question) led(ctx context.Context, made Made, choice units.Choice) (*Score, error) {
	far := setup.Field{Label: "Thrown", Measure: "depth", Min: 1, Max: 100}
	if message := far.Check(made.Distance, choice); message != "" {
		return nil, input.Errors{{Field: "distance", Message: message}}
	}
	if !(made.Bearing >= 0 && made.Bearing <= 360) {
		return nil, input.Errors{{Field: "bearing",
			Message: fmt.Sprintf("Thrown: %g° is outside what is allowed, 0° to 360°.", made.Bearing)}}
	}
	fish, err := q.swim(choice)
	if err != nil {
		return nil, err
	}
	t, err := lead.Throw(ctx, q.unasked(), fish, q.Mass, made.Bearing, made.Distance, made.At+lead.Lasts(made.Distance))
	if err != nil {
		return nil, fmt.Errorf("practice: %w", err)
	}
	out := judgeLed(t, fish, choice)
	out.At, out.Depth = made.At, fish.Depth
	return out, nil
}

// judgeLed judges what came of a throw.
func judgeLed(t lead.Thrown, fish lead.Fish, choice units.Choice) *Score {
	show := func(m float64) string { return choice.Show("depth", math.Round(math.Abs(m)*10)/10) }
	out := &Score{Right: t.Down}
	near := math.Hypot(t.Ahead, t.Aside)
	// A throw that misses has half of the points at most, for how near it was.
	missed := math.Round(50 * max(0, 1-near/(4*judgement.LeadSight.Number)))
	switch {
	case t.Lands < judgement.LeadClear.Number:
		out.Missed, out.Points = OnHeads, math.Min(missed, 20)
		out.Words = fmt.Sprintf("On their heads: it landed %s from them, and they are gone.", show(t.Lands))
	case t.Sees > 0 && t.Before:
		out.Points = points100(mostPoints * (1 - min(t.Sees/judgement.LedSeen.Number, 1)))
		out.Words = fmt.Sprintf("They see it for %s.", units.Seconds(t.Sees))
	case t.Down == 0:
		out.Missed = Late
		out.Words = fmt.Sprintf("It does not get down to them, at %s.", show(fish.Depth))
	case math.Abs(t.Aside) > math.Abs(t.Ahead):
		side := "left"
		if t.Aside < 0 {
			side = "right"
		}
		out.Missed, out.Points = Aside, missed
		out.Words = fmt.Sprintf("Aside: at their depth it was %s to the %s of their way.", show(t.Aside), side)
	case t.Ahead > 0:
		out.Missed, out.Points = Early, missed
		out.Words = fmt.Sprintf("Too soon: when it was at %s they were still %s away.", show(fish.Depth), show(t.Ahead))
	default:
		out.Missed, out.Points = Late, missed
		out.Words = fmt.Sprintf("Behind them: when it was at %s they were past it by %s.", show(fish.Depth),
			show(t.Ahead))
	}
	return out
}
