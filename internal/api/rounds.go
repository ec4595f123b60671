package api

import (
	"context"
	"fmt"
	"slices"
	"time"

	"dunvel/core/mechanics"
	"dunvel/core/practice"
	"dunvel/internal/store"
)

// mostRounds is how many calls are listed.
const mostRounds = 100

// ListRounds implements the contract.
func (h Handlers) ListRounds(ctx context.Context, _ ListRoundsRequestObject) (ListRoundsResponseObject, error) {
	kept, err := h.Store.Rounds.List(ctx)
	if err != nil {
		return nil, err
	}
	slices.SortStableFunc(kept, func(a, b store.Kept[practice.Played]) int { return b.Created.Compare(a.Created) })
	out := ListRounds200JSONResponse{}
	for _, k := range kept[:min(len(kept), mostRounds)] {
		p := k.Value
		out = append(out, Played{Game: p.Game, Seed: p.Seed, Mass: p.Mass, Points: p.Points, Missed: p.Missed, Time: k.Created})
	}
	return out, nil
}

// PlayRound implements the contract.
func (h Handlers) PlayRound(ctx context.Context, r PlayRoundRequestObject) (PlayRoundResponseObject, error) {
	q, err := h.round(ctx, r.Body)
	if err != nil {
		return nil, err
	}
	round, err := practice.Play(mechanics.WithBudget(ctx, answerWork), q, chosen(r.Body.Units))
	if err != nil {
		return nil, err
	}
	return PlayRound200JSONResponse(*round), nil
}

// CallRound implements the contract.
func (h Handlers) CallRound(ctx context.Context, r CallRoundRequestObject) (CallRoundResponseObject, error) {
	q, err := h.round(ctx, &r.Body.Question)
	if err != nil {
		return nil, err
	}
	score, err := practice.Call(mechanics.WithBudget(ctx, answerWork), q, r.Body.At, chosen(r.Body.Question.Units))
	if err != nil {
		return nil, err
	}
	now := h.Now()
	played := practice.Played{Game: q.Game, Seed: q.Seed, Mass: q.Mass, Points: score.Points, Missed: score.Missed}
	if _, err := h.Store.Rounds.Add(ctx, fmt.Sprintf("%s %d, %s", q.Game, q.Seed, now.Format(time.DateTime)), played, now); err != nil {
		return nil, err
	}
	return CallRound200JSONResponse(*score), nil
}

// round is the question for a round, with what is known of the bait.
func (h Handlers) round(ctx context.Context, q *RoundQuestion) (practice.Question, error) {
	out := practice.Question{Setup: q.Setup, Mass: q.Mass, Game: q.Game, Seed: q.Seed}
	if _, err := h.measured(ctx, &out.Setup, nil); err != nil {
		return out, err
	}
	if out.Validate(chosen(q.Units)) != nil {
		return out, nil // it is refused when it is played
	}
	adviser, err := h.adviser(ctx, out.Setup)
	if err != nil {
		return out, err
	}
	out.Setup, err = adviser.Held(ctx, out.Setup, out.Mass)
	return out, err
}
