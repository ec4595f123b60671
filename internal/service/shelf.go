package service

import (
	"context"
	"time"

	"dunvel/core/input"
	"dunvel/core/units"
	"dunvel/internal/store"
)

// Valid is what tells itself whether it can be.
type Valid interface {
	Validate(choice units.Choice) error
}

// Shelf keeps values that are looked at before.
type Shelf[T Valid] struct {
	shelf *store.Shelf[T]
	now   func() time.Time
}

// List is everything on the shelf, by name.
func (s Shelf[T]) List(ctx context.Context) ([]store.Kept[T], error) { return s.shelf.List(ctx) }

// Get is one entry.
func (s Shelf[T]) Get(ctx context.Context, id int64) (store.Kept[T], error) {
	return s.shelf.Get(ctx, id)
}

// Create keeps a value under a name of its own.
func (s Shelf[T]) Create(ctx context.Context, name string, value T) (store.Kept[T], error) {
	name, err := input.CleanName(name)
	if err != nil {
		return store.Kept[T]{}, err
	}
	if err := value.Validate(nil); err != nil {
		return store.Kept[T]{}, err
	}
	return s.shelf.Create(ctx, name, value, s.now())
}

// Add keeps a value under a name that is numbered where it is used already.
func (s Shelf[T]) Add(ctx context.Context, name string, value T, choice units.Choice) (store.Kept[T], error) {
	if err := value.Validate(choice); err != nil {
		return store.Kept[T]{}, err
	}
	return s.shelf.Add(ctx, name, value, s.now())
}

// Change sets a name and a value where they are not nil, if the entry has the version.
func (s Shelf[T]) Change(ctx context.Context, id, version int64, name *string, value *T,
	choice units.Choice) (store.Kept[T], error) {
	if name != nil {
		clean, err := input.CleanName(*name)
		if err != nil {
			return store.Kept[T]{}, err
		}
		name = &clean
	}
	if value != nil {
		if err := (*value).Validate(choice); err != nil {
			return store.Kept[T]{}, err
		}
	}
	return s.shelf.Change(ctx, id, version, name, value, s.now())
}

// Delete takes an entry off the shelf.
func (s Shelf[T]) Delete(ctx context.Context, id int64) error {
	return s.shelf.Delete(ctx, id, s.now())
}

// Restore puts a deleted entry back.
func (s Shelf[T]) Restore(ctx context.Context, id int64) (store.Kept[T], error) {
	return s.shelf.Restore(ctx, id)
}

// Duplicate keeps a copy of an entry under a name of its own.
func (s Shelf[T]) Duplicate(ctx context.Context, id int64) (store.Kept[T], error) {
	return s.shelf.Duplicate(ctx, id, s.now())
}
