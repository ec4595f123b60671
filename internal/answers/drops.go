package answers

import (
	"context"

	"dunvel/core/advice"
	"dunvel/core/logbook"
	"dunvel/core/mechanics"
	"dunvel/core/playback"
	"dunvel/core/practice"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/units"

	"golang.org/x/sync/errgroup"
)

// PlayDrops plays heads over the water of a setup, each held as suits it, with the work
// that follows. The drops are in the order of the heads, kg.
func (d Desk) PlayDrops(ctx context.Context, s setup.Setup, masses []float64, p technique.Programme,
	choice units.Choice) ([]playback.Drop, error) {
	_, adviser, err := d.asked(ctx, &s)
	if err != nil {
		return nil, err
	}
	if err := advice.Check(s, choice); err != nil {
		return nil, err
	}
	ctx = mechanics.WithBudget(ctx, answerWork)
	drops := make([]playback.Drop, len(masses))
	var heads errgroup.Group
	for i, mass := range masses {
		heads.Go(func() error {
			held, err := adviser.Held(ctx, s, mass)
			if err != nil {
				return err
			}
			drop, err := playback.Run(ctx, held, mass, p, choice)
			if err == nil {
				drops[i] = *drop
			}
			return err
		})
	}
	return drops, heads.Wait()
}

// CountDown is the card of counts for a setup.
func (d Desk) CountDown(ctx context.Context, s setup.Setup, choice units.Choice) (*playback.Card, error) {
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return nil, err
	}
	words, err := known.Drag(ctx, &s, choice)
	if err != nil {
		return nil, err
	}
	adviser := known.adviser(s)
	held := func(ctx context.Context, mass float64) (setup.Setup, error) { return adviser.Held(ctx, s, mass) }
	card, err := playback.CountDown(mechanics.WithBudget(ctx, answerWork), s, held, choice)
	if err != nil {
		return nil, err
	}
	card.Words = words
	return card, nil
}

// Round is a round of practice that is played.
func (d Desk) Round(ctx context.Context, q practice.Question, choice units.Choice) (*practice.Round, error) {
	q, err := d.round(ctx, q, choice)
	if err != nil {
		return nil, err
	}
	return practice.Play(mechanics.WithBudget(ctx, answerWork), q, choice)
}

// Call is the score of a call in a round.
func (d Desk) Call(ctx context.Context, q practice.Question, made practice.Made, choice units.Choice) (
	*practice.Score, error) {
	q, err := d.round(ctx, q, choice)
	if err != nil {
		return nil, err
	}
	return practice.Call(mechanics.WithBudget(ctx, answerWork), q, made, choice)
}

// round is the question for a round, with what is known of the bait.
func (d Desk) round(ctx context.Context, q practice.Question, choice units.Choice) (practice.Question, error) {
	if err := q.Validate(choice); err != nil {
		return q, err
	}
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return q, err
	}
	if _, err := known.Drag(ctx, &q.Setup, nil); err != nil {
		return q, err
	}
	q.Setup, err = known.adviser(q.Setup).Held(ctx, q.Setup, q.Mass)
	return q, err
}

// Ways are how a cast of a state goes on, by what is known of its bait. The snag index is
// the judged one: losses are counted against it.
func (d Desk) Ways(ctx context.Context, state logbook.State) (*logbook.Ways, error) {
	known, err := d.From.Measured(ctx)
	if err != nil {
		return nil, err
	}
	if _, err := known.Drag(ctx, &state.Setup, nil); err != nil {
		return nil, err
	}
	ctx = mechanics.WithBudget(ctx, answerWork)
	if state.Setup, err = known.adviser(state.Setup).Held(ctx, state.Setup, state.Mass); err != nil {
		return nil, err
	}
	return state.Ways(ctx)
}
