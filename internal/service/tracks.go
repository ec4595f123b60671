package service

import (
	"context"
	"slices"

	"dunvel/core/boat"
	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/measure"
	"dunvel/core/units"
	"dunvel/internal/service/trips"
	"dunvel/internal/store"
)

// Tracked is a track that is kept, with the drifts on it.
type Tracked struct {
	store.Kept[boat.Track]
	Drifts []measure.Drifted
}

// ListTracks are all tracks, the latest first, each with its drifts.
func (s *Service) ListTracks(ctx context.Context, choice units.Choice) ([]Tracked, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	kept, err := s.store.Tracks.List(ctx)
	if err != nil {
		return nil, err
	}
	out := make([]Tracked, len(kept))
	for i, k := range kept {
		out[i] = tracked(k, choice)
	}
	slices.SortStableFunc(out, func(a, b Tracked) int { return b.Value.From().Compare(a.Value.From()) })
	return out, nil
}

func tracked(k store.Kept[boat.Track], choice units.Choice) Tracked {
	drifts := measure.Drifts(k.Value.Points, choice)
	if drifts == nil {
		drifts = []measure.Drifted{}
	}
	return Tracked{k, drifts}
}

// KeepTrack keeps where the boat was, as its instruments had it.
func (s *Service) KeepTrack(ctx context.Context, points []boat.Point, choice units.Choice) (Tracked, error) {
	if len(points) < 2 {
		return Tracked{}, input.Fault("points",
			"Track: the instruments have told of %d places so far; two or more make a track.", len(points))
	}
	t := boat.Track{Points: boat.Thin(points, boat.MostKept)}
	if err := t.Validate(choice); err != nil {
		return Tracked{}, err
	}
	kept, err := s.store.Tracks.Add(ctx, t.Name(), t, s.now())
	return tracked(kept, choice), err
}

// RestoreTrack puts a deleted track back.
func (s *Service) RestoreTrack(ctx context.Context, id int64) (Tracked, error) {
	kept, err := s.Tracks.Restore(ctx, id)
	if err != nil {
		return Tracked{}, err
	}
	return tracked(kept, nil), nil
}

// ChartOf is the chart of a trip.
func (s *Service) ChartOf(ctx context.Context, id int64) (out logbook.Chart, err error) {
	return out, s.store.Read(ctx, func(t store.Tables) error {
		d, err := trips.DayOf(ctx, t, id)
		if err != nil {
			return err
		}
		kept, err := t.Tracks.List(ctx)
		if err != nil {
			return err
		}
		var tracks []boat.Track
		for _, k := range kept {
			if d.Trip.Value.Covers(k.Value) {
				tracks = append(tracks, k.Value)
			}
		}
		events := make([]logbook.Event, len(d.Events))
		for i, e := range d.Events {
			events[i] = e.Event
		}
		named, err := t.Places.List(ctx)
		places := map[string]logbook.Place{}
		for _, p := range named {
			places[p.Name] = p.Value
		}
		out = logbook.ChartOf(events, tracks, places)
		return err
	})
}
