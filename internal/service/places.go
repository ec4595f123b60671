package service

import (
	"context"
	"slices"
	"strings"

	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/measure"
	"dunvel/internal/store"
)

// placeAt is a place at a position as it is typed, such as 57.1234, -6.2345.
func placeAt(where, note string) (logbook.Place, error) {
	at, err := measure.ReadPosition(where)
	if err != nil {
		return logbook.Place{}, input.Fault("where", "Position: %s", err)
	}
	out := logbook.Place{North: at.North, East: at.East, Note: strings.TrimSpace(note)}
	return out, out.Validate(nil)
}

// AddPlace keeps a place at a position as it is typed.
func (s *Service) AddPlace(ctx context.Context, name, where, note string) (store.Kept[logbook.Place], error) {
	name, err := input.CleanName(name)
	if err != nil {
		return store.Kept[logbook.Place]{}, err
	}
	place, err := placeAt(where, note)
	if err != nil {
		return store.Kept[logbook.Place]{}, err
	}
	return s.store.Places.Create(ctx, name, place, s.now())
}

// ChangePlace renames or moves a place, if it has the version. Trips to it go with its name.
func (s *Service) ChangePlace(ctx context.Context, id, version int64, name, where,
	note string) (out store.Kept[logbook.Place], err error) {
	if name, err = input.CleanName(name); err != nil {
		return out, err
	}
	place, err := placeAt(where, note)
	if err != nil {
		return out, err
	}
	return out, s.store.Write(ctx, func(t store.Tables) error {
		was, err := t.Places.Get(ctx, id)
		if err != nil {
			return err
		}
		if out, err = t.Places.Change(ctx, id, version, &name, &place, s.now()); err != nil {
			return err
		}
		_, err = s.moveTrips(ctx, t, func(trip store.Kept[logbook.Trip]) bool { return trip.Value.Place == was.Name },
			name)
		return err
	})
}

// moveTrips has trips be to another place, and their names with it where those were made of it; it returns
// which they were.
func (s *Service) moveTrips(ctx context.Context, t store.Tables, which func(store.Kept[logbook.Trip]) bool,
	to string) (moved []int64, err error) {
	trips, err := t.Trips.List(ctx)
	if err != nil {
		return nil, err
	}
	for _, kept := range trips {
		if !which(kept) || kept.Value.Place == to {
			continue
		}
		next := kept.Value
		next.Place = to
		var name *string
		if strings.HasPrefix(kept.Name, kept.Value.Name()) {
			free, err := t.Trips.FreeName(ctx, next.Name(), kept.ID)
			if err != nil {
				return nil, err
			}
			name = &free
		}
		if _, err := t.Trips.Change(ctx, kept.ID, kept.Version, name, &next, s.now()); err != nil {
			return nil, err
		}
		moved = append(moved, kept.ID)
	}
	return moved, nil
}

// DeletePlace takes a place off the list; trips to it stay.
func (s *Service) DeletePlace(ctx context.Context, id int64) error {
	return s.store.Places.Delete(ctx, id, s.now())
}

// MergePlace has the trips to a place be to another, and takes it off the list. It returns those trips.
func (s *Service) MergePlace(ctx context.Context, id, into int64) (moved []int64, err error) {
	if id == into {
		return nil, input.Fault("into", "Place: it cannot be merged with itself; choose another.")
	}
	return moved, s.store.Write(ctx, func(t store.Tables) error {
		from, err := t.Places.Get(ctx, id)
		if err != nil {
			return err
		}
		to, err := t.Places.Get(ctx, into)
		if err != nil {
			return err
		}
		moved, err = s.moveTrips(ctx, t,
			func(trip store.Kept[logbook.Trip]) bool { return trip.Value.Place == from.Name }, to.Name)
		if err != nil {
			return err
		}
		return t.Places.Delete(ctx, id, s.now())
	})
}

// RestorePlace puts a place back, and trips that were merged with another to it.
func (s *Service) RestorePlace(ctx context.Context, id int64,
	trips []int64) (out store.Kept[logbook.Place], err error) {
	return out, s.store.Write(ctx, func(t store.Tables) error {
		if out, err = t.Places.Restore(ctx, id); err != nil {
			return err
		}
		_, err = s.moveTrips(ctx, t, func(trip store.Kept[logbook.Trip]) bool {
			return slices.Contains(trips, trip.ID)
		}, out.Name)
		return err
	})
}
