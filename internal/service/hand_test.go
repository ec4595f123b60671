package service

import (
	"encoding/json"
	"errors"
	"reflect"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/logbook/lessons"
	"dunvel/core/own"
	"dunvel/internal/service/intake"
)

// A log of heavy heads, where a lighter one would come down in time, teaches impatience, which answers go
// by until it is refused.
func TestHandIsLearnt(t *testing.T) {
	s, _ := begin(t)
	ctx := t.Context()
	if err := s.LearnHand(ctx); err != nil {
		t.Fatal(err)
	}
	if likes, err := s.Preferences(ctx); err != nil || likes.Learnt != nil {
		t.Errorf("of no log: %+v %v", likes, err)
	}
	for i, deep := range []float64{16, 18, 20, 22} {
		state := tied(28)
		state.Setup.Water.Depth, state.Setup.Cast.Distance = deep, 0
		day := morning.AddDate(0, 0, -i)
		kept, err := s.BeginTrip(ctx, logbook.Trip{Place: "The Sill", Start: day,
			Rods: []logbook.Rod{{Name: "Only", State: state}}}, nil)
		if err != nil {
			t.Fatal(err)
		}
		for k := range 3 {
			splash, bed := happened(logbook.Splash, 5*k, i), happened(logbook.Bottom, 5*k+1, i)
			splash.Rod, bed.Rod, bed.Seconds = 0, 0, deep/1.2
			splash.Time, bed.Time = splash.Time.AddDate(0, 0, -i), bed.Time.AddDate(0, 0, -i)
			logged(t, s, kept.ID, splash, bed)
		}
	}
	usual, err := s.Answer(ctx, tied(28).Setup, nil)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.LearnHand(ctx); err != nil {
		t.Fatal(err)
	}
	likes, err := s.Preferences(ctx)
	if err != nil || likes.Learnt == nil || likes.Learnt.Events != 24 {
		t.Fatalf("%+v %v", likes.Learnt, err)
	}
	learnt := likes.Learnt
	if p := learnt.Patience; p.Outfits != 4 || !(p.Factor < 0.9) {
		t.Errorf("%+v", p)
	}
	if len(learnt.Bias.Lines) != 0 || len(learnt.Bias.Flows) != 0 { // as expected, within what falls tell
		t.Errorf("%+v", learnt.Bias)
	}
	wait := func() float64 {
		t.Helper()
		a, err := s.Answer(ctx, tied(28).Setup, nil)
		if err != nil {
			t.Fatal(err)
		}
		return a.Wait / usual.Wait
	}
	if got := wait(); got != learnt.Patience.Factor {
		t.Errorf("answers wait %g times as long, not %g", got, learnt.Patience.Factor)
	}
	// Nothing is worked out again where nothing more was logged, and what was learnt is not learnt of itself.
	revision, err := s.Revision(ctx)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.LearnHand(ctx); err != nil {
		t.Fatal(err)
	}
	again, err := s.Hand(ctx, nil)
	if now, _ := s.Revision(ctx); err != nil || now != revision || !reflect.DeepEqual(again.Patience, learnt.Patience) {
		t.Errorf("revision %d of %d, %+v %v", now, revision, again, err)
	}
	if _, err := s.Prefer(ctx, own.Preferences{Refused: []string{lessons.OwnPatience}}); err != nil {
		t.Fatal(err)
	}
	if got := wait(); got != 1 {
		t.Errorf("refused, answers wait %g times as long", got)
	}
}

// What a page likes and what is refused are kept each by itself, within limits, and go out and come back
// with everything else; what is here stays.
func TestPreferences(t *testing.T) {
	s, _ := begin(t)
	ctx := t.Context()
	page := map[string]json.RawMessage{"dunvel.units": json.RawMessage(`{"mass":"oz"}`)}
	for _, p := range []own.Preferences{{Page: page}, {Refused: []string{lessons.OwnFeel}}, {Refused: []string{}},
		{Page: map[string]json.RawMessage{"dunvel.rules": json.RawMessage(`"7 g"`)},
			Refused: []string{lessons.OwnLines}}} {
		if _, err := s.Prefer(ctx, p); err != nil {
			t.Fatal(err)
		}
	}
	page["dunvel.rules"] = json.RawMessage(`"7 g"`)
	want := own.Preferences{Page: page, Refused: []string{lessons.OwnLines}}
	if got, err := s.Preferences(ctx); err != nil || !reflect.DeepEqual(got, want) {
		t.Errorf("%+v %v", got, err)
	}
	many := map[string]json.RawMessage{}
	for i := range 41 {
		many[strings.Repeat("k", i+1)] = json.RawMessage("1")
	}
	for want, p := range map[string]own.Preferences{
		"Preferences: 43 are too many; at most 40 are kept.": {Page: many},
		"Preferences: “k” has 16385 bytes; at most 16384 are kept.": {
			Page: map[string]json.RawMessage{"k": json.RawMessage(strings.Repeat("1", 16385))}},
		"Preference: it is empty; give one.": {
			Page: map[string]json.RawMessage{"": json.RawMessage("1")}},
		"Refused: “tides” is not one of patience, feel, lines.": {Refused: []string{"tides"}},
	} {
		_, err := s.Prefer(ctx, p)
		var errs input.Errors
		if !errors.As(err, &errs) || errs[0].Message != want {
			t.Errorf("%v, not %s", err, want)
		}
	}
	text := dumped(t, s)
	other, _ := begin(t)
	for range 2 {
		if r, err := takeIn(t, other, intake.BackupFile, text, true); err != nil || r.Entries != 1 {
			t.Fatalf("%+v %v", r, err)
		}
		if got, err := other.Preferences(ctx); err != nil || !reflect.DeepEqual(got, want) {
			t.Errorf("%+v %v", got, err)
		}
	}
	if _, err := other.Prefer(ctx, own.Preferences{Refused: []string{}}); err != nil {
		t.Fatal(err)
	}
	if r, err := takeIn(t, other, intake.BackupFile, text, true); err != nil || r.Known != 1 {
		t.Errorf("%+v %v", r, err)
	}
	if got, err := other.Preferences(ctx); err != nil || len(got.Refused) != 0 {
		t.Errorf("%+v %v", got, err)
	}
}
