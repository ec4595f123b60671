// Package trips is what is done with the log: trips begun, changed and put back, and what happens on them, each placed
// where it happened and taken from the box. Each is one transaction.
package trips

import (
	"context"
	"time"

	"dunvel/core/logbook"
	"dunvel/internal/store"

	"golang.org/x/sync/semaphore"
)

// Book is the log on a store: trips, and what happened on each. One changes it at a time.
type Book struct {
	store   *store.Store
	now     func() time.Time
	ways    Ways
	logging *semaphore.Weighted
}

// Ways tells where a head of a state was how long after a cast, for what is logged to be placed by.
type Ways func(context.Context, logbook.State) (*logbook.Ways, error)

// New is the log on a store; now tells the time.
func New(st *store.Store, now func() time.Time, ways Ways) *Book {
	return &Book{st, now, ways, semaphore.NewWeighted(1)}
}
