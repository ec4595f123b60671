package api

import (
	"context"

	"dunvel/core/droptest"
	"dunvel/core/measure"
	"dunvel/internal/api/saved"
	"dunvel/internal/contract"
)

// ListDropTests implements the contract.
func (h Handlers) ListDropTests(ctx context.Context,
	_ ListDropTestsRequestObject) (ListDropTestsResponseObject, error) {
	kept, err := h.does.DropTests.List(ctx)
	return ListDropTests200JSONResponse(saved.Each(kept, saved.DropTest)), err
}

// CreateDropTest implements the contract.
func (h Handlers) CreateDropTest(ctx context.Context,
	r CreateDropTestRequestObject) (CreateDropTestResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.AddTest(ctx, r.Body.Test, choice)
	return CreateDropTest201JSONResponse(saved.DropTest(kept)), err
}

// LookAtDropTest implements the contract.
func (h Handlers) LookAtDropTest(ctx context.Context,
	r LookAtDropTestRequestObject) (LookAtDropTestResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	look, err := h.does.LookAtTest(ctx, r.Body.Test, r.Body.Id, choice)
	if err != nil {
		return nil, err
	}
	return LookAtDropTest200JSONResponse(*look), nil
}

// CheckTruth implements the contract.
func (h Handlers) CheckTruth(ctx context.Context, _ CheckTruthRequestObject) (CheckTruthResponseObject, error) {
	truth, err := h.does.Truth(ctx)
	if err != nil {
		return nil, err
	}
	return CheckTruth200JSONResponse(*truth), nil
}

// ChangeDropTest implements the contract.
func (h Handlers) ChangeDropTest(ctx context.Context,
	r ChangeDropTestRequestObject) (ChangeDropTestResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.DropTests.Change(ctx, r.Id, r.Body.Version, nil, &r.Body.Test, choice)
	return ChangeDropTest200JSONResponse(saved.DropTest(kept)), err
}

// DeleteDropTest implements the contract.
func (h Handlers) DeleteDropTest(ctx context.Context,
	r DeleteDropTestRequestObject) (DeleteDropTestResponseObject, error) {
	return DeleteDropTest204Response{}, h.does.DropTests.Delete(ctx, r.Id)
}

// RestoreDropTest implements the contract.
func (h Handlers) RestoreDropTest(ctx context.Context,
	r RestoreDropTestRequestObject) (RestoreDropTestResponseObject, error) {
	kept, err := h.does.DropTests.Restore(ctx, r.Id)
	return RestoreDropTest200JSONResponse(saved.DropTest(kept)), err
}

// ReadTimes implements the contract.
func (h Handlers) ReadTimes(_ context.Context, r ReadTimesRequestObject) (ReadTimesResponseObject, error) {
	times, err := droptest.ReadTimes(r.Params.Text)
	return ReadTimes200JSONResponse(times), err
}

// Measure implements the contract.
func (h Handlers) Measure(_ context.Context, r MeasureRequestObject) (MeasureResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	found, err := measure.Measure(r.Body.Question, r.Body.Setup, choice)
	if err != nil {
		return nil, err
	}
	return Measure200JSONResponse(*found), nil
}

// ListRounds implements the contract.
func (h Handlers) ListRounds(ctx context.Context, _ ListRoundsRequestObject) (ListRoundsResponseObject, error) {
	played, err := h.does.Rounds(ctx)
	return ListRounds200JSONResponse(saved.Each(played, saved.Round)), err
}

// PlayRound implements the contract.
func (h Handlers) PlayRound(ctx context.Context, r PlayRoundRequestObject) (PlayRoundResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	round, err := h.does.Round(ctx, r.Body.Question(), choice)
	if err != nil {
		return nil, err
	}
	return PlayRound200JSONResponse(*round), nil
}

// CallRound implements the contract.
func (h Handlers) CallRound(ctx context.Context, r CallRoundRequestObject) (CallRoundResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Question.Units)
	if err != nil {
		return nil, err
	}
	score, err := h.does.CallRound(ctx, r.Body.Question.Question(), r.Body.Made(), choice)
	if err != nil {
		return nil, err
	}
	return CallRound200JSONResponse(*score), nil
}
