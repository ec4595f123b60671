package service

import (
	"context"
	"slices"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/box"
	"dunvel/core/droptest"
	"dunvel/core/logbook"
	"dunvel/core/logbook/gear"
	"dunvel/core/logbook/lessons"
	"dunvel/core/practice"
	"dunvel/core/progress"
	"dunvel/core/units"
	"dunvel/internal/answers"
	"dunvel/internal/service/trips"
	"dunvel/internal/store"
)

// Learn is what the log teaches, or that of one trip.
func (s *Service) Learn(ctx context.Context, one *int64, choice units.Choice) (*lessons.Lesson, error) {
	var logs []logbook.Log
	var items []box.Item
	err := s.store.Read(ctx, func(t store.Tables) (err error) {
		if logs, err = logsOf(ctx, t, one); err == nil {
			items, err = inBox(ctx, t)
		}
		return err
	})
	if err != nil {
		return nil, err
	}
	progress.Tell(ctx, readShare)
	return lessons.Learn(progress.Part(ctx, readShare, 1), logs,
		func(w logbook.With) float64 { return box.Cost(items, w.Mass, w.Shape, w.Material) }, choice)
}

// Lines are the lines on the reels, with how old they are and what they have seen.
func (s *Service) Lines(ctx context.Context, choice units.Choice) (out []gear.LineAge, err error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	return out, s.store.Read(ctx, func(t store.Tables) error {
		logs, err := logsOf(ctx, t, nil)
		if err != nil {
			return err
		}
		kept, err := t.Trips.List(ctx)
		if err == nil {
			out = gear.Lines(logs, func(at int) int64 { return kept[at].ID }, s.now(), choice)
		}
		return err
	})
}

// readShare is the share of learning that reading the log takes.
const readShare = 0.5

// Logs are all trips with what happened on them.
func (s *Service) Logs(ctx context.Context) (logs []logbook.Log, err error) {
	return logs, s.store.Read(ctx, func(t store.Tables) error {
		logs, err = logsOf(ctx, t, nil)
		return err
	})
}

// logsOf are the trips with what happened on them, or the one.
func logsOf(ctx context.Context, t store.Tables, one *int64) ([]logbook.Log, error) {
	if one != nil {
		d, err := trips.DayOf(ctx, t, *one)
		if err != nil {
			return nil, err
		}
		where, err := positions(ctx, t)
		return []logbook.Log{{Name: d.Trip.Name, Trip: d.Trip.Value, Events: d.Bare(), Where: where(d.Trip.Value)}}, err
	}
	kept, err := t.Trips.List(ctx)
	if err != nil {
		return nil, err
	}
	events, err := t.Events.All(ctx)
	if err != nil {
		return nil, err
	}
	where, err := positions(ctx, t)
	if err != nil {
		return nil, err
	}
	out, at := make([]logbook.Log, len(kept)), make(map[int64]int, len(kept))
	for i, k := range kept {
		out[i] = logbook.Log{Name: k.Name, Trip: k.Value, Where: where(k.Value)}
		at[k.ID] = i
	}
	bare := make([]logbook.Event, len(events))
	for i, e := range events {
		bare[i] = e.Event
		if k, readable := at[e.Trip]; readable { // they come trip by trip
			out[k].Events = bare[i-len(out[k].Events) : i+1]
		}
	}
	return out, nil
}

// positions tells where trips were: as each has it, or as the place of its name.
func positions(ctx context.Context, t store.Tables) (func(logbook.Trip) *almanac.Position, error) {
	places, err := t.Places.List(ctx)
	known := map[string]*almanac.Position{}
	for _, p := range places {
		known[p.Name] = &almanac.Position{Latitude: p.Value.North, Longitude: p.Value.East}
	}
	return func(of logbook.Trip) *almanac.Position {
		if of.Where != nil {
			return of.Where
		}
		return known[of.Place]
	}, err
}

// UnderTheSky are the events of a trip, in the order in which they happened, with the light, the moon
// and the tide of each, in words.
func (s *Service) UnderTheSky(ctx context.Context, id int64) (events []store.KeptEvent, sky []string, err error) {
	var log logbook.Log
	err = s.store.Read(ctx, func(t store.Tables) error {
		d, err := trips.DayOf(ctx, t, id)
		if err != nil {
			return err
		}
		where, err := positions(ctx, t)
		events, log = d.Events, logbook.Log{Trip: d.Trip.Value, Where: where(d.Trip.Value)}
		return err
	})
	for _, e := range events {
		sky = append(sky, log.Sky(e.Event.Time))
	}
	return events, sky, err
}

// LookAtTest is what a drop test says beside the others, without that of an id.
func (s *Service) LookAtTest(ctx context.Context, test droptest.Test, without *int64,
	choice units.Choice) (*droptest.Look, error) {
	kept, err := s.store.DropTests.List(ctx)
	if err != nil {
		return nil, err
	}
	var others []droptest.Test
	for _, k := range kept {
		if without == nil || *without != k.ID {
			others = append(others, k.Value)
		}
	}
	return answers.LookAtTest(ctx, test, others, choice)
}

// AddTest keeps a drop test, under a name made of what was dropped and when.
func (s *Service) AddTest(ctx context.Context, test droptest.Test,
	choice units.Choice) (store.Kept[droptest.Test], error) {
	return s.DropTests.Add(ctx, test.Name()+", "+s.now().Format("2 January 15:04"), test, choice)
}

// Truth is how what was timed compares with what was expected: the drop tests, and the
// seconds to the bottom that were logged.
func (s *Service) Truth(ctx context.Context) (*droptest.Truth, error) {
	logs, err := s.Logs(ctx)
	if err != nil {
		return nil, err
	}
	var tests []droptest.Test
	for _, t := range logbook.Timed(logs) {
		tests = append(tests, t.Test)
	}
	return s.Desk.Truth(ctx, tests)
}

// Played is a call that was made, and when.
type Played struct {
	practice.Played
	Time time.Time
}

// mostRounds is how many calls are listed.
const mostRounds = 100

// Rounds are the latest calls, the last one first.
func (s *Service) Rounds(ctx context.Context) ([]Played, error) {
	kept, err := s.store.Rounds.List(ctx)
	slices.SortStableFunc(kept, func(a, b store.Kept[practice.Played]) int { return b.Created.Compare(a.Created) })
	out := []Played{}
	for _, k := range kept[:min(len(kept), mostRounds)] {
		out = append(out, Played{k.Value, k.Created})
	}
	return out, err
}

// CallRound scores a call in a round, at s after the splash, and keeps it.
func (s *Service) CallRound(ctx context.Context, q practice.Question, made practice.Made,
	choice units.Choice) (*practice.Score, error) {
	score, err := s.Call(ctx, q, made, choice)
	if err != nil {
		return nil, err
	}
	now := s.now()
	played := practice.Played{Game: q.Game, Seed: q.Seed, Mass: q.Mass, Points: score.Points, Missed: score.Missed}
	_, err = s.store.Rounds.Add(ctx, q.Name()+", "+now.Format(time.DateTime), played, now)
	return score, err
}
