package api

import (
	"context"
	"fmt"
	"slices"
	"sync"

	"dunvel/core/box"
	"dunvel/core/measure"
	"dunvel/core/pattern"
	"dunvel/core/setup"
	"dunvel/core/trip"
	"dunvel/internal/store"
)

// taught remembers what losses teach of beds as long as nothing that is kept changes.
type taught struct {
	mutex    sync.Mutex
	revision int64
	beds     []pattern.Bed
}

// Learn implements the contract.
func (h Handlers) Learn(ctx context.Context, r LearnRequestObject) (LearnResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	logs, err := h.logs(ctx, r.Body.Trip)
	if err != nil {
		return nil, err
	}
	items, err := h.inBox(ctx)
	if err != nil {
		return nil, err
	}
	lesson, err := pattern.Learn(logs, func(w trip.With) float64 { return box.Cost(items, w.Mass, w.Shape, w.Material) }, choice)
	if err != nil {
		return nil, err
	}
	return Learn200JSONResponse(*lesson), nil
}

// logs are the trips with what happened on them, or the one.
func (h Handlers) logs(ctx context.Context, one *int64) ([]trip.Log, error) {
	if one != nil {
		kept, err := h.Store.Trips.Get(ctx, *one)
		if err != nil {
			return nil, err
		}
		events, err := h.eventsOf(ctx, *one)
		return []trip.Log{{Name: kept.Name, Trip: kept.Value, Events: events}}, err
	}
	kept, err := h.Store.Trips.List(ctx)
	if err != nil {
		return nil, err
	}
	events, err := h.Store.Events.All(ctx)
	if err != nil {
		return nil, err
	}
	of := map[int64][]trip.Event{}
	for _, e := range events {
		of[e.Trip] = append(of[e.Trip], e.Event)
	}
	out := make([]trip.Log, len(kept))
	for i, k := range kept {
		out[i] = trip.Log{Name: k.Name, Trip: k.Value, Events: of[k.ID]}
	}
	return out, nil
}

// snags sets how much the bed of a setup snags by what was lost on such beds,
// where that is not set in the setup itself.
func (h Handlers) snags(ctx context.Context, s *setup.Setup) error {
	if s.Water.Snags > 0 {
		return nil
	}
	revision, err := h.Store.Revision(ctx)
	if err != nil {
		return err
	}
	h.taught.mutex.Lock()
	defer h.taught.mutex.Unlock()
	if revision != h.taught.revision {
		fished, err := h.Store.Events.Fished(ctx)
		if err != nil {
			return err
		}
		h.taught.revision, h.taught.beds = revision, pattern.Beds(fished)
	}
	most := setup.LookupField("water.snags").Max
	for _, b := range h.taught.beds {
		if b.Bed == s.Water.Bed {
			s.Water.Snags = min(b.Factor, most)
		}
	}
	return nil
}

// mostTimed is how many outfits are compared with what was expected of them, the
// latest first.
const mostTimed = 30

// timedOnTrips are the seconds to the bottom that were logged, as tests on the
// water, one for each outfit of a trip.
func (h Handlers) timedOnTrips(ctx context.Context) ([]measure.Test, error) {
	logs, err := h.logs(ctx, nil)
	if err != nil {
		return nil, err
	}
	var out []measure.Test
	at := map[string]int{}
	for i, l := range logs {
		changes := slices.DeleteFunc(slices.Clone(l.Events), func(e trip.Event) bool { return e.State == nil })
		for _, e := range l.Events {
			if e.Kind != trip.Bottom || e.Rod >= len(l.Trip.Rods) {
				continue
			}
			state := l.Trip.StateAt(e.Rod, e.Time, changes)
			key := fmt.Sprintf("%d %+v", i, state)
			k, ok := at[key]
			if !ok {
				k = len(out)
				at[key] = k
				out = append(out, measure.Test{Setup: state.Setup, Mass: state.Mass, Depth: state.Setup.Water.Depth, Place: measure.OnWater, Held: measure.Slack})
			}
			if len(out[k].Drops) < measure.MostDrops {
				out[k].Drops = append(out[k].Drops, measure.Drop{Time: e.Seconds})
			}
		}
	}
	return out[max(0, len(out)-mostTimed):], nil
}

// testsOf are the values of kept tests.
func testsOf(kept []store.Kept[measure.Test]) []measure.Test {
	out := make([]measure.Test, len(kept))
	for i, k := range kept {
		out[i] = k.Value
	}
	return out
}
