package store

import (
	"context"
	"errors"
	"path/filepath"
	"reflect"
	"strings"
	"sync"
	"testing"
	"time"

	"dunvel/core/setup"
	"dunvel/core/technique"
)

var noon = time.Date(2026, 5, 12, 12, 0, 0, 123e6, time.FixedZone("", 3600))

func open(t *testing.T) (*Store, string) {
	t.Helper()
	path := filepath.Join(t.TempDir(), "sub", "dunvel.db")
	s, err := Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return s, path
}

func create(t *testing.T, s *Store, name string) Kept[setup.Setup] {
	t.Helper()
	kept, err := s.Setups.Create(context.Background(), name, setup.Default(), noon)
	if err != nil {
		t.Fatal(err)
	}
	return kept
}

func names(t *testing.T, s *Store) string {
	t.Helper()
	list, err := s.Setups.List(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	var out []string
	for _, k := range list {
		out = append(out, k.Name)
	}
	return strings.Join(out, "|")
}

func TestSetupSurvivesReopening(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	body := setup.Default()
	body.Water.Depth, body.Heads = 7.25, []float64{0.001, 0.0035}
	kept, err := s.Setups.Create(ctx, "Evening", body, noon)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	again, err := Open(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	defer again.Close()
	got, err := again.Setups.Get(ctx, kept.ID)
	if err != nil || !reflect.DeepEqual(got, kept) || !reflect.DeepEqual(got.Value, body) {
		t.Errorf("%+v, %v", got, err)
	}
	if !got.Created.Equal(noon) {
		t.Errorf("created %v", got.Created)
	}
	var mode string
	if err := again.db.Get(&mode, "PRAGMA journal_mode"); err != nil || mode != "wal" {
		t.Errorf("journal %q, %v", mode, err)
	}
	var keys int
	if err := again.db.Get(&keys, "PRAGMA foreign_keys"); err != nil || keys != 1 {
		t.Errorf("foreign keys %d, %v", keys, err)
	}
}

func TestListIsByName(t *testing.T) {
	s, _ := open(t)
	create(t, s, "sill")
	create(t, s, "Bar")
	create(t, s, "Pool")
	if got := names(t, s); got != "Bar|Pool|sill" {
		t.Error(got)
	}
}

func TestChangeNeedsTheRightVersion(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	kept := create(t, s, "Sill")
	name, body := "Sill at slack", setup.Default()
	body.Water.Depth = 22
	changed, err := s.Setups.Change(ctx, kept.ID, 1, &name, nil, noon.Add(time.Hour))
	if err != nil || changed.Version != 2 || changed.Name != name || changed.Value.Water.Depth != 18 {
		t.Errorf("%+v, %v", changed, err)
	}
	if _, err := s.Setups.Change(ctx, kept.ID, 1, nil, &body, noon); !errors.Is(err, ErrConflict) {
		t.Errorf("an old version: %v", err)
	}
	changed, err = s.Setups.Change(ctx, kept.ID, 2, nil, &body, noon.Add(time.Hour))
	if err != nil || changed.Name != name || changed.Value.Water.Depth != 22 || !changed.Created.Equal(noon) ||
		!changed.Updated.After(noon) {
		t.Errorf("%+v, %v", changed, err)
	}
	if _, err := s.Setups.Change(ctx, 99, 1, &name, nil, noon); !errors.Is(err, ErrNotFound) {
		t.Errorf("no such setup: %v", err)
	}
	create(t, s, "Other")
	other := "Other"
	if _, err := s.Setups.Change(ctx, kept.ID, 3, &other, nil, noon); !errors.Is(err, ErrNameUsed) {
		t.Errorf("a name in use: %v", err)
	}
}

func TestDeleteAndRestore(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	kept := create(t, s, "Sill")
	if err := s.Setups.Delete(ctx, kept.ID, noon); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Setups.Get(ctx, kept.ID); !errors.Is(err, ErrNotFound) || names(t, s) != "" {
		t.Errorf("deleted, but %v, %q", err, names(t, s))
	}
	if err := s.Setups.Delete(ctx, kept.ID, noon); !errors.Is(err, ErrNotFound) {
		t.Errorf("deleted twice: %v", err)
	}
	create(t, s, "Sill")
	back, err := s.Setups.Restore(ctx, kept.ID)
	if err != nil || back.Name != "Sill 2" || !reflect.DeepEqual(back.Value, kept.Value) {
		t.Errorf("%+v, %v", back, err)
	}
	if again, err := s.Setups.Restore(ctx, kept.ID); err != nil || again.Name != "Sill 2" {
		t.Errorf("restored twice: %+v, %v", again, err)
	}
	if _, err := s.Setups.Restore(ctx, 99); !errors.Is(err, ErrNotFound) {
		t.Errorf("no such setup: %v", err)
	}
}

func TestDuplicate(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	kept := create(t, s, "Sill")
	for range 2 {
		if _, err := s.Setups.Duplicate(ctx, kept.ID, noon); err != nil {
			t.Fatal(err)
		}
	}
	if got := names(t, s); got != "Sill|Sill (copy)|Sill (copy) 2" {
		t.Error(got)
	}
	long := create(t, s, strings.Repeat("ö", MaxName))
	copied, err := s.Setups.Duplicate(ctx, long.ID, noon)
	if err != nil || len([]rune(copied.Name)) != MaxName || !strings.HasSuffix(copied.Name, "ö (copy)") {
		t.Errorf("%q, %v", copied.Name, err)
	}
	if _, err := s.Setups.Duplicate(ctx, 99, noon); !errors.Is(err, ErrNotFound) {
		t.Errorf("no such setup: %v", err)
	}
}

func TestBadRowsAreRefused(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	for _, name := range []string{"", strings.Repeat("x", MaxName+1)} {
		if _, err := s.Setups.Create(ctx, name, setup.Default(), noon); err == nil {
			t.Errorf("a name of %d characters was kept", len(name))
		}
	}
	create(t, s, "Sill")
	if _, err := s.Setups.Create(ctx, "Sill", setup.Default(), noon); !errors.Is(err, ErrNameUsed) {
		t.Errorf("a name in use: %v", err)
	}
	if _, err := s.db.Exec("UPDATE setup SET body = 'not json'"); err == nil {
		t.Error("a body that is not JSON was kept")
	}
}

// A setup kept before a field existed has the default there.
func TestOlderBodies(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	kept := create(t, s, "Old")
	if _, err := s.db.Exec(`UPDATE setup SET body = '{"water":{"depth":5}}'`); err != nil {
		t.Fatal(err)
	}
	got, err := s.Setups.Get(ctx, kept.ID)
	if err != nil || got.Value.Water.Depth != 5 || got.Value.Line.Material != "braid" {
		t.Errorf("%+v, %v", got.Value, err)
	}
}

func TestManyWritersAtOnce(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	kept := create(t, s, "Sill")
	var wg sync.WaitGroup
	for range 20 {
		wg.Go(func() {
			if _, err := s.Setups.Duplicate(ctx, kept.ID, noon); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
	if got := strings.Count(names(t, s), "|"); got != 20 {
		t.Errorf("%d copies", got)
	}
}

func TestOpenSaysWhy(t *testing.T) {
	if _, err := Open(context.Background(), filepath.Join("/dev/null", "x.db")); err == nil ||
		!strings.Contains(err.Error(), "store:") {
		t.Errorf("%v", err)
	}
}

// Every shelf works alike; what is on one is not on another.
func TestProgrammesAreKeptApart(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	create(t, s, "Evening")
	p := technique.Programme{Work: []technique.Action{{Kind: technique.Wait, Time: 4}}, Times: 3}
	kept, err := s.Programmes.Create(ctx, "Evening", p, noon)
	if err != nil || kept.ID != 1 || !reflect.DeepEqual(kept.Value, p) {
		t.Fatalf("%+v %v", kept, err)
	}
	if err := s.Programmes.Delete(ctx, kept.ID, noon); err != nil {
		t.Fatal(err)
	}
	if names(t, s) != "Evening" {
		t.Errorf("setups: %s", names(t, s))
	}
	if back, err := s.Programmes.Restore(ctx, kept.ID); err != nil || back.Name != "Evening" {
		t.Errorf("%+v %v", back, err)
	}
}
