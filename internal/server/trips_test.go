package server

import (
	"context"
	"path/filepath"

	"dunvel/core/almanac"

	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/core/units"
	"dunvel/internal/demo"
	"dunvel/internal/service"
	"dunvel/internal/store"
)

var morning = time.Date(2026, 9, 12, 8, 0, 0, 0, time.UTC)

type loggedEvent struct {
	ID, Version int64
	Event       logbook.Event
}

func asJSON(t *testing.T, v any) string {
	t.Helper()
	text, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

// begun begins a trip and returns its address.
func begun(t *testing.T, s running) string {
	t.Helper()
	outing := logbook.Trip{Place: " The  Sill ", Start: morning, Rods: []logbook.Rod{
		{Name: "Rod 1", State: logbook.State{Setup: setup.Default(), Mass: 14.2e-3, Technique: "hop"}}}}
	var kept struct {
		ID   int64
		Name string
	}
	if status, _, body := s.ask("POST", "/api/trips", `{"trip":`+asJSON(t, outing)+`}`, &kept); status != 201 ||
		!strings.HasPrefix(kept.Name, "The Sill, 12 September 2026") {
		t.Fatalf("%d %s", status, body)
	}
	return fmt.Sprintf("/api/trips/%d", kept.ID)
}

// of is an event as a device sends it.
func of(kind string, change func(*logbook.Event)) logbook.Event {
	e := logbook.Event{Key: "device-a-" + kind, Time: morning.Add(time.Hour), Kind: kind}
	if change != nil {
		change(&e)
	}
	return e
}

func TestTripOverHTTP(t *testing.T) {
	s := start(t)
	path := begun(t, s)
	begun(t, s) // another on the same day, under a name of its own
	log := func(wanted int, events ...logbook.Event) []loggedEvent {
		t.Helper()
		var out []loggedEvent
		if status, _, body := s.ask("POST", path+"/events", `{"events":`+asJSON(t, events)+`}`,
			&out); status != wanted {
			t.Fatalf("%d %s", status, body)
		}
		return out
	}
	s.ask("POST", "/api/items", `{"kind":"head","rows":[["14.2 g","ball","lead","3/0","","","","","4"]]}`, nil)
	count := func() float64 {
		var items []thing
		s.ask("GET", "/api/items", "", &items)
		return items[0].Item.Count
	}

	bite := log(200, of(logbook.Bite, func(e *logbook.Event) { e.Since = 12 }))[0]
	if bite.Event.Phase != logbook.Falling || bite.Event.Depth < 4 || bite.Event.High <= bite.Event.Depth ||
		bite.Event.With.Mass != 14.2e-3 {
		t.Errorf("%+v", bite.Event)
	}
	lost := log(200, of(logbook.Lost, nil))[0]
	log(200, of(logbook.Lost, nil)) // sent once more, as the first answer did not arrive
	if n := count(); n != 3 {
		t.Errorf("%g heads left of 4, one is lost", n)
	}
	if status, _, _ := s.ask("DELETE", fmt.Sprintf("/api/events/%d", lost.ID), "", nil); status != 204 || count() != 4 {
		t.Errorf("undone: %d, %g heads", status, count())
	}
	if status, _, _ := s.ask("POST", fmt.Sprintf("/api/events/%d/restore", lost.ID), "", nil); status != 200 ||
		count() != 3 {
		t.Errorf("put back: %d, %g heads", status, count())
	}

	// Corrected, and no more than once from the same version.
	right := bite.Event
	right.Kind, right.Phase, right.Depth, right.Low, right.High = logbook.Fish, logbook.OnBottom, 0, 0, 0
	change := fmt.Sprintf(`{"version":%d,"event":%s}`, bite.Version, asJSON(t, right))
	var now loggedEvent
	if status, _, body := s.ask("PATCH", fmt.Sprintf("/api/events/%d", bite.ID), change, &now); status != 200 ||
		now.Event.Depth != 18 || now.Event.Key != bite.Event.Key {
		t.Errorf("%d %s", status, body)
	}
	if status, _, _ := s.ask("PATCH", fmt.Sprintf("/api/events/%d", bite.ID), change, nil); status != 409 {
		t.Errorf("%d", status)
	}
	// Nor is another event put in its place, as where its id was gone back from and given again.
	right.Key = "of-another-phone"
	if status, _, _ := s.ask("PATCH", fmt.Sprintf("/api/events/%d", bite.ID),
		fmt.Sprintf(`{"version":%d,"event":%s}`, bite.Version+1, asJSON(t, right)), nil); status != 409 {
		t.Errorf("%d", status)
	}

	// What cannot be is refused as a whole.
	for words, e := range map[string]logbook.Event{
		"is before the trip's start": of(logbook.Bite,
			func(e *logbook.Event) { e.Time = morning.Add(-100 * time.Hour) }),
		"“tea” is not one of":      of("tea", nil),
		"no number 4 on this trip": of(logbook.Bite, func(e *logbook.Event) { e.Rod = 3 }),
	} {
		e.Key += "-wrong"
		status, _, body := s.ask("POST", path+"/events",
			`{"events":`+asJSON(t, []logbook.Event{of(logbook.Torn, nil), e})+`}`, nil)
		if status != 422 || !strings.Contains(body, words) {
			t.Errorf("%d %s", status, body)
		}
	}
	var events []loggedEvent
	if s.ask("GET", path+"/events", "", &events); len(events) != 2 {
		t.Errorf("%d events", len(events))
	}
	var trips []struct {
		Name   string
		Counts map[string]int
	}
	if s.ask("GET", "/api/trips", "", &trips); len(trips) != 2 || trips[0].Name == trips[1].Name {
		t.Errorf("%+v", trips)
	}
	if status, _, _ := s.ask("DELETE", path, "", nil); status != 204 {
		t.Errorf("%d", status)
	}
	if status, _, _ := s.ask("POST", path+"/events", `{"events":`+asJSON(t, []logbook.Event{of(logbook.Torn, nil)})+`}`,
		nil); status != 404 {
		t.Errorf("logged on a trip that is gone: %d", status)
	}
	if status, _, _ := s.ask("POST", path+"/restore", "", nil); status != 200 {
		t.Errorf("%d", status)
	}
}

// What was lost on a bed is used in the snag index of later answers, and no
// more when the trip is gone.
func TestLossesTeach(t *testing.T) {
	s := start(t)
	path := begun(t, s)
	snags := func() (index float64, words string) {
		var a struct {
			Heads []struct{ Snags float64 }
			Notes []struct{ Kind, Words string }
		}
		if status, _, body := s.ask("POST", "/api/answers", question(t, "", nil), &a); status != 200 {
			t.Fatalf("%d %.200s", status, body)
		}
		for _, n := range a.Notes {
			if n.Kind == "snags" {
				words = n.Words
			}
		}
		return a.Heads[5].Snags, words
	}
	judged, words := snags()
	if !strings.Contains(words, "by judgement") {
		t.Errorf("%s", words)
	}
	var events []logbook.Event
	for i := range 40 {
		events = append(events, logbook.Event{Key: fmt.Sprintf("cast-%04d", i),
			Time: morning.Add(time.Duration(i) * time.Minute), Kind: logbook.Splash})
	}
	for i := range 12 {
		events = append(events, logbook.Event{Key: fmt.Sprintf("lost-%04d", i),
			Time: morning.Add(time.Duration(i) * time.Minute), Kind: logbook.Lost})
	}
	if status, _, body := s.ask("POST", path+"/events", `{"events":`+asJSON(t, events)+`}`, nil); status != 200 {
		t.Fatalf("%d %.300s", status, body)
	}
	learnt, words := snags()
	if learnt < 1.5*judged || !strings.Contains(words, "by what was lost on such") {
		t.Errorf("%g, judged %g: %s", learnt, judged, words)
	}
	s.ask("DELETE", path, "", nil)
	if again, _ := snags(); again != judged {
		t.Errorf("%g, judged %g", again, judged)
	}
}

// From ten bites on, what was landed of them is told instead of what is judged.
func TestLandedTeach(t *testing.T) {
	s := start(t)
	path := begun(t, s)
	said := func() string {
		var a struct {
			Notes []struct{ Kind, Words string }
		}
		if status, _, body := s.ask("POST", "/api/answers", question(t, "", nil), &a); status != 200 {
			t.Fatalf("%d %.200s", status, body)
		}
		words := ""
		for _, n := range a.Notes {
			words += n.Words + "\n"
		}
		return words
	}
	tap := func(from, to int, kind string) {
		var events []logbook.Event
		for i := from; i < to; i++ {
			events = append(events, logbook.Event{Key: fmt.Sprintf("bite-%04d", i),
				Time: morning.Add(time.Duration(i) * time.Minute), Kind: kind})
		}
		if status, _, body := s.ask("POST", path+"/events", `{"events":`+asJSON(t, events)+`}`, nil); status != 200 {
			t.Fatalf("%d %.300s", status, body)
		}
	}
	tap(0, 6, logbook.Fish)
	tap(6, 9, logbook.Bite)
	if words := said(); strings.Contains(words, "landed") {
		t.Error(words)
	}
	tap(9, 10, logbook.Bite)
	if words := said(); !strings.Contains(words, "With its point exposed you landed 6 of 10 bites, by your log.") {
		t.Error(words)
	}
}

// Times to the bottom that were logged are held against what was expected.
func TestLoggedTimesAreChecked(t *testing.T) {
	s := start(t)
	path := begun(t, s)
	var events []logbook.Event
	for i, seconds := range []float64{40, 42, 41} {
		events = append(events, logbook.Event{Key: fmt.Sprintf("down-%04d", i),
			Time: morning.Add(time.Duration(i) * time.Minute), Kind: logbook.Bottom, Seconds: seconds})
	}
	s.ask("POST", path+"/events", `{"events":`+asJSON(t, events)+`}`, nil)
	var truth struct {
		Cases []struct{ Measured, Expected float64 }
		Words string
	}
	if status, _, body := s.ask("GET", "/api/drop-tests/truth", "", &truth); status != 200 || len(truth.Cases) != 1 ||
		truth.Cases[0].Measured != 41 || truth.Cases[0].Expected < 20 {
		t.Errorf("%d %s", status, body)
	}
	if !strings.Contains(truth.Words, "longer than expected") {
		t.Errorf("%s", truth.Words)
	}
	var lesson struct {
		Bottoms []struct{ Count, Inside int }
	}
	if s.ask("POST", "/api/lessons", `{"trip":1}`, &lesson); len(lesson.Bottoms) != 1 || lesson.Bottoms[0].Count != 3 {
		t.Errorf("%+v", lesson)
	}
	if status, _, _ := s.ask("POST", "/api/lessons", `{"trip":99}`, nil); status != 404 {
		t.Errorf("%d", status)
	}
}

// Without the server the answer is the same, to the letter.
func TestSolveIsTheAnswer(t *testing.T) {
	ctx := context.Background()
	st, err := store.Open(ctx, filepath.Join(t.TempDir(), "demo.db"))
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Seed(ctx, st, morning); err != nil {
		t.Fatal(err)
	}
	s := serve(t, st)
	for _, of := range demo.Setups()[:4] {
		_, _, answered := s.ask("POST", "/api/answers", `{"setup":`+asJSON(t, of.Setup)+`,"units":{"mass":"oz"}}`, nil)
		a, err := service.New(st, time.Now).Answer(ctx, of.Setup, units.Choice{"mass": "oz"})
		if err != nil || asJSON(t, a) != strings.TrimSpace(answered) {
			t.Errorf("%s: %v", of.Name, err)
		}
	}
}

// Events are listed with the light and the moon of their place as soon as that has a
// position, that of the trip before that of its name.
func TestEventsUnderTheSky(t *testing.T) {
	s := start(t)
	path := begun(t, s)
	s.ask("POST", path+"/events", `{"events":`+asJSON(t, []logbook.Event{of(logbook.Bite, nil)})+`}`, nil)
	sky := func() string {
		var events []struct{ Sky string }
		if status, _, body := s.ask("GET", path+"/events", "", &events); status != 200 || len(events) != 1 {
			t.Fatalf("%d %s", status, body)
		}
		return events[0].Sky
	}
	if got := sky(); got != "" {
		t.Errorf("nowhere: %q", got)
	}
	waypoint := `<?xml version="1.0"?><gpx version="1.1" creator="a" xmlns="http://www.topografix.com/GPX/1/1"><wpt lat="56.3" lon="-18.5"><name>The Sill</name></wpt></gpx>`
	if status, _, body := s.ask("POST", "/api/imports", `{"kind":"places","take":true,"text":`+asJSON(t, waypoint)+`}`,
		nil); status != 200 {
		t.Fatalf("%d %s", status, body)
	}
	if got := sky(); !strings.HasPrefix(got, "by day; around new moon") {
		t.Errorf("at the place: %q", got)
	}
	var trips []struct {
		Version int64
		Trip    logbook.Trip
	}
	s.ask("GET", "/api/trips", "", &trips)
	kept := trips[0]
	kept.Trip.Where = &almanac.Position{Latitude: 56.3, Longitude: 161.5}
	if status, _, body := s.ask("PATCH", path,
		fmt.Sprintf(`{"version":%d,"trip":%s}`, kept.Version, asJSON(t, kept.Trip)), nil); status != 200 {
		t.Fatalf("%d %s", status, body)
	}
	if got := sky(); !strings.HasPrefix(got, "at dusk; around new moon") &&
		!strings.HasPrefix(got, "at night; around new moon") {
		t.Errorf("on the other side of the earth: %q", got)
	}
}
