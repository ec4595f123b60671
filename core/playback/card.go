package playback

import (
	"context"

	"dunvel/core/abreast"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/units"
)

// Card is what to count to for depths and heads, with the bail open.
type Card struct {
	Words  string      `json:"words"`  // where the drag of the bait is from, for whoever knows
	Depths []float64   `json:"depths"` // m
	Heads  []CardEntry `json:"heads"`
}

// CardEntry is a head with the count for every depth of the card.
type CardEntry struct {
	Mass   float64 `json:"mass"` // kg
	Line   string  `json:"line"` // how it is held; see setup.Hand
	Tip    float64 `json:"tip"`  // of the rod over the water, m
	Counts []Count `json:"counts"`
}

// Count is a time in s, with what it is in 8 cases of 10 by how well the drag of
// the bait is known; all 0 where the head does not get there.
type Count struct {
	Time float64 `json:"time"`
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// CountDown is the card of a setup, each head with rod and line held as held has it: for every depth
// down to the bed, a metre or so apart, and every head of its ladder. Errors are setup.Errors, that a
// unit is not known, or that of ctx.
func CountDown(ctx context.Context, s setup.Setup, held func(context.Context, float64) (setup.Setup, error),
	choice units.Choice) (*Card, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	if err := s.Validate(choice); err != nil {
		return nil, err
	}
	scene, err := model.Scene(s)
	if err != nil {
		return nil, err
	}
	out := &Card{Depths: depths(scene.Bed.DepthAt(s.Cast.Distance), choice), Heads: make([]CardEntry, len(s.Heads))}
	reach := spread.Factor(model.DragSpread(s), spread.Reach)
	err = abreast.Each(len(s.Heads), func(i int) error {
		mass := s.Heads[i]
		s, err := held(ctx, mass)
		if err != nil {
			return err
		}
		scene, err := model.Scene(s)
		if err != nil {
			return err
		}
		e := CardEntry{mass, s.Hand.Line, s.Rod.TipHeight, make([]Count, len(out.Depths))}
		// Ends of a range are not read as finely as the count itself.
		for _, with := range []struct {
			factor float64
			grain  mechanics.Grain
			into   func(*Count) *float64
		}{
			{1, mechanics.Usual, func(c *Count) *float64 { return &c.Time }},
			{1 / reach, mechanics.Rough, func(c *Count) *float64 { return &c.Low }},
			{reach, mechanics.Rough, func(c *Count) *float64 { return &c.High }},
		} {
			if err := ctx.Err(); err != nil {
				return err
			}
			times, err := passes(ctx, s, scene, mass, with.factor, with.grain, out.Depths)
			if err != nil {
				return err
			}
			for k, t := range times {
				*with.into(&e.Counts[k]) = t
			}
		}
		out.Heads[i] = e
		return nil
	})
	return out, err
}

// depths are those of a card: whole steps in the unit of the person, not more
// than a dozen, and the bed.
func depths(bed float64, choice units.Choice) []float64 {
	const most = 12
	unit := choice.Unit("depth")
	step := 1.0
	if unit.Symbol == "ft" {
		step = 3
	}
	for unit.FromBase(bed)/step > most {
		step *= 2
	}
	var out []float64
	for d := step; unit.ToBase(d) < 0.97*bed; d += step {
		out = append(out, unit.ToBase(d))
	}
	return append(out, bed)
}

// passes are the times in s at which a head passes depths, the last of which is
// the bed; 0 where it does not get there.
func passes(ctx context.Context, s setup.Setup, scene *mechanics.Scene, mass, drag float64, grain mechanics.Grain,
	depths []float64) ([]float64, error) {
	r, _, err := model.Rig(s, mass, scene.Water)
	if err != nil {
		return nil, err
	}
	for i := range r.Bodies {
		r.Bodies[i].FallArea *= drag
	}
	longest := judgement.CountMost.Number
	track, err := scene.Run(ctx, mechanics.Drop{
		Rig: r, Cast: model.Splash(s), Spool: s.Rod.LineOnSpool, Until: longest, StopAtTouch: true,
		Phases: model.Falls(s, mechanics.Phase{Landed: true, Time: longest}),
	}, mechanics.Detail{Frames: mostFrames, Grain: grain})
	if err != nil {
		return nil, err
	}
	out := make([]float64, len(depths))
	last := len(depths) - 1
	out[last] = track.Touch().Time
	for k, depth := range depths[:last] {
		out[k], _ = track.Passes(depth)
	}
	return out, nil
}
