package demo

import (
	"context"
	"fmt"
	"time"

	"dunvel/core/droptest"
	"dunvel/core/setup"
	"dunvel/internal/store"
)

// drops are what was timed: the paddle tail of Pier Pool, let down beside the
// pier on two heads, and three casts at The Sill counted to the touch.
func drops() []droptest.Test {
	timed := func(s setup.Setup, grams, depth float64, place string, times ...float64) droptest.Test {
		t := droptest.Test{Setup: s, Mass: grams * 1e-3, Depth: depth, Place: place, Held: droptest.Slack}
		for _, v := range times {
			t.Drops = append(t.Drops, droptest.Drop{Time: v})
		}
		return t
	}
	pool, sill := named("Pier Pool, evening"), named("The Sill, slack water")
	heavy := timed(pool, 7.1, 4.5, droptest.Pier, 8.4, 8.9, 11.2, 8.7)
	heavy.Drops[2].Struck = true // the line caught on a ring
	return []droptest.Test{
		timed(pool, 3.5, 4.5, droptest.Pier, 11.5, 11.9, 11.3, 12.0),
		heavy,
		timed(sill, 7.1, sill.Water.Depth, droptest.OnWater, 42),
		timed(sill, 10.6, sill.Water.Depth, droptest.OnWater, 35.5),
		timed(sill, 14.2, sill.Water.Depth, droptest.OnWater, 30),
	}
}

func seedDrops(ctx context.Context, st *store.Store, now time.Time) error {
	for _, t := range drops() {
		if _, err := st.DropTests.Create(ctx, t.Name(), t, now); err != nil {
			return fmt.Errorf("demo: %s: %w", t.Name(), err)
		}
	}
	return nil
}
