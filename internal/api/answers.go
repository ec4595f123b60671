package api

import (
	"context"
	"net/http"

	"dunvel/core/advice"
	"dunvel/core/trust"
	"dunvel/internal/api/send"
	"dunvel/internal/contract"
)

// Answer implements the contract.
func (h Handlers) Answer(ctx context.Context, r AnswerRequestObject) (AnswerResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	if wanted(r.Params.Draft) {
		early := advice.Early{}
		if r.Params.Looked != nil {
			early.Looked = *r.Params.Looked
		}
		return drafting{ctx, func(ctx context.Context, tell func(*advice.Answer)) (*advice.Answer, error) {
			early.Tell = tell
			return h.does.AnswerEarly(ctx, r.Body.Setup, choice, &early)
		}}, nil
	}
	a, err := h.does.Answer(ctx, r.Body.Setup, choice)
	if err != nil {
		return nil, err
	}
	return Answer200JSONResponse(*a), nil
}

// drafting is an answer that is sent as a draft first.
type drafting struct {
	ctx  context.Context
	work func(context.Context, func(*advice.Answer)) (*advice.Answer, error)
}

// VisitAnswerResponse implements AnswerResponseObject.
func (d drafting) VisitAnswerResponse(w http.ResponseWriter) error {
	out := send.NewLines(w)
	answer, err := d.work(d.ctx, func(draft *advice.Answer) {
		_ = out.Send(contract.DraftLine{Draft: draft}) // whoever has gone is told nothing
	})
	if err != nil {
		return out.Ended(d.ctx, err, func(p *contract.Problem) any { return contract.DraftLine{Problem: p} })
	}
	return out.Send(contract.DraftLine{Result: answer})
}

// Changes implements the contract.
func (h Handlers) Changes(ctx context.Context, r ChangesRequestObject) (ChangesResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	if wanted(r.Params.Progress) {
		return tell(ctx, func(ctx context.Context) (any, error) { return h.does.Changes(ctx, r.Body.Setup, choice) }),
			nil
	}
	found, err := h.does.Changes(ctx, r.Body.Setup, choice)
	return Changes200JSONResponse(found), err
}

// Doubts implements the contract.
func (h Handlers) Doubts(ctx context.Context, r DoubtsRequestObject) (DoubtsResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	found, err := h.does.Doubts(ctx, r.Body.Setup, choice)
	if err != nil {
		return nil, err
	}
	return Doubts200JSONResponse(*found), nil
}

// Trust implements the contract.
func (Handlers) Trust(context.Context, TrustRequestObject) (TrustResponseObject, error) {
	return Trust200JSONResponse(trust.Told()), nil
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
		return tell(ctx, func(ctx context.Context) (any, error) {
			return h.does.Compare(ctx, r.Body.Setup, outfits, choice)
		}), nil
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
		return tell(ctx, func(ctx context.Context) (any, error) {
			return h.does.TryRules(ctx, r.Body.Setup, r.Body.Rules, choice)
		}), nil
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

// Cautions implements the contract.
func (h Handlers) Cautions(_ context.Context, r CautionsRequestObject) (CautionsResponseObject, error) {
	all, err := r.Body.Answer()
	return Cautions200JSONResponse(all), err
}

// GetKnowledge implements the contract.
func (h Handlers) GetKnowledge(ctx context.Context, _ GetKnowledgeRequestObject) (GetKnowledgeResponseObject, error) {
	known, err := h.does.Knowledge(ctx)
	if err != nil {
		return nil, err
	}
	return GetKnowledge200JSONResponse(*known), nil
}

// Lead implements the contract.
func (h Handlers) Lead(ctx context.Context, r LeadRequestObject) (LeadResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	a, err := h.does.Lead(ctx, r.Body.Setup, r.Body.Fish, choice)
	if err != nil {
		return nil, err
	}
	return Lead200JSONResponse(*a), nil
}
