package answers

import (
	"context"
	"slices"
	"sync"

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
func (d Desk) Call(ctx context.Context, q practice.Question, made practice.Made,
	choice units.Choice) (*practice.Score, error) {
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
	return known.ways.of(state, func() (*logbook.Ways, error) {
		ctx := mechanics.WithBudget(ctx, answerWork)
		held := state
		if held.Setup, err = known.adviser(state.Setup).Held(ctx, state.Setup, state.Mass); err != nil {
			return nil, err
		}
		return held.Ways(ctx)
	})
}

// keptWays are those that were asked for last, by the states they are of: what is tied on a rod is logged with again
// and again. All that they go by is in the state, the drag that was measured too. They are safe for concurrent use; nil keeps none.
type keptWays struct {
	mutex sync.Mutex
	kept  []stateWays // the last one first
}

type stateWays struct {
	of   logbook.State
	ways *logbook.Ways
}

// mostWays is how many are kept: a few rods, each as it was before and after a change.
const mostWays = 12

// of are the ways of a state, by work where they are not kept.
func (k *keptWays) of(state logbook.State, work func() (*logbook.Ways, error)) (*logbook.Ways, error) {
	if k == nil {
		return work()
	}
	if kept := k.find(state); kept != nil {
		return kept, nil
	}
	made, err := work()
	if err != nil {
		return nil, err
	}
	k.mutex.Lock()
	defer k.mutex.Unlock()
	k.kept = slices.Insert(k.kept, 0, stateWays{state, made})
	k.kept = k.kept[:min(len(k.kept), mostWays)]
	return made, nil
}

// find are the ways that are kept of a state; nil where there are none.
func (k *keptWays) find(state logbook.State) *logbook.Ways {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	for i, w := range k.kept {
		if w.of.Equal(&state) {
			k.kept = slices.Insert(slices.Delete(k.kept, i, i+1), 0, w)
			return w.ways
		}
	}
	return nil
}
