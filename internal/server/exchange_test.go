package server

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/internal/store"
)

// taken is a file that is taken in, or looked at.
func taken(t *testing.T, kind, text string, take bool, more string) string {
	t.Helper()
	quoted, err := json.Marshal(text)
	if err != nil {
		t.Fatal(err)
	}
	return fmt.Sprintf(`{"kind":%q,"text":%s,"take":%v%s}`, kind, quoted, take, more)
}

type imported struct {
	Headers                        []string
	Refused                        []struct{ Why string }
	Trips                          []string
	Events, Known, Places, Entries int
	Taken                          bool
}

func TestLogInAndOut(t *testing.T) {
	s := start(t)
	path := begun(t, s)
	s.ask("POST", path+"/events", `{"events":`+asJSON(t,
		[]logbook.Event{of(logbook.Splash, nil), of(logbook.Bite, func(e *logbook.Event) { e.Since = 12 })})+`}`, nil)
	status, header, csv := s.ask("GET", "/api/log.csv", "", nil)
	if status != 200 || !strings.HasPrefix(header.Get("Content-Type"), "text/csv") || strings.Count(csv, "\r\n") != 3 {
		t.Fatalf("%d %s", status, csv)
	}
	ask := func(s running, body string, wanted int) (out imported) {
		t.Helper()
		if status, _, text := s.ask("POST", "/api/imports", body, &out); status != wanted {
			t.Fatalf("%d %.400s", status, text)
		}
		return out
	}
	// Into the same: all is known, and nothing is added.
	if got := ask(s, taken(t, "log", csv, true, ""), 200); got.Events != 2 || got.Known != 2 || !got.Taken {
		t.Errorf("%+v", got)
	}
	var events []loggedEvent
	if s.ask("GET", path+"/events", "", &events); len(events) != 2 {
		t.Errorf("%d events", len(events))
	}
	// Into another: looked at, taken, taken again.
	other := start(t)
	if got := ask(other, taken(t, "log", csv, false, ""), 200); got.Taken || got.Known != 0 || len(got.Trips) != 1 {
		t.Errorf("%+v", got)
	}
	for range 2 {
		ask(other, taken(t, "log", csv, true, ""), 200)
	}
	var trips []struct{ Counts map[string]int }
	if other.ask("GET", "/api/trips", "", &trips); len(trips) != 1 || trips[0].Counts[logbook.Bite] != 1 {
		t.Errorf("%+v", trips)
	}
	// One bad line, and none is taken.
	bad := csv + "x,y,not a time,bite\r\n"
	if got := ask(other, taken(t, "log", bad, false, ""), 200); len(got.Refused) != 1 {
		t.Errorf("%+v", got)
	}
	ask(other, taken(t, "log", bad, true, ""), 422)
	plain := "When,Event\n2026-05-12 19:30,fish\n"
	if got := ask(other, taken(t, "log", plain, true, `,"columns":{"time":0,"kind":1}`), 200); !got.Taken ||
		got.Trips[0] != "Somewhere, 12 May 2026: 1" {
		t.Errorf("%+v", got)
	}

	// Places both ways.
	gpx := `<gpx><wpt lat="12.35" lon="-4.56"><name>The Sill</name></wpt><wpt lat="12.4" lon="-4.5"><name>The Sill</name></wpt></gpx>`
	if got := ask(s, taken(t, "places", gpx, true, ""), 200); got.Places != 2 || got.Known != 0 {
		t.Errorf("%+v", got)
	}
	_, _, out := s.ask("GET", "/api/places.gpx", "", nil)
	if got := ask(s, taken(t, "places", out, true, ""), 200); got.Places != 2 || got.Known != 2 ||
		!strings.Contains(out, "The Sill 2") {
		t.Errorf("%+v %s", got, out)
	}
	ask(s, taken(t, "places", `<!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]><gpx/>`, true, ""), 422)

	// Everything, into an empty one, twice.
	_, _, all := s.ask("GET", "/api/backup.json", "", nil)
	third := start(t)
	if got := ask(third, taken(t, "backup", all, true, ""), 200); got.Events != 2 || got.Known != 0 {
		t.Errorf("%+v", got)
	}
	if got := ask(third, taken(t, "backup", all, true, ""), 200); got.Known != got.Events+got.Entries {
		t.Errorf("%+v", got)
	}
	ask(third, taken(t, "backup", "{}", true, ""), 422)
	ask(third, taken(t, "backup", `{"format":"dunvel backup","version":99}`, true, ""), 422)

	// A file that is too large is refused before it is read.
	if status, _, text := s.ask("POST", "/api/imports", taken(t, "log", strings.Repeat("a,b\n", 6<<20), false, ""),
		nil); status != 413 || !strings.Contains(text, "16 MB") {
		t.Errorf("%d %.200s", status, text)
	}
}

func TestCopiesOverHTTP(t *testing.T) {
	s := start(t)
	s.ask("POST", "/api/setups", fmt.Sprintf(`{"name":"Before","setup":%s}`, asJSON(t, setup.Default())), nil)
	var made, undo struct{ Name string }
	if status, _, body := s.ask("POST", "/api/copies", "", &made); status != 201 {
		t.Fatalf("%d %s", status, body)
	}
	s.ask("POST", "/api/setups", fmt.Sprintf(`{"name":"After","setup":%s}`, asJSON(t, setup.Default())), nil)
	setups := func() int {
		var all []struct{ Name string }
		s.ask("GET", "/api/setups", "", &all)
		return len(all)
	}
	if status, _, body := s.ask("POST", "/api/copies/"+made.Name+"/restore", "", &undo); status != 200 ||
		setups() != 1 {
		t.Errorf("%d %s", status, body)
	}
	if status, _, _ := s.ask("POST", "/api/copies/"+undo.Name+"/restore", "", nil); status != 200 || setups() != 2 {
		t.Errorf("%d, %d setups", status, setups())
	}
	if status, _, _ := s.ask("POST", "/api/copies/other.db/restore", "", nil); status != 404 {
		t.Errorf("%d", status)
	}
}

// A season of 10,000 events, as the figures to reach have it.
func BenchmarkSeason(b *testing.B) {
	st, err := store.Open(context.Background(), filepath.Join(b.TempDir(), "season.db"))
	if err != nil {
		b.Fatal(err)
	}
	for i := range 20 {
		outing := logbook.Trip{Place: "The Sill", Start: morning, Rods: []logbook.Rod{
			{Name: "Rod 1", State: logbook.State{Setup: setup.Default(), Mass: 14.2e-3, Technique: "hop"}}}}
		kept, err := st.Trips.Create(context.Background(), fmt.Sprint("Trip ", i), outing, morning)
		if err != nil {
			b.Fatal(err)
		}
		var events []logbook.Event
		for k := range 500 {
			events = append(events, logbook.Event{Key: fmt.Sprintf("season-%d-%d", i, k),
				Time: morning.Add(time.Duration(k) * time.Minute), Kind: logbook.Kinds[k%7], Phase: logbook.Falling,
				Depth: float64(k%15) + 1,
				Low:   float64(k % 15), High: float64(k%15) + 2, With: logbook.With{Mass: 14.2e-3, Shape: "ball",
					Bait: "slim minnow 120 mm", Bed: "rock", BedDepth: 18, Snags: 5, Expected: 30, FallSpeed: 0.6}})
		}
		if _, err := st.Events.Add(context.Background(), kept.ID, events, morning); err != nil {
			b.Fatal(err)
		}
	}
	s := serve(b, st)
	for _, q := range []struct{ name, method, path, body string }{
		{"trips", "GET", "/api/trips", ""}, {"pattern", "POST", "/api/lessons", "{}"},
		{"export", "GET", "/api/log.csv", ""},
		{"answer", "POST", "/api/answers",
			`{"setup":` + func() string { text, _ := json.Marshal(setup.Default()); return string(text) }() + `}`},
	} {
		b.Run(q.name, func(b *testing.B) {
			for b.Loop() {
				if status, _, body := s.ask(q.method, q.path, q.body, nil); status != 200 {
					b.Fatalf("%d %.200s", status, body)
				}
			}
		})
	}
	logged := 0
	b.Run("logging", func(b *testing.B) {
		for b.Loop() {
			logged++
			e := logbook.Event{Key: fmt.Sprintf("logged-%06d", logged), Time: morning.Add(time.Hour),
				Kind: logbook.Bite, Since: 12}
			text, _ := json.Marshal([]logbook.Event{e})
			if status, _, body := s.ask("POST", "/api/trips/1/events", `{"events":`+string(text)+`}`,
				nil); status != 200 {
				b.Fatalf("%d %.200s", status, body)
			}
		}
	})
}

// A file goes in as it is, with what is to become of it in the address.
func TestFileAsItIs(t *testing.T) {
	s := start(t)
	send := func(query, text string) (int, string) {
		t.Helper()
		response, err := http.Post(s.url+"/api/imports?"+query, "application/octet-stream", strings.NewReader(text))
		if err != nil {
			t.Fatal(err)
		}
		defer func() { _ = response.Body.Close() }()
		body, err := io.ReadAll(response.Body)
		if err != nil {
			t.Fatal(err)
		}
		return response.StatusCode, string(body)
	}
	const table = "Hour of it,Sort\n2026-05-12 19:30,fish\n"
	for query, want := range map[string]string{
		"kind=log":                                       `200 {`,
		"kind=log&take=true":                             `422 {`, // no column is the time
		"kind=log&column=time:0&column=kind:1":           `"taken":false`,
		"kind=log&column=time:0&column=kind:1&take=true": `"taken":true`,
		"kind=log&column=time": "Column: “time” is not one of ours and a number, such as " +
			"time:0.",
		"kind=tea":              `400 {"detail":"kind: value is not one of the allowed values`,
		"take=true":             "Kind: “” is not one of log, places, backup.",
		"kind=log&take=perhaps": `400 {`,
	} {
		if status, body := send(query, table); !strings.Contains(fmt.Sprint(status, " ", body), want) {
			t.Errorf("%s: %d %s", query, status, body)
		}
	}
	if status, body := send("kind=log", strings.Repeat("a,b\n", 13<<20)); status != 413 ||
		!strings.Contains(body, "48 MB") {
		t.Errorf("%d %.200s", status, body)
	}
	var found []struct{ Table string }
	if status, _, _ := s.ask("GET", "/api/unreadable", "", &found); status != 200 || len(found) != 0 {
		t.Errorf("%d %+v", status, found)
	}
	for _, address := range []string{"DELETE /api/unreadable/item/1", "POST /api/unreadable/tea/1/restore"} {
		method, path, _ := strings.Cut(address, " ")
		if status, _, _ := s.ask(method, path, "", nil); status != 404 {
			t.Errorf("%s: %d", address, status)
		}
	}
}

// The box goes out as a table and comes back: what is there stays, what was taken out is new, a wrong cell is
// told by its line.
func TestBoxAsATable(t *testing.T) {
	s := start(t)
	if status, _, body := s.ask("POST", "/api/items/bulk", `{"text":"ball, lead, 3.5 g 7.1 g, hook 1/0, 6 each"}`,
		nil); status != 201 {
		t.Fatalf("%d %s", status, body)
	}
	_, _, table := s.ask("GET", "/api/box.csv", "", nil)
	if !strings.HasPrefix(table, "kind,") || strings.Count(table, "\r\n") != 3 {
		t.Fatal(table)
	}
	send := func(query, text string) (int, string) {
		t.Helper()
		body, err := json.Marshal(map[string]any{"kind": "log", "text": text, "take": query == "take"})
		if err != nil {
			t.Fatal(err)
		}
		status, _, out := s.ask("POST", "/api/imports", string(body), nil)
		return status, out
	}
	if status, body := send("", table); status != 200 || !strings.Contains(body, `"entries":2`) ||
		!strings.Contains(body, `"known":2`) {
		t.Errorf("%d %s", status, body)
	}
	more := strings.ReplaceAll(table, ",7.1,", ",10.6,")
	if status, body := send("take", more); status != 200 || !strings.Contains(body, `"taken":true`) {
		t.Errorf("%d %s", status, body)
	}
	var items []struct{ Name string }
	if s.ask("GET", "/api/items", "", &items); len(items) != 3 {
		t.Errorf("%+v", items)
	}
	if status, body := send("take", strings.ReplaceAll(table, ",7.1,", ",heavy,")); status != 422 ||
		!strings.Contains(body, "line 3") {
		t.Errorf("%d %s", status, body)
	}
}
