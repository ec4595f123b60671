package store

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/core/logbook/snags"
	"dunvel/core/setup"
)

func outing(t *testing.T, s *Store, name string) int64 {
	t.Helper()
	kept, err := s.Trips.Create(context.Background(), name, logbook.Trip{Place: name, Start: noon, Rods: []logbook.Rod{
		{Name: "Rod 1", State: logbook.State{Setup: setup.Default(), Mass: 0.007, Technique: "drop"}}}}, noon)
	if err != nil {
		t.Fatal(err)
	}
	return kept.ID
}

func TestEventsOnce(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	id := outing(t, s, "Pier Pool")
	later := logbook.Event{Key: "key-000002", Time: noon.Add(time.Minute), Kind: logbook.Bite, Depth: 3.5}
	first := logbook.Event{Key: "key-000001", Time: noon, Kind: logbook.Splash}
	added, err := s.Events.Add(ctx, id, []logbook.Event{later, first}, noon)
	if err != nil || len(added) != 2 || !added[0].Fresh {
		t.Fatalf("%+v %v", added, err)
	}
	changed := later
	changed.Depth = 9
	again, err := s.Events.Add(ctx, id, []logbook.Event{changed}, noon)
	if err != nil || again[0].Fresh || again[0].ID != added[0].ID || again[0].Event.Depth != 3.5 {
		t.Errorf("%+v %v", again, err)
	}
	list, err := s.Events.List(ctx, id)
	if err != nil || len(list) != 2 || list[0].Event.Kind != logbook.Splash || !list[1].Event.Time.Equal(later.Time) {
		t.Errorf("%+v %v", list, err)
	}
	if _, err := s.Events.Add(ctx, 99, []logbook.Event{first}, noon); !errors.Is(err, ErrNotFound) {
		t.Errorf("%v", err)
	}
	// One that cannot be kept, and none is.
	if _, err := s.Events.Add(ctx, id, []logbook.Event{{Key: "key-000003", Time: noon, Kind: logbook.Fish},
		{Key: "no", Time: noon}}, noon); err == nil {
		t.Error("a key of two characters is kept")
	}
	counts, err := s.Events.Counts(ctx)
	if err != nil || counts[id][logbook.Bite] != 1 || counts[id][logbook.Fish] != 0 {
		t.Errorf("%v %v", counts, err)
	}

	now, err := s.Events.Change(ctx, added[0].ID, 1, changed, noon)
	if err != nil || now.Version != 2 || now.Event.Depth != 9 {
		t.Errorf("%+v %v", now, err)
	}
	if _, err := s.Events.Change(ctx, added[0].ID, 1, changed, noon); !errors.Is(err, ErrConflict) {
		t.Errorf("%v", err)
	}
	another := changed
	another.Key = "another-one"
	if _, err := s.Events.Change(ctx, added[0].ID, 2, another, noon); !errors.Is(err, ErrConflict) {
		t.Errorf("an event takes the place of another: %v", err)
	}
	if _, err := s.Events.Delete(ctx, added[0].ID, noon); err != nil {
		t.Error(err)
	}
	if _, err := s.Events.Delete(ctx, added[0].ID, noon); !errors.Is(err, ErrNotFound) {
		t.Errorf("%v", err)
	}
	// A device that sends it once more does not bring it back.
	if again, err := s.Events.Add(ctx, id, []logbook.Event{later}, noon); err != nil || again[0].Fresh {
		t.Errorf("%+v %v", again, err)
	}
	if list, _ := s.Events.List(ctx, id); len(list) != 1 {
		t.Errorf("%d events", len(list))
	}
	if back, err := s.Events.Restore(ctx, added[0].ID); err != nil || back.Event.Depth != 9 {
		t.Errorf("%+v %v", back, err)
	}
	if err := s.Trips.Delete(ctx, id, noon); err != nil {
		t.Fatal(err)
	}
	if all, err := s.Events.All(ctx); err != nil || len(all) != 0 {
		t.Errorf("%d of a trip that is gone, %v", len(all), err)
	}
}

// What is remembered of events is never what was kept before, even where neither an id nor
// a version tells.
func TestRememberedEvents(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	id := outing(t, s, "Pier Pool")
	if _, err := s.Events.Add(ctx, id, []logbook.Event{{Key: "key-000001", Time: noon, Kind: logbook.Bite},
		{Key: "key-000002", Time: noon, Kind: logbook.Fish}}, noon); err != nil {
		t.Fatal(err)
	}
	depths := func() (out []float64) {
		all, err := s.Events.All(ctx)
		if err != nil {
			t.Fatal(err)
		}
		for _, e := range all {
			out = append(out, e.Event.Depth)
		}
		return out
	}
	for depth, want := range [][]float64{{0, 0}, {1, 0}, {2, 0}, {0}, {0}} {
		if depth == 3 { // it cannot be read, and then again cannot
			if _, err := s.db.ExecContext(
				ctx, `UPDATE event SET body = '{"version":1,"depth":"deep"}' WHERE key = 'key-000001'`); err != nil {
				t.Fatal(err)
			}
		} else if depth < 3 {
			if _, err := s.db.ExecContext(ctx,
				`UPDATE event SET body = json_set(body, '$.depth', ?) WHERE key = 'key-000001'`, depth); err != nil {
				t.Fatal(err)
			}
		}
		if got := depths(); !slices.Equal(got, want) {
			t.Errorf("%v, want %v", got, want)
		}
	}
}

// All events are remembered of a revision that is read at one moment: whatever changes them is another, and within a
// change, or one that comes to nothing, they are what is there.
func TestAllOfARevision(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	id := outing(t, s, "Pier Pool")
	keys := func(events []KeptEvent, err error) (out []string) {
		if err != nil {
			t.Fatal(err)
		}
		for _, e := range events {
			out = append(out, e.Event.Key)
		}
		return out
	}
	read := func() (out []string) {
		if err := s.Read(ctx, func(tables Tables) error {
			first, err := tables.Events.All(ctx)
			again, _ := tables.Events.All(ctx)
			if out = keys(first, err); len(first) > 0 && &first[0] != &again[0] {
				t.Error("they were read twice")
			}
			return nil
		}); err != nil {
			t.Fatal(err)
		}
		return out
	}
	add := func(tables Tables, key string) {
		if _, err := tables.Events.Add(ctx, id, []logbook.Event{{Key: key, Time: noon, Kind: logbook.Bite}}, noon); err != nil {
			t.Fatal(err)
		}
	}
	add(s.Tables, "key-000001")
	if got := read(); !slices.Equal(got, []string{"key-000001"}) {
		t.Errorf("%v", got)
	}
	for _, end := range []error{errors.New("no"), nil} {
		if err := s.Write(ctx, func(tables Tables) error {
			add(tables, "key-000002")
			if got := keys(tables.Events.All(ctx)); len(got) != 2 {
				t.Errorf("within a change %v", got)
			}
			return end
		}); !errors.Is(err, end) {
			t.Fatal(err)
		}
		want := []string{"key-000001"}
		if end == nil {
			want = append(want, "key-000002")
		}
		if got := read(); !slices.Equal(got, want) {
			t.Errorf("after %v: %v, not %v", end, got, want)
		}
	}
	if err := s.Trips.Delete(ctx, id, noon); err != nil {
		t.Fatal(err)
	}
	if got := read(); len(got) != 0 {
		t.Errorf("of a trip that is gone %v", got)
	}
}

// No more events are remembered than may be.
func TestRemembersSoManyEvents(t *testing.T) {
	var m remembered
	for _, n := range []int{mostRemembered, 2} {
		rows := make([]eventRow, n)
		for i := range rows {
			rows[i] = eventRow{ID: int64(i), Body: fmt.Sprintf(`{"version":1,"key":"%d-%d"}`, n, i)}
		}
		got, err := m.read(t.Context(), rows)
		if err != nil || len(got) != n || got[1].Event.Key != fmt.Sprintf("%d-1", n) {
			t.Fatalf("%d events, %v", len(got), err)
		}
		if len(m.by) != n {
			t.Errorf("%d remembered", len(m.by))
		}
	}
	for n, want := range map[int]int{mostWhole: 1, mostWhole + 1: 2} {
		reads := 0
		for range 2 {
			if all, err := m.whole(int64(n), func() ([]KeptEvent, error) {
				reads++
				return make([]KeptEvent, n), nil
			}); err != nil || len(all) != n {
				t.Fatal(len(all), err)
			}
		}
		if reads != want {
			t.Errorf("a list of %d was read %d times", n, reads)
		}
	}
}

// season fills a store with so many events on a few trips.
func season(tb testing.TB, s *Store, n int) {
	tb.Helper()
	ctx := context.Background()
	const each = 500
	for from := 0; from < n; from += each {
		kept, err := s.Trips.Create(ctx, fmt.Sprintf("Trip %d", from), logbook.Trip{Place: "The Sill", Start: noon,
			Rods: []logbook.Rod{{Name: "Rod 1", State: logbook.State{Setup: setup.Default()}}}}, noon)
		if err != nil {
			tb.Fatal(err)
		}
		events := make([]logbook.Event, each)
		for i := range events {
			events[i] = logbook.Event{Key: fmt.Sprintf("key-%08d", from+i),
				Time: noon.Add(time.Duration(i) * time.Minute), Kind: logbook.Kinds[i%6], Depth: 3, Low: 2, High: 4,
				With: logbook.With{Bait: "slim minnow 120 mm", Expected: 20}}
		}
		if _, err := s.Events.Add(ctx, kept.ID, events, noon); err != nil {
			tb.Fatal(err)
		}
	}
}

func BenchmarkAllEvents(b *testing.B) {
	s, err := Open(context.Background(), b.TempDir()+"/dunvel.db")
	if err != nil {
		b.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	season(b, s, 10000)
	for b.Loop() {
		all, err := s.Events.All(context.Background())
		if err != nil || len(all) != 10000 {
			b.Fatalf("%d %v", len(all), err)
		}
	}
}

// BenchmarkKnown is what answers learn from 10,000 events, which they do anew after each.
func BenchmarkKnown(b *testing.B) {
	s, err := Open(context.Background(), b.TempDir()+"/dunvel.db")
	if err != nil {
		b.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	season(b, s, 10000)
	for b.Loop() {
		if _, err := s.Events.Fished(context.Background()); err != nil {
			b.Fatal(err)
		}
		if _, err := s.Events.Held(context.Background()); err != nil {
			b.Fatal(err)
		}
	}
}

// What was landed of the bites on a point: a bite before a fish of the same cast is that
// fish, one on another rod or of another cast is not.
func TestHeld(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	id := outing(t, s, "Pier Pool")
	var events []logbook.Event
	for i, e := range []struct {
		kind  string
		rod   int
		point string
	}{
		{logbook.Splash, 0, "exposed"}, {logbook.Bite, 0, "exposed"}, {logbook.Fish, 0, "exposed"}, // one landed
		// one missed, one landed
		{logbook.Splash, 0, "exposed"}, {logbook.Bite, 0, "exposed"}, {logbook.Splash, 0, "exposed"},
		{logbook.Fish, 0, "exposed"},
		// as it was before points were kept
		{logbook.Bite, 0, "buried"}, {logbook.Bite, 1, "exposed"}, {logbook.Short, 0, "buried"}, {logbook.Fish, 1, ""},
	} {
		events = append(events, logbook.Event{
			Key: fmt.Sprintf("key-%06d", i), Time: noon.Add(time.Duration(i) * time.Minute), Kind: e.kind, Rod: e.rod,
			With: logbook.With{Point: e.point},
		})
	}
	if _, err := s.Events.Add(ctx, id, events, noon); err != nil {
		t.Fatal(err)
	}
	want := []snags.Held{{Point: "buried", Takes: 1}, {Point: "exposed", Takes: 3, Landed: 2}}
	if got, err := s.Events.Held(ctx); err != nil || !slices.Equal(got, want) {
		t.Errorf("%+v %v", got, err)
	}
	if err := s.Trips.Delete(ctx, id, noon); err != nil {
		t.Fatal(err)
	}
	if got, err := s.Events.Held(ctx); err != nil || len(got) != 0 {
		t.Errorf("%+v %v", got, err)
	}
}
