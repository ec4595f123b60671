// Package service is what can be done with Dunvel: each use case is one call, and what it
// changes is one transaction, all of it or nothing. The server and the commands call the
// same. Errors are setup.Errors where the input cannot be, and those of the store.
package service

import (
	"context"
	"time"

	"dunvel/core/boat"
	"dunvel/core/box"
	plans "dunvel/core/day"
	"dunvel/core/droptest"
	"dunvel/core/logbook"
	"dunvel/core/logbook/snags"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/internal/answers"
	"dunvel/internal/service/intake"
	"dunvel/internal/service/trips"
	"dunvel/internal/store"
)

// Service does it on a store. Its Desk answers questions by what is kept there.
type Service struct {
	answers.Desk
	*intake.Intake
	*trips.Book
	Setups     Shelf[setup.Setup]
	Programmes Shelf[technique.Programme]
	Plans      Shelf[plans.Plan]
	DropTests  Shelf[droptest.Test]
	Tracks     Shelf[boat.Track]

	store      *store.Store
	now        func() time.Time
	remembered *answers.Remembered
}

// New is the service on a store; now tells the time.
func New(st *store.Store, now func() time.Time) *Service {
	s := &Service{
		Setups: Shelf[setup.Setup]{st.Setups, now}, Programmes: Shelf[technique.Programme]{st.Programmes, now},
		DropTests: Shelf[droptest.Test]{st.DropTests, now},
		Plans:     Shelf[plans.Plan]{st.Plans, now}, Tracks: Shelf[boat.Track]{st.Tracks, now},
		store: st, now: now, remembered: &answers.Remembered{}, Intake: intake.New(st, now),
	}
	s.From = s
	s.Book = trips.New(st, now, func(ctx context.Context, state logbook.State) (*logbook.Ways, error) {
		return s.Ways(ctx, state)
	})
	return s
}

// Revision grows with every change of anything that is kept.
func (s *Service) Revision(ctx context.Context) (int64, error) { return s.store.Revision(ctx) }

// Knowledge is what the store adds to an answer, as it is now.
func (s *Service) Knowledge(ctx context.Context) (*answers.Knowledge, error) {
	revision, err := s.store.Revision(ctx)
	if err != nil {
		return nil, err
	}
	return s.remembered.Whole(revision, func() (*answers.Knowledge, error) { return s.learn(ctx) })
}

// Measured is what the store has of drop tests, as it is now.
func (s *Service) Measured(ctx context.Context) (*answers.Knowledge, error) {
	revision, err := s.store.Revision(ctx)
	if err != nil {
		return nil, err
	}
	return s.remembered.Measured(revision, func() (*answers.Knowledge, error) { return measured(ctx, s.store.Tables) })
}

func (s *Service) learn(ctx context.Context) (out *answers.Knowledge, err error) {
	return out, s.store.Read(ctx, func(t store.Tables) error {
		if out, err = measured(ctx, t); err != nil {
			return err
		}
		if out.Items, err = inBox(ctx, t); err != nil {
			return err
		}
		if out.Held, err = t.Events.Held(ctx); err != nil {
			return err
		}
		likes, err := ownOf(ctx, t)
		if err != nil {
			return err
		}
		out.Own = likes.Value.Known()
		fished, err := t.Events.Fished(ctx)
		out.Beds = snags.Beds(fished)
		out.Kinds = snags.Kinds(fished, out.Beds)
		return err
	})
}

// measured is knowledge of the drop tests alone.
func measured(ctx context.Context, t store.Tables) (*answers.Knowledge, error) {
	tests, err := t.DropTests.List(ctx)
	if err != nil {
		return nil, err
	}
	out := &answers.Knowledge{}
	for _, k := range tests {
		out.Tests = append(out.Tests, answers.Tested{Test: k.Value, Updated: k.Updated})
	}
	return out, nil
}

// inBox are all items.
func inBox(ctx context.Context, t store.Tables) ([]box.Item, error) {
	kept, err := t.Items.List(ctx)
	items := make([]box.Item, len(kept))
	for i, k := range kept {
		items[i] = k.Value
	}
	return items, err
}
