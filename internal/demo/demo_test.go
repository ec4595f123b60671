package demo

import (
	"context"
	"path/filepath"
	"testing"
	"time"

	"dunvel/core/droptest"
	"dunvel/core/logbook"
	"dunvel/internal/store"
)

func seeded(t *testing.T) *store.Store {
	t.Helper()
	st, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "demo.db"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = st.Close() })
	if err := Seed(context.Background(), st, time.Date(2026, 11, 25, 12, 0, 0, 0, time.UTC)); err != nil {
		t.Fatal(err)
	}
	return st
}

// Everything in the scenario is something a person could have entered.
func TestScenarioIsValid(t *testing.T) {
	ctx := context.Background()
	st := seeded(t)
	for _, s := range Setups() {
		if err := s.Setup.Validate(nil); err != nil {
			t.Errorf("%s: %v", s.Name, err)
		}
	}
	for _, test := range drops() {
		if err := test.Validate(nil); err != nil {
			t.Errorf("%s: %v", test.Name(), err)
		}
	}
	trips, err := st.Trips.List(ctx)
	if err != nil || len(trips) != len(days) {
		t.Fatalf("%d trips, %v", len(trips), err)
	}
	for _, k := range trips {
		if err := k.Value.Validate(nil); err != nil {
			t.Errorf("%s: %v", k.Name, err)
		}
		events, err := st.Events.List(ctx, k.ID)
		if err != nil || len(events) < 20 {
			t.Errorf("%s: %d events, %v", k.Name, len(events), err)
		}
		for _, e := range events {
			if err := e.Event.Validate(k.Value, nil); err != nil {
				t.Errorf("%s, %s: %v", k.Name, e.Event.Key, err)
			}
		}
	}
	items, err := st.Items.List(ctx)
	if err != nil || len(items) < 40 {
		t.Errorf("%d things in the box, %v", len(items), err)
	}
	// Once is enough.
	if err := Seed(ctx, st, time.Now()); err != nil {
		t.Error(err)
	}
	if again, _ := st.Trips.List(ctx); len(again) != len(trips) {
		t.Errorf("%d trips after a second time", len(again))
	}
}

// The times of the scenario agree with the engine, but for the noise of a hand.
func TestScenarioAgreesWithTheEngine(t *testing.T) {
	st := seeded(t)
	all, err := st.Events.All(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	inside, count := 0, 0
	for _, e := range all {
		if w := e.Event.With; e.Event.Kind == logbook.Bottom {
			count++
			if e.Event.Seconds >= w.Low && e.Event.Seconds <= w.High {
				inside++
			}
			if ratio := e.Event.Seconds / w.Expected; ratio < 0.75 || ratio > 1.3 {
				t.Errorf("%s: %g s, %g expected", e.Event.Key, e.Event.Seconds, w.Expected)
			}
		}
	}
	if count < 15 || float64(inside) < 0.7*float64(count) {
		t.Errorf("%d of %d times within the range", inside, count)
	}
	var pool []droptest.Test
	for _, test := range drops() {
		if test.Place == droptest.Pier {
			pool = append(pool, test)
		}
	}
	fit, err := droptest.FitDrag(t.Context(), pool)
	if err != nil || fit.Outcome != droptest.Fitted || fit.Factor < 0.75 || fit.Factor > 1 {
		t.Errorf("%+v %v", fit, err)
	}
}
