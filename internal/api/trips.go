package api

import (
	"context"
	"errors"
	"slices"

	"dunvel/core/box"
	"dunvel/core/mechanics"
	"dunvel/core/trip"
	"dunvel/core/units"
	"dunvel/internal/store"
)

// ListTrips implements the contract.
func (h Handlers) ListTrips(ctx context.Context, _ ListTripsRequestObject) (ListTripsResponseObject, error) {
	kept, err := h.Store.Trips.List(ctx)
	if err != nil {
		return nil, err
	}
	counts, err := h.Store.Events.Counts(ctx)
	if err != nil {
		return nil, err
	}
	slices.SortStableFunc(kept, func(a, b store.Kept[trip.Trip]) int { return b.Value.Start.Compare(a.Value.Start) })
	out := make(ListTrips200JSONResponse, len(kept))
	for i, k := range kept {
		out[i] = savedTrip(k, counts[k.ID])
	}
	return out, nil
}

// CreateTrip implements the contract.
func (h Handlers) CreateTrip(ctx context.Context, r CreateTripRequestObject) (CreateTripResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	t := r.Body.Trip
	t.Clean()
	if err := t.Validate(choice); err != nil {
		return nil, err
	}
	kept, err := h.Store.Trips.Add(ctx, t.Name(), t, h.Now())
	return CreateTrip201JSONResponse(savedTrip(kept, nil)), err
}

// ChangeTrip implements the contract.
func (h Handlers) ChangeTrip(ctx context.Context, r ChangeTripRequestObject) (ChangeTripResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	r.Body.Trip.Clean()
	if err := r.Body.Trip.Validate(choice); err != nil {
		return nil, err
	}
	kept, err := h.Store.Trips.Change(ctx, r.Id, r.Body.Version, nil, &r.Body.Trip, h.Now())
	return ChangeTrip200JSONResponse(savedTrip(kept, nil)), err
}

// DeleteTrip implements the contract.
func (h Handlers) DeleteTrip(ctx context.Context, r DeleteTripRequestObject) (DeleteTripResponseObject, error) {
	return DeleteTrip204Response{}, h.Store.Trips.Delete(ctx, r.Id, h.Now())
}

// RestoreTrip implements the contract.
func (h Handlers) RestoreTrip(ctx context.Context, r RestoreTripRequestObject) (RestoreTripResponseObject, error) {
	kept, err := h.Store.Trips.Restore(ctx, r.Id)
	return RestoreTrip200JSONResponse(savedTrip(kept, nil)), err
}

// ListEvents implements the contract.
func (h Handlers) ListEvents(ctx context.Context, r ListEventsRequestObject) (ListEventsResponseObject, error) {
	kept, err := h.Store.Events.List(ctx, r.Id)
	out := make(ListEvents200JSONResponse, len(kept))
	for i, k := range kept {
		out[i] = savedEvent(k)
	}
	return out, err
}

// LogEvents implements the contract.
func (h Handlers) LogEvents(ctx context.Context, r LogEventsRequestObject) (LogEventsResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.Store.Trips.Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	there, err := h.eventsOf(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	events := r.Body.Events
	for i, e := range events {
		if err := e.Validate(kept.Value, choice); err != nil {
			return nil, err
		}
		there = append(there, events[i])
	}
	for i, e := range events {
		if events[i], err = h.placed(ctx, kept.Value, e, there, choice); err != nil {
			return nil, err
		}
	}
	added, err := h.Store.Events.Add(ctx, r.Id, events, h.Now())
	if err != nil {
		return nil, err
	}
	out := make(LogEvents200JSONResponse, len(added))
	for i, a := range added {
		out[i] = savedEvent(a.KeptEvent)
		if a.Fresh {
			if err := h.stock(ctx, kept.Value, a.Event, there, box.Item.Spend); err != nil {
				return nil, err
			}
		}
	}
	return out, nil
}

// eventsOf are the events of a trip.
func (h Handlers) eventsOf(ctx context.Context, id int64) ([]trip.Event, error) {
	kept, err := h.Store.Events.List(ctx, id)
	out := make([]trip.Event, len(kept))
	for i, k := range kept {
		out[i] = k.Event
	}
	return out, err
}

// placed is an event with what it happened to and where, by what is known of its
// bait. The snag index is the judged one: losses are counted against it.
func (h Handlers) placed(ctx context.Context, t trip.Trip, e trip.Event, others []trip.Event, choice units.Choice) (trip.Event, error) {
	state := t.StateAt(e.Rod, e.Time, others)
	if _, err := h.measured(ctx, &state.Setup, choice); err != nil {
		return e, err
	}
	adviser, err := h.adviser(ctx, state.Setup)
	if err != nil {
		return e, err
	}
	ctx = mechanics.WithBudget(ctx, answerWork)
	if state.Setup, err = adviser.Held(ctx, state.Setup, state.Mass); err != nil {
		return e, err
	}
	return e.Placed(ctx, state)
}

// stock spends what an event took from the box, or puts it back.
func (h Handlers) stock(ctx context.Context, t trip.Trip, e trip.Event, others []trip.Event, how func(box.Item) (box.Item, bool)) error {
	var is func(box.Item) bool
	state := t.StateAt(e.Rod, e.Time, others)
	switch e.Kind {
	case trip.Lost:
		is = func(i box.Item) bool { return i.IsHead(e.With.Mass, e.With.Shape, e.With.Material) }
	case trip.Torn:
		is = func(i box.Item) bool { return i.IsBait(state.Setup.Bait) }
	case trip.Retie:
		is = func(i box.Item) bool { return i.IsLeader(state.Setup.Leader) }
	default:
		return nil
	}
	const tries = 5 // another may be spending the same at this moment
	for range tries {
		items, err := h.Store.Items.List(ctx)
		if err != nil {
			return err
		}
		i := slices.IndexFunc(items, func(k store.Kept[box.Item]) bool { return is(k.Value) })
		if i < 0 {
			return nil
		}
		next, ok := how(items[i].Value)
		if !ok {
			return nil
		}
		if _, err = h.Store.Items.Change(ctx, items[i].ID, items[i].Version, nil, &next, h.Now()); !errors.Is(err, store.ErrConflict) {
			return err
		}
	}
	return store.ErrConflict
}

func back(i box.Item) (box.Item, bool) { return i.Back(), true }

// ChangeEvent implements the contract. What the log worked out of it is worked
// out anew.
func (h Handlers) ChangeEvent(ctx context.Context, r ChangeEventRequestObject) (ChangeEventResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	was, err := h.Store.Events.Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	t, err := h.Store.Trips.Get(ctx, was.Trip)
	if err != nil {
		return nil, err
	}
	e := r.Body.Event
	e.Key = was.Event.Key
	if err := e.Validate(t.Value, choice); err != nil {
		return nil, err
	}
	others, err := h.eventsOf(ctx, was.Trip)
	if err != nil {
		return nil, err
	}
	if e, err = h.placed(ctx, t.Value, e, others, choice); err != nil {
		return nil, err
	}
	kept, err := h.Store.Events.Change(ctx, r.Id, r.Body.Version, e, h.Now())
	if err != nil {
		return nil, err
	}
	if was.Event.Kind != e.Kind {
		if err := errors.Join(h.stock(ctx, t.Value, was.Event, others, back), h.stock(ctx, t.Value, e, others, box.Item.Spend)); err != nil {
			return nil, err
		}
	}
	return ChangeEvent200JSONResponse(savedEvent(kept)), nil
}

// DeleteEvent implements the contract.
func (h Handlers) DeleteEvent(ctx context.Context, r DeleteEventRequestObject) (DeleteEventResponseObject, error) {
	gone, err := h.Store.Events.Delete(ctx, r.Id, h.Now())
	if err != nil {
		return nil, err
	}
	return DeleteEvent204Response{}, h.restock(ctx, gone, back)
}

// RestoreEvent implements the contract.
func (h Handlers) RestoreEvent(ctx context.Context, r RestoreEventRequestObject) (RestoreEventResponseObject, error) {
	kept, err := h.Store.Events.Restore(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	return RestoreEvent200JSONResponse(savedEvent(kept)), h.restock(ctx, kept, box.Item.Spend)
}

// restock is stock for an event that is taken off the list or put back on it.
func (h Handlers) restock(ctx context.Context, e store.KeptEvent, how func(box.Item) (box.Item, bool)) error {
	t, err := h.Store.Trips.Get(ctx, e.Trip)
	if err != nil {
		return err
	}
	others, err := h.eventsOf(ctx, e.Trip)
	if err != nil {
		return err
	}
	return h.stock(ctx, t.Value, e.Event, others, how)
}

func savedTrip(k store.Kept[trip.Trip], counts map[string]int) SavedTrip {
	if counts == nil {
		counts = map[string]int{}
	}
	return SavedTrip{Id: k.ID, Version: k.Version, Name: k.Name, Trip: k.Value, Counts: counts}
}

func savedEvent(k store.KeptEvent) SavedEvent {
	return SavedEvent{Id: k.ID, Version: k.Version, Trip: k.Trip, Event: k.Event}
}
