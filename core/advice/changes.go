package advice

import (
	"context"
	"fmt"
	"slices"
	"strconv"

	"dunvel/core/explore"
	"dunvel/core/judge/choose"
	"dunvel/core/judgement"
	"dunvel/core/progress"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Change is a value of one field at which another head becomes the one to tie
// on, everything else staying as it is; or, without a field, a change of
// something that makes one do it where none does.
type Change struct {
	Field string  `json:"field"` // path in the setup
	Value float64 `json:"value"` // in the field's base unit
	Mass  float64 `json:"mass"`  // kg, the head beyond it; 0 where none does it
	Words string  `json:"words"`
}

// noun is what a field is called in a sentence, and the measure that it is said in.
type noun struct{ words, measure string }

var nouns = map[string]noun{
	"water.depth": {"the depth", "depth"}, "flow.speed": {"the current", "speed"}, "wind.speed": {"the wind", "wind"},
	"boat.speed": {"the drift", "speed"}, "swell.height": {"the swell", "depth"},
	"cast.distance": {"the cast", "depth"},
	"line.diameter": {"the line", "diameter"}, "leader.diameter": {"the leader", "diameter"},
	"bait.length":    {"the bait", "size"},
	"approach.speed": {"the reeling", "speed"},
}

// Changes are what would change the answer: where no head does it first what makes one do it, the
// cheapest first, and then the values of fields at which another head is to be tied on, the nearest
// first. What is found is told as it comes. Errors are setup.Errors, that a unit is not known, or
// those of judging.
func (a Adviser) Changes(ctx context.Context, s setup.Setup, choice units.Choice) ([]Change, error) {
	if err := Check(s, choice); err != nil {
		return nil, err
	}
	s.Other.Asked = false
	c, err := trial.New(s, a.Known)
	if err != nil {
		return nil, err
	}
	t, out := tellerOf(c, choice), []Change{}
	standing, err := a.Stand(ctx, s)
	if err != nil {
		return nil, err
	}
	if standing.Mass() == 0 {
		l, err := choose.Solve(ctx, a.Bench, c, s.Heads)
		if err != nil {
			return nil, err
		}
		remedies, err := a.Remedies(ctx, l, int(judgement.RemediesTold.Number))
		if err != nil {
			return nil, err
		}
		for _, r := range remedies {
			out = append(out, Change{Mass: r.Mass, Words: t.remedy(r)})
		}
	}
	first := out
	said := func(turns []explore.Turn) []Change {
		all := slices.Clone(first)
		for _, turn := range turns {
			all = append(all, Change{turn.Field, turn.Value, turn.Mass, t.turn(turn)})
		}
		return all
	}
	if len(first) > 0 {
		progress.Found(ctx, first)
	}
	turns, err := standing.Turns(ctx, func(soFar []explore.Turn) { progress.Found(ctx, said(soFar)) })
	if err != nil {
		return nil, err
	}
	return said(turns), nil
}

// turn says what a turn comes to.
func (t teller) turn(turn explore.Turn) string {
	side := "over"
	if !turn.More {
		side = "under"
	}
	when := fmt.Sprintf("when %s is %s %s.", nouns[turn.Field].words, side, t.about(turn))
	mass := t.Mass(turn.Mass)
	switch {
	case turn.Mass == 0:
		return "None of these heads does it " + when
	case turn.Was == 0:
		return mass + " does it " + when
	case turn.Mass > turn.Was:
		return "Go up to " + mass + " " + when
	}
	return "Go down to " + mass + " " + when
}

// about is the value of a turn to two figures, or three where two may be no
// more than what stands there now.
func (t teller) about(turn explore.Turn) string {
	unit, digits := t.Units.Unit(nouns[turn.Field].measure), 2
	if turn.Close {
		digits = 3
	}
	rounded, _ := strconv.ParseFloat(strconv.FormatFloat(unit.FromBase(turn.Value), 'g', digits, 64), 64)
	return strconv.FormatFloat(rounded, 'f', -1, 64) + " " + unit.Symbol
}
