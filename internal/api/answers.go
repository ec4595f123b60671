package api

import (
	"context"

	"dunvel/internal/contract"
)

// Answer implements the contract.
func (h Handlers) Answer(ctx context.Context, r AnswerRequestObject) (AnswerResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	a, err := h.does.Answer(ctx, r.Body.Setup, choice)
	if err != nil {
		return nil, err
	}
	return Answer200JSONResponse(*a), nil
}

// Changes implements the contract.
func (h Handlers) Changes(ctx context.Context, r ChangesRequestObject) (ChangesResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	if wanted(r.Params.Progress) {
		return telling{ctx, func(ctx context.Context) (any, error) { return h.does.Changes(ctx, r.Body.Setup, choice) }}, nil
	}
	found, err := h.does.Changes(ctx, r.Body.Setup, choice)
	return Changes200JSONResponse(found), err
}

// Compare implements the contract.
func (h Handlers) Compare(ctx context.Context, r CompareRequestObject) (CompareResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	outfits, err := r.Body.Outfits()
	if err != nil {
		return nil, err
	}
	if wanted(r.Params.Progress) {
		return telling{ctx, func(ctx context.Context) (any, error) { return h.does.Compare(ctx, r.Body.Setup, outfits, choice) }}, nil
	}
	out, err := h.does.Compare(ctx, r.Body.Setup, outfits, choice)
	return Compare200JSONResponse(out), err
}

// TryRules implements the contract.
func (h Handlers) TryRules(ctx context.Context, r TryRulesRequestObject) (TryRulesResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	if wanted(r.Params.Progress) {
		return telling{ctx, func(ctx context.Context) (any, error) {
			return h.does.TryRules(ctx, r.Body.Setup, r.Body.Rules, choice)
		}}, nil
	}
	trials, err := h.does.TryRules(ctx, r.Body.Setup, r.Body.Rules, choice)
	return TryRules200JSONResponse(trials), err
}

// PlayDrops implements the contract.
func (h Handlers) PlayDrops(ctx context.Context, r PlayDropsRequestObject) (PlayDropsResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	drops, err := h.does.PlayDrops(ctx, r.Body.Setup, r.Body.Heads, r.Body.Programme, choice)
	return PlayDrops200JSONResponse(drops), err
}

// CountDown implements the contract.
func (h Handlers) CountDown(ctx context.Context, r CountDownRequestObject) (CountDownResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	card, err := h.does.CountDown(ctx, r.Body.Setup, choice)
	if err != nil {
		return nil, err
	}
	return CountDown200JSONResponse(*card), nil
}
