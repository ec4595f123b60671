package intake

import (
	"context"
	"errors"
	"testing"
	"time"
)

// One file is taken in at a time, and who waits for that goes when nobody waits for them any more.
func TestOneAtATime(t *testing.T) {
	in := New(nil, nil)
	if err := in.turn.Acquire(t.Context(), 1); err != nil {
		t.Fatal(err)
	}
	waiting, stop := context.WithTimeout(t.Context(), 10*time.Millisecond)
	defer stop()
	if _, err := in.TakeIn(waiting, File{Kind: LogFile}); !errors.Is(err, context.DeadlineExceeded) {
		t.Errorf("beside another: %v", err)
	}
	in.turn.Release(1)
	if _, err := in.TakeIn(t.Context(), File{Kind: "tea"}); err == nil || errors.Is(err, context.DeadlineExceeded) {
		t.Errorf("%v", err)
	}
}
