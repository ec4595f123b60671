package service

import (
	"errors"
	"fmt"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/jmoiron/sqlx"

	"dunvel/core/box"
	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/internal/store"
)

var morning = time.Date(2026, 9, 12, 8, 0, 0, 0, time.UTC)

// begin is a service on a database of its own.
func begin(t testing.TB) (*Service, *store.Store) {
	t.Helper()
	return beginAt(t, filepath.Join(t.TempDir(), "dunvel.db"))
}

func beginAt(t testing.TB, path string) (*Service, *store.Store) {
	t.Helper()
	st, err := store.Open(t.Context(), path)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = st.Close() })
	return New(st, func() time.Time { return morning.Add(5 * time.Hour) }), st
}

// tied is what a rod has on: heads of a mass, g, in 6 m of still water.
func tied(grams float64) logbook.State {
	s := setup.Default()
	s.Water.Depth, s.Cast.Distance = 6, 10
	return logbook.State{Setup: s, Mass: grams * 1e-3, Technique: "hop"}
}

// outing is a trip with a light and a heavy rod, and a box with six heads of each, three
// baits of theirs and 8 m of their leader.
func outing(t *testing.T, s *Service) int64 {
	t.Helper()
	if _, err := s.PutHeads(t.Context(), "ball, lead, 5.3 14.2 g, hook 3/0, 6 each", nil); err != nil {
		t.Fatal(err)
	}
	for kind, row := range map[string][]string{box.Bait: {"slim minnow", "120 mm", "plain", "", "3"},
		box.Line: {"leader", "fluorocarbon", "0.40 mm", "no", "", "", "8 m"}} {
		if _, err := s.PutRows(t.Context(), kind, [][]string{row}, nil); err != nil {
			t.Fatal(err)
		}
	}
	kept, err := s.BeginTrip(t.Context(), logbook.Trip{Place: "The Sill", Start: morning,
		Rods: []logbook.Rod{{Name: "Light", State: tied(5.3)}, {Name: "Heavy", State: tied(14.2)}}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	return kept.ID
}

// inBoxNow is how much there is of light heads, heavy heads, baits and leader.
func inBoxNow(t *testing.T, s *Service) string {
	t.Helper()
	items, err := s.Items(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	var light, heavy, baits, leader float64
	for _, i := range items {
		switch v := i.Value; {
		case v.Kind == box.Bait:
			baits = v.Count
		case v.Kind == box.Line:
			leader = v.Left
		case v.Mass < 10e-3:
			light = v.Count
		default:
			heavy = v.Count
		}
	}
	return fmt.Sprintf("%g %g %g %g", light, heavy, baits, leader)
}

// happened is an event so many minutes into the trip.
func happened(kind string, minutes int, rod int) logbook.Event {
	return logbook.Event{Key: fmt.Sprintf("%-8s-%d-%d", strings.ReplaceAll(kind, " ", "-"), minutes, rod),
		Time: morning.Add(time.Duration(minutes) * time.Minute), Kind: kind, Rod: rod}
}

func logged(t *testing.T, s *Service, id int64, events ...logbook.Event) []store.KeptEvent {
	t.Helper()
	out, err := s.Log(t.Context(), id, events, nil)
	if err != nil {
		t.Fatal(err)
	}
	return out
}

// The box follows what is logged, however it is corrected, deleted and put back.
func TestTheBoxFollows(t *testing.T) {
	s, st := begin(t)
	ctx := t.Context()
	id := outing(t, s)
	stands := func(step, want string) {
		t.Helper()
		if got := inBoxNow(t, s); got != want {
			t.Errorf("%s: %s in the box, want %s", step, got, want)
		}
	}
	lost := logged(t, s, id, happened(logbook.Lost, 60, 0))[0]
	stands("lost", "5 6 3 8")
	if again := logged(t, s, id, happened(logbook.Lost, 60, 0))[0]; again.ID != lost.ID {
		t.Errorf("sent twice it is another: %+v", again)
	}
	stands("sent once more", "5 6 3 8")

	right := lost.Event
	right.Rod = 1
	lost, err := s.Correct(ctx, lost.ID, lost.Version, right, nil)
	if err != nil || lost.Event.With.Mass != tied(14.2).Mass {
		t.Fatalf("%+v %v", lost, err)
	}
	stands("it was the other rod", "6 5 3 8")
	if _, err := s.Correct(ctx, lost.ID, 1, right, nil); !errors.Is(err, store.ErrConflict) {
		t.Errorf("from an old window: %v", err)
	}
	note := lost.Event
	note.Note = "on the wreck"
	if lost, err = s.Correct(ctx, lost.ID, lost.Version, note, nil); err != nil {
		t.Fatal(err)
	}
	stands("a note", "6 5 3 8")
	for step, want := range map[string]string{logbook.Torn: "6 6 2 8", logbook.Retie: "6 6 3 7.85",
		logbook.Bite: "6 6 3 8"} {
		other := note
		other.Kind = step
		if lost, err = s.Correct(ctx, lost.ID, lost.Version, other, nil); err != nil {
			t.Fatal(err)
		}
		stands("it was a "+step, want)
	}
	if lost, err = s.Correct(ctx, lost.ID, lost.Version, note, nil); err != nil {
		t.Fatal(err)
	}

	if err := s.DeleteEvent(ctx, lost.ID, "another-key"); !errors.Is(err, store.ErrConflict) {
		t.Errorf("taken off as another: %v", err)
	}
	if err := s.DeleteEvent(ctx, lost.ID, lost.Event.Key); err != nil {
		t.Fatal(err)
	}
	stands("deleted", "6 6 3 8")
	logged(t, s, id, happened(logbook.Lost, 60, 0)) // the device sends it once more
	stands("sent after it was deleted", "6 6 3 8")
	for range 2 {
		_, _ = s.RestoreEvent(ctx, lost.ID)
	}
	stands("put back", "6 5 3 8")

	if err := s.DeleteTrip(ctx, id); err != nil {
		t.Fatal(err)
	}
	stands("without the trip", "6 6 3 8")
	for range 2 {
		if out, err := s.RestoreTrip(ctx, id); err != nil || out.Counts[logbook.Lost] != 1 {
			t.Fatalf("%+v %v", out, err)
		}
	}
	stands("with the trip", "6 5 3 8")

	// What the box did not have then is not put into it.
	if err := s.DeleteEvent(ctx, lost.ID, lost.Event.Key); err != nil {
		t.Fatal(err)
	}
	items, _ := s.Items(ctx)
	none := items[len(items)-1]
	for _, i := range items {
		if i.Value.Kind == box.Head && i.Value.Mass > 10e-3 {
			none = i
		}
	}
	if _, err := s.ChangeItem(ctx, none.ID, none.Version, map[string]string{"count": "0"}, nil); err != nil {
		t.Fatal(err)
	}
	missing := logged(t, s, id, happened(logbook.Lost, 70, 1))[0]
	if err := s.DeleteEvent(ctx, missing.ID, missing.Event.Key); err != nil {
		t.Fatal(err)
	}
	stands("there was none", "6 0 3 8")

	// An item that is out of the box by now stays out.
	gone := logged(t, s, id, happened(logbook.Lost, 80, 0))[0]
	for _, i := range items {
		if i.Value.Kind == box.Head && i.Value.Mass < 10e-3 {
			if err := st.Items.Delete(ctx, i.ID, morning); err != nil {
				t.Fatal(err)
			}
		}
	}
	if err := s.DeleteEvent(ctx, gone.ID, gone.Event.Key); err != nil {
		t.Errorf("its item is gone: %v", err)
	}
}

// What a rod fished with is corrected, and so is what happened to it.
func TestStampsFollow(t *testing.T) {
	s, _ := begin(t)
	ctx := t.Context()
	id := outing(t, s)
	heavier := tied(14.2)
	change := happened(logbook.Changed, 30, 0)
	change.State = &heavier
	bite := happened(logbook.Bite, 40, 0)
	bite.Since = 5
	told := happened(logbook.Bite, 41, 0)
	told.Since, told.Depth, told.Low, told.High = 5, 2, 1, 3
	out := logged(t, s, id, happened(logbook.Lost, 20, 0), change, happened(logbook.Lost, 45, 0), bite, told)
	if got := inBoxNow(t, s); got != "5 5 3 8" {
		t.Errorf("one of each is lost: %s", got)
	}
	heavy := out[3].Event
	if heavy.With.Mass != tied(14.2).Mass || heavy.Depth == 0 {
		t.Fatalf("%+v", heavy)
	}
	of := func(key string) logbook.Event {
		t.Helper()
		events, err := s.Events(ctx, id)
		if err != nil {
			t.Fatal(err)
		}
		for _, e := range events {
			if e.Event.Key == key {
				return e.Event
			}
		}
		t.Fatalf("no event %s", key)
		return logbook.Event{}
	}
	if err := s.DeleteEvent(ctx, out[1].ID, ""); err != nil {
		t.Fatal(err)
	}
	if got := inBoxNow(t, s); got != "4 6 3 8" {
		t.Errorf("both were light: %s", got)
	}
	light := of(bite.Key)
	if light.With.Mass != tied(5.3).Mass || light.With.Expected <= heavy.With.Expected || !(light.Depth < heavy.Depth) {
		t.Errorf("%+v, before %+v", light, heavy)
	}
	if said := of(told.Key); said.Depth != 2 || said.Low != 1 || said.High != 3 || said.With.Mass != tied(5.3).Mass {
		t.Errorf("what was said: %+v", said)
	}
	if _, err := s.RestoreEvent(ctx, out[1].ID); err != nil {
		t.Fatal(err)
	}
	if again := of(bite.Key); again.With != heavy.With || again.Depth != heavy.Depth {
		t.Errorf("%+v, want %+v", again, heavy)
	}

	// The trip itself: another head on the rod from the start, another place, a rod less.
	trips, err := s.Trips(ctx)
	if err != nil {
		t.Fatal(err)
	}
	next := trips[0].Value
	next.Place = "Gull Bar"
	next.Rods = []logbook.Rod{{Name: "Only", State: tied(14.2)}}
	changed, err := s.ChangeTrip(ctx, id, trips[0].Version, next, nil)
	if err != nil || changed.Name != "Gull Bar, 12 September 2026" || changed.Counts[logbook.Lost] != 2 {
		t.Errorf("%+v %v", changed, err)
	}
	if got := inBoxNow(t, s); got != "6 4 3 8" {
		t.Errorf("both were heavy: %s", got)
	}
	logged(t, s, id, happened(logbook.Note, 50, 0))
	if _, err := s.ChangeTrip(ctx, id, trips[0].Version, next, nil); !errors.Is(err, store.ErrConflict) {
		t.Errorf("%v", err)
	}
}

// A rod that something happened to stays on its trip.
func TestRodsStay(t *testing.T) {
	s, _ := begin(t)
	id := outing(t, s)
	logged(t, s, id, happened(logbook.Bite, 20, 1))
	trips, err := s.Trips(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	next := trips[0].Value
	next.Rods = next.Rods[:1]
	if _, err := s.ChangeTrip(t.Context(), id, trips[0].Version, next, nil); err == nil ||
		err.Error() != "Rods: something happened to rod 2, so it stays on the trip." {
		t.Errorf("%v", err)
	}
}

// An act that cannot be written as a whole is not written at all: the event is not kept
// where the box cannot be.
func TestAnActIsOne(t *testing.T) {
	path := filepath.Join(t.TempDir(), "dunvel.db")
	s, st := beginAt(t, path)
	id := outing(t, s)
	file, err := sqlx.Open("sqlite", path)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = file.Close() }()
	if _, err := file.Exec("CREATE TRIGGER shut BEFORE UPDATE ON item BEGIN SELECT RAISE(ABORT, 'the box is shut'); " +
		"END"); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Log(t.Context(), id, []logbook.Event{happened(logbook.Lost, 20, 0)}, nil); err == nil ||
		!strings.Contains(err.Error(), "the box is shut") {
		t.Fatal(err)
	}
	if events, err := st.Events.List(t.Context(), id); err != nil || len(events) != 0 || inBoxNow(t, s) != "6 6 3 8" {
		t.Errorf("%d events, %s, %v", len(events), inBoxNow(t, s), err)
	}
}

// What is learnt from the log is that of the log as it is: deleting one trip and putting
// another back are changes, though as many trips and events are there as before.
func TestLearningIsOfNow(t *testing.T) {
	if testing.Short() {
		t.Skip("a log long enough to learn from")
	}
	s, _ := begin(t)
	ctx := t.Context()
	a := outing(t, s)
	b, err := s.BeginTrip(ctx, logbook.Trip{Place: "Gull Bar", Start: morning,
		Rods: []logbook.Rod{{Name: "Only", State: tied(5.3)}}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	for i := range 30 {
		logged(t, s, a, happened(logbook.Splash, 2*i+1, 0))
		logged(t, s, b.ID, happened(logbook.Splash, 2*i+2, 0))
		if i%2 == 0 {
			logged(t, s, b.ID, happened(logbook.Lost, 200+i, 0))
		}
	}
	factor := func() float64 {
		t.Helper()
		known, err := s.Knowledge(ctx)
		if err != nil || len(known.Beds) > 1 {
			t.Fatalf("%+v %v", known, err)
		}
		if len(known.Beds) == 0 {
			return 0
		}
		return known.Beds[0].Factor
	}
	both := factor()
	if err := s.DeleteTrip(ctx, a); err != nil {
		t.Fatal(err)
	}
	onlyB := factor()
	if _, err := s.RestoreTrip(ctx, a); err != nil {
		t.Fatal(err)
	}
	if err := s.DeleteTrip(ctx, b.ID); err != nil {
		t.Fatal(err)
	}
	if onlyA := factor(); !(onlyA < both && both < onlyB) {
		t.Errorf("%g of one, %g of both, %g of the other", onlyA, both, onlyB)
	}
}

// A trip that is begun with a key is begun once, however often it is sent.
func TestTripOnce(t *testing.T) {
	s, _ := begin(t)
	begun := logbook.Trip{Place: "Gull Bar", Start: morning, Rods: []logbook.Rod{{Name: "Only", State: tied(5.3)}},
		Key: "begun-on-a-phone"}
	first, err := s.BeginTrip(t.Context(), begun, nil)
	if err != nil {
		t.Fatal(err)
	}
	again, err := s.BeginTrip(t.Context(), begun, nil)
	if err != nil || again.ID != first.ID {
		t.Errorf("%+v %v", again, err)
	}
	begun.Key = "another-that-was"
	if other, err := s.BeginTrip(t.Context(), begun, nil); err != nil || other.ID == first.ID {
		t.Errorf("%+v %v", other, err)
	}
	for _, key := range []string{"short", strings.Repeat("x", 65)} {
		begun.Key = key
		if _, err := s.BeginTrip(t.Context(), begun, nil); err == nil ||
			!strings.Contains(err.Error(), "outside what is allowed, 8 to 64") {
			t.Errorf("%s: %v", key, err)
		}
	}
}
