package explore

import (
	"context"
	"math"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/explore/known"
	"dunvel/core/explore/outfit"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Remedy is a change of something that makes a head do it where none does.
type Remedy struct {
	Way   Way
	Setup setup.Setup // with the change
	Mass  float64     // kg of the head that does it then
	Sure  float64
}

// Way is what is changed.
type Way int

// The ways, from what costs an angler least to what costs most.
const (
	RodDownWay     Way = iota // hold the rod down after all
	BailOpenWay               // leave the bail open after all
	ReelOther                 // another speed: that at which a head swims in the band
	CastAgainst               // against the current
	CastShorter               // not so far
	WaitLonger                // for the fall
	WeightLighter             // than any on the ladder
	MayCreepWay               // let it creep after all
	OtherShape                // of head, that snags less
	LineThinner               // about two steps
	BaitSmaller               // the next one
	DropCeiling               // let it fall faster after all
	DropHang                  // let it come back sooner after all
	DropSnags                 // put up with more snags
	DropMargin                // with less of its weight on the bed
	WeightHeavier             // than any on the ladder
	BoatDrogue                // slow the drift down
	BoatAnchored              // or stop it
	PlaceShallower            // go elsewhere
)

// way is how a remedy is tried: change makes it and tells whether it makes sense
// where the closest head stands as it does.
type way struct {
	way    Way
	change func(c *trial.Case, closest *judge.Head, s *setup.Setup) bool
}

var ways = []way{
	{RodDownWay, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Hand.Rod = setup.RodSuits
		return c.Setup.Hand.Rod == setup.RodHeld && c.Setup.Wind.Speed >= judgement.DownFrom.Number
	}}, {BailOpenWay, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Hand = setup.Hand{Rod: s.Hand.Rod, Line: setup.LineOpen}
		return c.Setup.Hand.Line != setup.LineOpen
	}}, {ReelOther, func(c *trial.Case, closest *judge.Head, s *setup.Setup) bool {
		speed := closest.Swim.Speed
		s.Approach.Speed = speed
		return c.School().Swims && speed >= judgement.SwimSlowest.Number && speed <= judgement.SwimFastest.Number
	}}, {CastAgainst, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		f := c.Setup.Flow
		s.Flow.Direction = 180
		return c.Setup.Cast.Distance > 0 && f.Speed > 0 && math.Cos(f.Direction*math.Pi/180) > -0.5
	}}, {CastShorter, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Cast.Distance *= judgement.Shorter.Number
		return c.Setup.Cast.Distance >= judgement.ShortestCast.Number
	}}, {WaitLonger, func(c *trial.Case, closest *judge.Head, s *setup.Setup) bool {
		s.Approach.Wait = min(judgement.LongerWait.Number*c.Wait(), setup.LookupField("approach.wait").Max)
		return !c.School().Swims && c.Wait() < c.Window && closest.Fall.Time >= judgement.ToldFall.Number
	}}, {WeightLighter, func(_ *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		least := slices.Min(s.Heads)
		s.Heads = steps(least, lightest)
		return least > lightest
	}}, {MayCreepWay, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Approach.Still = setup.InPlace
		return c.School().Stays && c.Setup.Approach.Still == setup.DeadStill
	}}, {OtherShape, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Head.Shape, s.Head.Snags = "football", 0 // what was learnt is of the other
		a := c.Setup.Approach
		return a.SnagMost > 0 &&
			catalogue.HeadShapes[c.Setup.Head.Shape].Snags.Number > catalogue.HeadShapes["football"].Snags.Number
	}}, {LineThinner, func(_ *trial.Case, _ *judge.Head, s *setup.Setup) bool { outfit.Thinner(s); return true }},
	{BaitSmaller, func(_ *trial.Case, _ *judge.Head, s *setup.Setup) bool { outfit.Smaller(s); return true }},
	{DropCeiling, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Approach.Ceiling = 0
		return c.Setup.Approach.Ceiling > 0
	}}, {DropHang, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Approach.BackLeast = 0
		return c.School().Lifted && c.Setup.Approach.BackLeast > 0
	}}, {DropSnags, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Approach.SnagMost = 0
		return c.Setup.Approach.SnagMost > 0
	}}, {DropMargin, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Approach.Margin = judgement.MarginWanted.Number
		return c.School().Stays && c.Setup.Approach.Margin > judgement.MarginWanted.Number
	}}, {WeightHeavier, func(_ *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		most := slices.Max(s.Heads)
		s.Heads = steps(most, judgement.HeadMost.Number)
		return most < judgement.HeadMost.Number
	}}, {BoatDrogue, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		if s.Boat.Measured {
			s.Boat.Speed *= judgement.Drogue.Number
		}
		s.Boat.Kind = catalogue.Drogue
		return catalogue.BoatOf(c.Setup.Boat.Kind).Open
	}}, {BoatAnchored, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Boat.Kind, s.Boat.Measured = catalogue.Anchored, false
		return !c.Anchored()
	}}, {PlaceShallower, func(c *trial.Case, _ *judge.Head, s *setup.Setup) bool {
		s.Water.Depth *= judgement.Shallower.Number
		w := c.Setup.Water
		return w.SplashDepth == 0 && w.Depth >= 2 && c.Setup.Target.Depth < s.Water.Depth
	}},
}

// lightest is the lightest head that is looked at where none of the ladder does it, kg.
const lightest = 0.2e-3

// steps are heads beyond the end of a ladder, up to a mass or down to it: a third more
// or less each. A bare hook is lighter than all of them.
func steps(from, to float64) []float64 {
	const third = 4.0 / 3
	var out []float64
	for m := max(from, lightest); len(out) < setup.MaxHeads; {
		if to > from {
			m *= third
		} else {
			m /= third
		}
		if (to > from) == (m > to) {
			break
		}
		out = append(out, units.RoundSignificant(m, 2))
	}
	return append(out, to)
}

// Remedies are the changes that make a head do it, where none of those of a ladder
// does, the cheapest first and at most so many.
func (x Search) Remedies(ctx context.Context, l *choose.Ladder, most int) ([]Remedy, error) {
	var out []Remedy
	closest := &l.Heads[l.Closest]
	was := known.New(x.Bench, rungApart, math.Inf(1))
	was.Put(known.Site{}, l.Heads)
	for _, w := range ways {
		if len(out) == most {
			break
		}
		s := l.Case.Setup
		s.Heads = slices.Clone(s.Heads)
		if !w.change(l.Case, closest, &s) {
			continue
		}
		c, err := x.Situate(s)
		if ok, err := Sensible(err); !ok {
			if err != nil {
				return nil, err
			}
			continue
		}
		how := x.alone()
		// Another hand, boat or place has unknowns of its own, and a line that holds a head off the bed is found to do so still.
		if w.way > BailOpenWay && w.way < BoatDrogue && !c.School().Rests {
			how.by = was.Promising
		}
		h, err := x.remedied(ctx, c, w.way, closest.Mass, how)
		if err != nil {
			return nil, err
		}
		if h != nil {
			out = append(out, Remedy{Way: w.way, Setup: s, Mass: h.Mass, Sure: h.Sure})
		}
	}
	return out, nil
}

// remedied is the head that does it in a case that was changed in a way; nil where
// none does. Of lighter heads than those there are it is the one that is nearest to
// them, which is the most that a wish for less leaves.
func (x Search) remedied(ctx context.Context, c *trial.Case, w Way, near float64, how manner) (*judge.Head, error) {
	masses := slices.Sorted(slices.Values(c.Setup.Heads))
	switch w {
	case WeightHeavier:
		near = masses[0]
	case WeightLighter:
		for _, m := range slices.Backward(masses) {
			found, err := x.chooseBy(ctx, c, []float64{m}, m, how)
			if err != nil {
				return nil, err
			}
			if h := found.picked(); h != nil && h.Verdict == judge.Does {
				return h, nil
			}
		}
		near = masses[len(masses)-1]
	}
	found, err := x.chooseBy(ctx, c, masses, near, how)
	if err != nil {
		return nil, err
	}
	return found.picked(), nil
}
