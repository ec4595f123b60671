package server

import (
	"context"
	"errors"
	"runtime"
	"strings"
	"sync/atomic"

	"dunvel/internal/api/problem"

	"github.com/labstack/echo/v5"
)

// lane lets so many requests of a kind be worked on at once; the others wait for their
// turn in the order in which they came, so many at most.
type lane struct {
	slots   chan struct{}
	waiting atomic.Int64
	most    int64
}

func newLane(atOnce int, most int64) *lane {
	return &lane{slots: make(chan struct{}, max(atOnce, 1)), most: most}
}

// enter waits for a turn. Errors: api.ErrCrowded where too many wait, or that of a context
// that ended first.
func (l *lane) enter(ctx context.Context) error {
	if l.waiting.Add(1) > l.most {
		l.waiting.Add(-1)
		return problem.ErrCrowded
	}
	defer l.waiting.Add(-1)
	select {
	case l.slots <- struct{}{}:
		return nil
	case <-ctx.Done():
		return ctx.Err()
	}
}

func (l *lane) leave() { <-l.slots }

// mostWaiting is how many requests of a kind may wait.
const mostWaiting = 200

// queue holds what takes long apart from what does not: lists and the log are not in it,
// and a map keeps no answer waiting. What is worked on ends when the server stops.
type queue struct {
	stop  context.Context
	lanes map[string]*lane // by the first part of the address under /api/
}

func newQueue(stop context.Context) *queue {
	cores := runtime.GOMAXPROCS(0)
	quick, long, files := newLane(cores, mostWaiting), newLane(cores/2, mostWaiting), newLane(1, mostWaiting)
	q := &queue{stop, map[string]*lane{"imports": files}}
	for _, name := range []string{"answers", "cards", "drops", "rounds", "leads", "live/weights"} {
		q.lanes[name] = quick
	}
	for _, name := range []string{"changes", "charts", "comparisons", "days", "days/calendar", "days/table", "rules",
		"drop-tests/look", "drop-tests/truth", "lessons", "hand"} {
		q.lanes[name] = long
	}
	return q
}

// middleware has requests wait for their turn.
func (q *queue) middleware(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		of := q.lanes[strings.TrimPrefix(c.Request().URL.Path, "/api/")]
		if of == nil && !isEvents(c) {
			return next(c)
		}
		ctx, end := context.WithCancelCause(c.Request().Context())
		defer end(nil)
		defer context.AfterFunc(q.stop, func() { end(problem.ErrStopping) })()
		c.SetRequest(c.Request().WithContext(ctx))
		var err error
		if of != nil {
			if err = of.enter(ctx); err == nil {
				defer of.leave()
			}
		}
		if err == nil {
			err = next(c)
		}
		if err != nil && errors.Is(context.Cause(ctx), problem.ErrStopping) {
			return problem.ErrStopping
		}
		return err
	}
}
