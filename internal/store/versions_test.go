package store

import (
	"encoding/json"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"dunvel/core/box"
	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/internal/store/database"
)

// everything counts what can be read of each kind.
func everything(t *testing.T, s *Store) map[string]int {
	t.Helper()
	ctx := t.Context()
	out := map[string]int{}
	count := func(kind string, n int, err error) {
		t.Helper()
		if err != nil {
			t.Errorf("%s: %v", kind, err)
		}
		out[kind] = n
	}
	setups, err := s.Setups.List(ctx)
	count("setup", len(setups), err)
	for _, k := range setups {
		if k.Value.Version != setup.Version || k.Value.Hand.Rod != setup.RodSuits || k.Value.Rod.PerTurn == 0 {
			t.Errorf("%s: %+v", k.Name, k.Value)
		}
		if err := k.Value.Validate(nil); err != nil {
			t.Errorf("%s: %v", k.Name, err)
		}
	}
	items, err := s.Items.List(ctx)
	count("item", len(items), err)
	tests, err := s.DropTests.List(ctx)
	count("drop test", len(tests), err)
	for _, k := range tests {
		if k.Value.Setup.Version != setup.Version {
			t.Errorf("%s: its setup is of version %d", k.Name, k.Value.Setup.Version)
		}
	}
	trips, err := s.Trips.List(ctx)
	count("trip", len(trips), err)
	for _, k := range trips {
		if state := k.Value.Rods[0].State; state.Setup.Version != setup.Version || state.Mass == 0 {
			t.Errorf("%s: %+v", k.Name, state)
		}
	}
	events, err := s.Events.All(ctx)
	count("event", len(events), err)
	places, err := s.Places.List(ctx)
	count("place", len(places), err)
	return out
}

// first is what the database of the first version holds.
var first = map[string]int{"setup": 13, "item": 43, "drop test": 5, "trip": 4, "event": 154, "place": 6}

func same(t *testing.T, got map[string]int) {
	t.Helper()
	for kind, n := range first {
		if got[kind] != n {
			t.Errorf("%d of %s, want %d", got[kind], kind, n)
		}
	}
}

// A database of the first version is read whole, and still is once it was written to.
func TestFirstDatabase(t *testing.T) {
	text, err := os.ReadFile("testdata/v1/dunvel.db")
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "dunvel.db")
	if err := os.WriteFile(path, text, 0o600); err != nil {
		t.Fatal(err)
	}
	s, err := Open(t.Context(), path)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	same(t, everything(t, s))
	// What was called gap then is what it was, and of what was lost it is known from where.
	drop, err := s.Setups.Named(t.Context(), "Pier Pool, drop shot")
	if err != nil || drop.Value.Rigging.Apart != 0.3 || drop.Value.Rigging.Stop != setup.Default().Rigging.Stop {
		t.Errorf("%+v %v", drop.Value.Rigging, err)
	}
	events, err := s.Events.All(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	lost, spent := 0, 0
	for _, e := range events {
		if e.Spent != 0 {
			item, err := s.Items.Get(t.Context(), e.Spent)
			if err != nil || e.Event.Kind != logbook.Lost ||
				!item.Value.IsHead(e.Event.With.Mass, e.Event.With.Shape, e.Event.With.Material) {
				t.Errorf("%+v is from %+v, %v", e.Event, item, err)
			}
			spent++
		}
		if e.Event.Kind == logbook.Lost {
			lost++
		}
	}
	if lost == 0 || spent != lost {
		t.Errorf("of %d lost heads it is known of %d from where", lost, spent)
	}
	setups, err := s.Setups.List(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	k := setups[0]
	changed, err := s.Setups.Change(t.Context(), k.ID, k.Version, nil, &k.Value, time.Now())
	if err != nil || changed.Value.Version != setup.Version {
		t.Fatalf("%+v %v", changed, err)
	}
	same(t, everything(t, s))
}

// What is kept says the version of its form, first of all; what a newer one has kept
// is not misread.
func TestBodiesHaveVersions(t *testing.T) {
	for kind, value := range map[string]any{"item": box.Item{Kind: "head"}, "programme": technique.Programme{},
		"event": struct{}{}} {
		body, err := written(kind, value)
		if err != nil || !strings.HasPrefix(body, `{"version":1`) || !json.Valid([]byte(body)) {
			t.Errorf("%s: %s %v", kind, body, err)
		}
	}
	if body, err := written("setup", setup.Default()); err != nil || strings.Count(body, `"version"`) != 1 {
		t.Errorf("%s %v", body, err)
	}
	var item box.Item
	if err := read("item", `{"version":2,"kind":"head"}`, &item); !errors.Is(err, database.ErrNewer) {
		t.Errorf("newer: %v", err)
	}
	if err := read("item", `{"kind":"head"}`, &item); err != nil || item.Kind != "head" {
		t.Errorf("without one: %+v %v", item, err)
	}
}

// Upgrades are gone through from the version that a body has.
func TestUpgrades(t *testing.T) {
	was := upgrades["place"]
	t.Cleanup(func() { upgrades["place"] = was })
	rename := func(from, to string) upgrade {
		return func(body map[string]json.RawMessage) error {
			if v, ok := body[from]; ok {
				body[to] = v
				delete(body, from)
			}
			return nil
		}
	}
	upgrades["place"] = []upgrade{rename("a", "b"), rename("b", "c")}
	for body, want := range map[string]int{`{"a":1}`: 1, `{"version":2,"b":2}`: 2, `{"version":3,"c":3}`: 3,
		`{"version":2,"a":4}`: 0} {
		var got struct{ C int }
		if err := read("place", body, &got); err != nil || got.C != want {
			t.Errorf("%s: %+v %v", body, got, err)
		}
	}
	var got struct{ C int }
	if err := read("place", `{"version":4}`, &got); !errors.Is(err, database.ErrNewer) {
		t.Errorf("%v", err)
	}
}
