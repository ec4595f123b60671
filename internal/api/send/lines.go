// Package send is how responses go out that are not one value: lines as they are worked out, news as they come, a
// backup through a file.
package send

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"sync"
	"time"

	"dunvel/core/progress"
	"dunvel/internal/api/problem"
	"dunvel/internal/contract"
)

// Lines sends lines of JSON as they come.
type Lines struct {
	w     http.ResponseWriter
	begun bool
}

// NewLines are the lines of a response, none of which is sent yet.
func NewLines(w http.ResponseWriter) *Lines { return &Lines{w: w} }

// Send sends a line; the first one begins the response.
func (l *Lines) Send(line any) error {
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

// Ended is how lines end that were begun before something went wrong: what was sent
// cannot be unsent, and the last line says why there is no more.
func (l *Lines) Ended(ctx context.Context, err error, line func(*contract.Problem) any) error {
	if cause := context.Cause(ctx); cause != nil {
		err = cause
	}
	if err == nil || !l.begun {
		return err
	}
	p := problem.Describe(err)
	return errors.Join(err, l.Send(line(&p)))
}

// Telling is a response that tells how far it is while it is worked out by Work.
type Telling struct {
	Context context.Context
	Work    func(context.Context) (any, error)
}

// tellEvery is how often it is told at most.
const tellEvery = 100 * time.Millisecond

// Send works it out and sends it.
func (t Telling) Send(w http.ResponseWriter) error {
	out := NewLines(w)
	var mutex sync.Mutex // it may be told by several at once
	var told time.Time
	ctx := progress.With(t.Context, func(share float64) {
		mutex.Lock()
		defer mutex.Unlock()
		if time.Since(told) < tellEvery {
			return
		}
		told = time.Now()
		_ = out.Send(contract.ProgressLine{Share: &share}) // whoever has gone is told nothing
	})
	ctx = progress.WithFound(ctx, func(soFar any) {
		mutex.Lock()
		defer mutex.Unlock()
		_ = out.Send(contract.ProgressLine{Found: soFar})
	})
	result, err := t.Work(ctx)
	mutex.Lock()
	defer mutex.Unlock()
	if err != nil {
		return out.Ended(t.Context, err, func(p *contract.Problem) any { return contract.ProgressLine{Problem: p} })
	}
	return out.Send(contract.ProgressLine{Result: result})
}
