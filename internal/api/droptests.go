package api

import (
	"context"
	"time"

	"dunvel/core/measure"
	"dunvel/core/mechanics"
	"dunvel/core/playback"
	"dunvel/core/setup"
	"dunvel/core/units"
	"dunvel/internal/store"
)

// informed sets in a setup what is known by now and not set in the setup itself:
// how much its bed snags, and what measured says.
func (h Handlers) informed(ctx context.Context, s *setup.Setup, choice units.Choice) (words string, err error) {
	if err := h.snags(ctx, s); err != nil {
		return "", err
	}
	return h.measured(ctx, s, choice)
}

// measured sets the drag of the bait of a setup by the drop tests that are kept,
// and says so; words are empty where there are none of such a bait.
func (h Handlers) measured(ctx context.Context, s *setup.Setup, choice units.Choice) (words string, err error) {
	if s.Bait.Drag > 0 {
		return "", nil
	}
	kept, err := h.Store.DropTests.List(ctx)
	if err != nil {
		return "", err
	}
	var latest time.Time
	fit, of, ok, err := h.known.Best(ctx, testsOf(kept), s.Bait)
	if err != nil || !ok {
		return "", err
	}
	for _, k := range kept {
		if measure.Same(k.Value.Setup.Bait, of) && k.Updated.After(latest) {
			latest = k.Updated
		}
	}
	s.Bait.Drag, s.Bait.DragSpread = fit.Factor, fit.Spread
	return fit.Told(of, s.Bait, latest.Format("2 January"), choice), nil
}

// ListDropTests implements the contract.
func (h Handlers) ListDropTests(ctx context.Context, _ ListDropTestsRequestObject) (ListDropTestsResponseObject, error) {
	kept, err := h.Store.DropTests.List(ctx)
	out := make(ListDropTests200JSONResponse, len(kept))
	for i, k := range kept {
		out[i] = savedTest(k)
	}
	return out, err
}

// CreateDropTest implements the contract.
func (h Handlers) CreateDropTest(ctx context.Context, r CreateDropTestRequestObject) (CreateDropTestResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	if err := r.Body.Test.Validate(choice); err != nil {
		return nil, err
	}
	now := h.Now()
	name := r.Body.Test.Name() + ", " + now.Format("2 January 15:04")
	kept, err := h.Store.DropTests.Add(ctx, name, r.Body.Test, now)
	return CreateDropTest201JSONResponse(savedTest(kept)), err
}

// LookAtDropTest implements the contract.
func (h Handlers) LookAtDropTest(ctx context.Context, r LookAtDropTestRequestObject) (LookAtDropTestResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.Store.DropTests.List(ctx)
	if err != nil {
		return nil, err
	}
	var others []measure.Test
	for _, k := range kept {
		if r.Body.Id == nil || *r.Body.Id != k.ID {
			others = append(others, k.Value)
		}
	}
	look, err := measure.See(mechanics.WithBudget(ctx, measureWork), r.Body.Test, others, choice)
	if err != nil {
		return nil, err
	}
	return LookAtDropTest200JSONResponse(*look), nil
}

// CheckTruth implements the contract. What was measured of the baits meanwhile
// is gone by.
func (h Handlers) CheckTruth(ctx context.Context, _ CheckTruthRequestObject) (CheckTruthResponseObject, error) {
	kept, err := h.Store.DropTests.List(ctx)
	if err != nil {
		return nil, err
	}
	tests := testsOf(kept)
	logged, err := h.timedOnTrips(ctx)
	if err != nil {
		return nil, err
	}
	tests = append(tests, logged...)
	for i := range tests {
		if _, err := h.measured(ctx, &tests[i].Setup, nil); err != nil {
			return nil, err
		}
	}
	truth, err := measure.Check(mechanics.WithBudget(ctx, measureWork), tests, nil)
	if err != nil {
		return nil, err
	}
	return CheckTruth200JSONResponse(*truth), nil
}

// ChangeDropTest implements the contract.
func (h Handlers) ChangeDropTest(ctx context.Context, r ChangeDropTestRequestObject) (ChangeDropTestResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	if err := r.Body.Test.Validate(choice); err != nil {
		return nil, err
	}
	kept, err := h.Store.DropTests.Change(ctx, r.Id, r.Body.Version, nil, &r.Body.Test, h.Now())
	return ChangeDropTest200JSONResponse(savedTest(kept)), err
}

// DeleteDropTest implements the contract.
func (h Handlers) DeleteDropTest(ctx context.Context, r DeleteDropTestRequestObject) (DeleteDropTestResponseObject, error) {
	return DeleteDropTest204Response{}, h.Store.DropTests.Delete(ctx, r.Id, h.Now())
}

// RestoreDropTest implements the contract.
func (h Handlers) RestoreDropTest(ctx context.Context, r RestoreDropTestRequestObject) (RestoreDropTestResponseObject, error) {
	kept, err := h.Store.DropTests.Restore(ctx, r.Id)
	return RestoreDropTest200JSONResponse(savedTest(kept)), err
}

// ReadTimes implements the contract.
func (h Handlers) ReadTimes(_ context.Context, r ReadTimesRequestObject) (ReadTimesResponseObject, error) {
	times, err := measure.ReadTimes(r.Params.Text)
	return ReadTimes200JSONResponse(times), err
}

// Measure implements the contract.
func (h Handlers) Measure(_ context.Context, r MeasureRequestObject) (MeasureResponseObject, error) {
	found, err := measure.Measure(r.Body.Question, r.Body.Setup, chosen(r.Body.Units))
	if err != nil {
		return nil, err
	}
	return Measure200JSONResponse(*found), nil
}

// CountDown implements the contract.
func (h Handlers) CountDown(ctx context.Context, r CountDownRequestObject) (CountDownResponseObject, error) {
	choice := chosen(r.Body.Units)
	words, err := h.measured(ctx, &r.Body.Setup, choice)
	if err != nil {
		return nil, err
	}
	adviser, err := h.adviser(ctx, r.Body.Setup)
	if err != nil {
		return nil, err
	}
	held := func(ctx context.Context, mass float64) (setup.Setup, error) {
		return adviser.Held(ctx, r.Body.Setup, mass)
	}
	card, err := playback.CountDown(mechanics.WithBudget(ctx, answerWork), r.Body.Setup, held, choice)
	if err != nil {
		return nil, err
	}
	card.Words = words
	return CountDown200JSONResponse(*card), nil
}

func savedTest(k store.Kept[measure.Test]) SavedDropTest {
	return SavedDropTest{Id: k.ID, Version: k.Version, Name: k.Name, Test: k.Value, Created: k.Created, Updated: k.Updated}
}
