package progress

import (
	"context"
	"fmt"
	"testing"
)

func TestTell(t *testing.T) {
	Tell(t.Context(), 0.5) // nobody waits
	var told []string
	ctx := With(t.Context(), func(share float64) { told = append(told, fmt.Sprintf("%.3f", share)) })
	Tell(ctx, 0.25)
	second := Part(ctx, 0.5, 1)
	Tell(second, 0)
	Tell(Part(second, 0, 0.5), 0.5)
	done := Count(second, 2)
	done()
	done()
	if got := fmt.Sprint(told); got != "[0.250 0.500 0.625 0.750 1.000]" {
		t.Error(got)
	}
	if Part(context.Background(), 0, 1) != context.Background() {
		t.Error("a part of nothing is something")
	}
}

func TestFound(t *testing.T) {
	Found(t.Context(), 1) // nobody waits
	var told []any
	ctx := WithFound(t.Context(), func(soFar any) { told = append(told, soFar) })
	Found(ctx, "one")
	Found(Part(With(ctx, func(float64) {}), 0, 1), "two")
	if fmt.Sprint(told) != "[one two]" {
		t.Errorf("%v", told)
	}
}
