package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"sync"
	"time"

	"dunvel/core/progress"
	"dunvel/internal/contract"
)

// lines sends lines of JSON as they come.
type lines struct {
	w     http.ResponseWriter
	begun bool
}

// send sends a line; the first one begins the response.
func (l *lines) send(line any) error {
	if !l.begun {
		l.begun = true
		l.w.Header().Set("Content-Type", "application/x-ndjson")
		l.w.WriteHeader(http.StatusOK)
	}
	if err := json.NewEncoder(l.w).Encode(line); err != nil {
		return fmt.Errorf("api: %w", err)
	}
	if err := http.NewResponseController(l.w).Flush(); err != nil && !errors.Is(err, http.ErrNotSupported) {
		return fmt.Errorf("api: %w", err)
	}
	return nil
}

// ended is how lines end that were begun before something went wrong: what was sent
// cannot be unsent, and the last line says why there is no more.
func (l *lines) ended(ctx context.Context, err error, line func(*contract.Problem) any) error {
	if cause := context.Cause(ctx); cause != nil {
		err = cause
	}
	if err == nil || !l.begun {
		return err
	}
	p := describe(err)
	return errors.Join(err, l.send(line(&p)))
}

// telling is a response that tells how far it is while it is worked out.
type telling struct {
	ctx  context.Context
	work func(context.Context) (any, error)
}

// tellEvery is how often it is told at most.
const tellEvery = 100 * time.Millisecond

func (t telling) visit(w http.ResponseWriter) error {
	out := &lines{w: w}
	var mutex sync.Mutex // it may be told by several at once
	var told time.Time
	ctx := progress.With(t.ctx, func(share float64) {
		mutex.Lock()
		defer mutex.Unlock()
		if time.Since(told) < tellEvery {
			return
		}
		told = time.Now()
		_ = out.send(contract.ProgressLine{Share: &share}) // whoever has gone is told nothing
	})
	ctx = progress.WithFound(ctx, func(soFar any) {
		mutex.Lock()
		defer mutex.Unlock()
		_ = out.send(contract.ProgressLine{Found: soFar})
	})
	result, err := t.work(ctx)
	mutex.Lock()
	defer mutex.Unlock()
	if err != nil {
		return out.ended(t.ctx, err, func(p *contract.Problem) any { return contract.ProgressLine{Problem: p} })
	}
	return out.send(contract.ProgressLine{Result: result})
}

// VisitChangesResponse implements ChangesResponseObject.
func (t telling) VisitChangesResponse(w http.ResponseWriter) error { return t.visit(w) }

// VisitTryRulesResponse implements TryRulesResponseObject.
func (t telling) VisitTryRulesResponse(w http.ResponseWriter) error { return t.visit(w) }

// VisitCompareResponse implements CompareResponseObject.
func (t telling) VisitCompareResponse(w http.ResponseWriter) error { return t.visit(w) }

// VisitLearnResponse implements LearnResponseObject.
func (t telling) VisitLearnResponse(w http.ResponseWriter) error { return t.visit(w) }

// VisitHandResponse implements HandResponseObject.
func (t telling) VisitHandResponse(w http.ResponseWriter) error { return t.visit(w) }

// VisitImportFileResponse implements ImportFileResponseObject.
func (t telling) VisitImportFileResponse(w http.ResponseWriter) error { return t.visit(w) }
