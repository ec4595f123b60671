package api

import (
	"context"
	"net/http"

	"dunvel/internal/api/send"
)

// telling is a response that tells how far it is while it is worked out.
type telling struct{ send.Telling }

// VisitChangesResponse implements ChangesResponseObject.
func (t telling) VisitChangesResponse(w http.ResponseWriter) error { return t.Send(w) }

// VisitTryRulesResponse implements TryRulesResponseObject.
func (t telling) VisitTryRulesResponse(w http.ResponseWriter) error { return t.Send(w) }

// VisitCompareResponse implements CompareResponseObject.
func (t telling) VisitCompareResponse(w http.ResponseWriter) error { return t.Send(w) }

// VisitLearnResponse implements LearnResponseObject.
func (t telling) VisitLearnResponse(w http.ResponseWriter) error { return t.Send(w) }

// VisitHandResponse implements HandResponseObject.
func (t telling) VisitHandResponse(w http.ResponseWriter) error { return t.Send(w) }

// VisitImportFileResponse implements ImportFileResponseObject.
func (t telling) VisitImportFileResponse(w http.ResponseWriter) error { return t.Send(w) }

func tell(ctx context.Context, work func(context.Context) (any, error)) telling {
	return telling{send.Telling{Context: ctx, Work: work}}
}
