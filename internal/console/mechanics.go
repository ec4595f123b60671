// Package exchange reads and writes Dunvel's data in forms that other
// programs know.
package console

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"runtime"

	"dunvel/core/mechanics/cases"

	"golang.org/x/sync/errgroup"
)

// maxInput is the most that is read from a stream of cases.
const maxInput = 256 << 20

// Mechanics reads a JSON array of cases from r, solves them, and writes the
// array of their results in the same order to w. A case that cannot be read or
// solved becomes a result with an error; only an input that is no array of
// cases is an error here. It stops when ctx ends.
func Mechanics(ctx context.Context, r io.Reader, w io.Writer) error {
	var raw []json.RawMessage
	limited := &io.LimitedReader{R: r, N: maxInput}
	if err := json.NewDecoder(limited).Decode(&raw); err != nil {
		if limited.N == 0 {
			return fmt.Errorf("the cases are more than %d MB", maxInput>>20)
		}
		return fmt.Errorf("the input is not a JSON array of cases: %w", err)
	}
	results := make([]cases.Result, len(raw))
	var work errgroup.Group
	work.SetLimit(runtime.GOMAXPROCS(0))
	for i, text := range raw {
		work.Go(func() error {
			if err := ctx.Err(); err != nil {
				return err
			}
			results[i] = solve(ctx, text)
			return nil
		})
	}
	if err := work.Wait(); err != nil {
		return errors.New("stopped before all cases were solved")
	}
	out := json.NewEncoder(w)
	out.SetIndent("", " ")
	return out.Encode(results)
}

// solve reads and solves one case.
func solve(ctx context.Context, text json.RawMessage) cases.Result {
	var c cases.Case
	err := json.Unmarshal(text, &c)
	var wrong *json.UnmarshalTypeError
	switch {
	case errors.As(err, &wrong):
		return cases.Result{ID: c.ID, Error: fmt.Sprintf("%s: a %s where %s belongs", wrong.Field, wrong.Value,
			wrong.Type)}
	case err != nil:
		return cases.Result{ID: c.ID, Error: err.Error()}
	}
	return cases.Solve(ctx, c)
}
