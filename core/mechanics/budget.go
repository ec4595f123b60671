package mechanics

import (
	"context"
	"errors"
	"sync/atomic"
)

// ErrBudget is that a question took more work than it was given.
var ErrBudget = errors.New("mechanics: it takes more work than is allowed")

type budgetKey struct{}

// WithBudget gives all drops that are run with the context so much work together:
// nodes of the line times rounds of Newton's method, of which a processor of 2020
// does some millions a second. What it amounts to is the same on every machine,
// however busy. A budget within a budget counts for both.
func WithBudget(ctx context.Context, work int) context.Context {
	left := &budget{above: budgetOf(ctx)}
	left.work.Store(int64(work))
	return context.WithValue(ctx, budgetKey{}, left)
}

// budget is the work that is left.
type budget struct {
	work  atomic.Int64
	above *budget
}

func budgetOf(ctx context.Context) *budget {
	b, _ := ctx.Value(budgetKey{}).(*budget)
	return b
}

// spend takes work off the budgets of ctx. The error is ErrBudget where one has
// none left, or that ctx ended.
func spend(ctx context.Context, work int) error {
	if ctx.Err() != nil {
		return context.Cause(ctx)
	}
	var err error
	for b := budgetOf(ctx); b != nil; b = b.above {
		if b.work.Add(-int64(work)) < 0 {
			err = ErrBudget
		}
	}
	return err
}
