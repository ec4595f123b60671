package service

import (
	"path/filepath"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/internal/store"
)

// Thirty days long, and no longer; an event tells what it was and on which trip.
func TestBinLasts(t *testing.T) {
	st, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "dunvel.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = st.Close() }()
	now := time.Date(2026, 5, 1, 12, 0, 0, 0, time.UTC)
	s := New(st, func() time.Time { return now })
	kept, err := s.BeginTrip(t.Context(), logbook.Trip{Place: "Gull Bar", Start: now, Rods: []logbook.Rod{
		{Name: "Rod", State: logbook.State{Setup: setup.Default(), Mass: 7e-3, Technique: "hop"}}}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	events, err := s.Log(t.Context(), kept.ID, []logbook.Event{{Key: "0123456789", Time: now, Kind: logbook.Retie}},
		nil)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.DeleteEvent(t.Context(), events[0].ID, ""); err != nil {
		t.Fatal(err)
	}
	for after, want := range map[time.Duration]int{0: 1, 30 * 24 * time.Hour: 1, 30*24*time.Hour + time.Second: 0} {
		deleted := now
		now = now.Add(after)
		bin, err := s.Bin(t.Context())
		if err != nil || len(bin) != want || want == 1 &&
			(bin[0].Name != "retie, Gull Bar, 1 May 2026" || bin[0].Table != "event") {
			t.Errorf("after %s: %+v %v", after, bin, err)
		}
		now = deleted
	}
	if err := s.PutBack(t.Context(), "event", events[0].ID); err != nil {
		t.Error(err)
	}
	if back, err := s.Events(t.Context(), kept.ID); err != nil || len(back) != 1 {
		t.Errorf("%+v %v", back, err)
	}
}
