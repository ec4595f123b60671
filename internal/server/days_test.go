package server

import (
	"bufio"
	"encoding/json"
	"net/http"
	"slices"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/day"
	"dunvel/core/setup"
)

// narrows is a plan for a day in a narrows with a stream, on the made-up station.
func narrows(date string) day.Plan {
	s := setup.Default()
	s.Approach.Kind, s.Boat.Kind, s.Water.Bed = setup.HoldBottom, "anchored", "rock"
	s.Bait.Form, s.Bait.Length, s.Cast.Distance = "slim minnow", 0.12, 15
	return day.Plan{
		Date: date, Zone: "Europe/Lisbon", Where: &almanac.Position{Latitude: 57, Longitude: -6},
		Tide: day.Tides{Kind: day.FromStation}, Rods: 2,
		Spots: []day.Spot{{Name: "The Sill", From: "07:00", To: "15:00", Setup: s, Charted: 12, Flow: day.SpotFlow{
			Kind: day.WithTide, Flood: almanac.Run{Spring: 0.5, Neap: 0.2},
			Ebb: almanac.Run{Spring: 0.4, Neap: 0.15, Direction: 180}, AfterHigh: 1200, AfterLow: 900,
		}}},
	}
}

// planned asks for a day and reads its lines.
func planned(t *testing.T, s running, p day.Plan) (sky *day.Sky, hours []day.Hour, worked *day.Worked) {
	t.Helper()
	body, err := json.Marshal(map[string]any{"plan": p})
	if err != nil {
		t.Fatal(err)
	}
	response, err := http.Post(s.url+"/api/days", "application/json", strings.NewReader(string(body)))
	if err != nil {
		t.Fatal(err)
	}
	defer response.Body.Close()
	lines := bufio.NewScanner(response.Body)
	lines.Buffer(nil, 1<<22)
	for n := 0; lines.Scan(); n++ {
		var line struct {
			Sky     *day.Sky
			Hours   []day.Hour
			Result  *day.Worked
			Problem any
		}
		if err := json.Unmarshal(lines.Bytes(), &line); err != nil || line.Problem != nil ||
			response.StatusCode != 200 {
			t.Fatalf("%d %s %v", response.StatusCode, lines.Text(), err)
		}
		if (line.Sky != nil) != (n == 0) || worked != nil {
			t.Errorf("line %d: %.200s", n, lines.Text())
		}
		if line.Sky != nil {
			sky = line.Sky
		}
		hours = append(hours, line.Hours...)
		worked = line.Result
	}
	if worked == nil {
		t.Fatal("nothing comes of it")
	}
	return sky, hours, worked
}

// A day comes line by line: the sky, the hours, and what comes of them; at springs it asks for
// more weight than at neaps, and for less around slack water.
func TestDayOverHTTP(t *testing.T) {
	if testing.Short() {
		t.Skip("a whole day on the engine")
	}
	s := start(t)
	sky, hours, spring := planned(t, s, narrows("2026-11-26"))
	if len(sky.Turns) < 3 || len(sky.Levels) != 145 || len(sky.Spots) != 1 || len(sky.Spots[0].Conditions) != 49 ||
		sky.Light == nil || len(sky.Light.Crossings) < 5 {
		t.Errorf("%+v", sky)
	}
	if len(hours) < 25 {
		t.Errorf("%d hours", len(hours))
	}
	heaviest := func(w *day.Worked) float64 {
		most := 0.0
		for _, p := range w.Pieces {
			most = max(most, p.Mass)
		}
		return most
	}
	_, _, neap := planned(t, s, narrows("2026-12-03"))
	if a, b := heaviest(spring), heaviest(neap); a <= b || b == 0 {
		t.Errorf("at springs up to %g kg, at neaps %g", a, b)
	}
	pickAt := func(at time.Time) float64 {
		i := slices.IndexFunc(spring.Pieces, func(p day.Piece) bool { return !at.Before(p.From) && at.Before(p.To) })
		if i < 0 {
			t.Fatalf("nothing at %v", at)
		}
		return spring.Pieces[i].Mass
	}
	for _, slack := range sky.Spots[0].Slacks {
		if pick := pickAt(slack); pick >= heaviest(spring) || pick == 0 {
			t.Errorf("%g kg at slack", pick)
		}
	}
	// The same at a time as an answer for the water there is then, or where that is a close
	// call the head beside it.
	i := slices.IndexFunc(hours, func(h day.Hour) bool { return h.Time.Equal(sky.Spots[0].From.Add(2 * time.Hour)) })
	c := sky.Spots[0].Conditions[12]
	p := narrows("2026-11-26").Spots[0].Setup
	p.Water.Depth, p.Flow.Speed, p.Flow.Direction = c.Depth, c.Flow, c.FlowDirection
	var answer struct {
		Heads []struct{ Mass, Sure float64 }
		Pick  int
	}
	body, _ := json.Marshal(map[string]any{"setup": p})
	if status, _, text := s.ask("POST", "/api/answers", string(body), &answer); status != 200 ||
		answer.Pick < 1 || i < 0 {
		t.Fatalf("%d: %.200s", status, text)
	} else if below := answer.Heads[answer.Pick-1]; answer.Heads[answer.Pick].Mass != hours[i].Pick &&
		(below.Mass != hours[i].Pick || below.Sure < p.Approach.Sure-0.05) {
		t.Errorf("%d: the answer picks %d, the day %+v; %.200s", status, answer.Pick, hours[max(i, 0)], text)
	}

	bad := narrows("2026-13-01")
	text, _ := json.Marshal(map[string]any{"plan": bad})
	if status, _, body := s.ask("POST", "/api/days", string(text), nil); status != 422 ||
		!strings.Contains(body, "is not a day from 1900 to 2200") {
		t.Errorf("%d %s", status, body)
	}
}

// A tide table that was copied is read, or told what is wrong with it.
func TestReadTideOverHTTP(t *testing.T) {
	s := start(t)
	var turns []almanac.Turn
	ask := func(text, zone string) (int, string) {
		body, _ := json.Marshal(map[string]any{"text": text, "date": "2026-05-12", "zone": zone})
		status, _, answer := s.ask("POST", "/api/tides", string(body), nil)
		if status == 200 {
			if err := json.Unmarshal([]byte(answer), &turns); err != nil {
				t.Fatal(err)
			}
		}
		return status, answer
	}
	if status, body := ask("HW 05:42 4.6m\nLW 11:51 1.3m", "Europe/Lisbon"); status != 200 || len(turns) != 2 ||
		!turns[0].High || turns[0].Time.UTC().Hour() != 4 {
		t.Errorf("%d %s", status, body)
	}
	for text, want := range map[string]string{"05:42 1.3": "two lines at least",
		"05:42 1\n04:00 2": "it comes before the line above it"} {
		if status, body := ask(text, "UTC"); status != 422 || !strings.Contains(body, want) {
			t.Errorf("%d %s", status, body)
		}
	}
	calendar := "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:1\r\nSUMMARY:High water 4.6 " +
		"m\r\nDTSTART:20260512T054200Z\r\nEND:VEVENT\r\n" +
		"BEGIN:VEVENT\r\nUID:2\r\nSUMMARY:Low water 1.3 " +
		"m\r\nDTSTART:20260512T115100Z\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
	if status, body := ask(calendar, "Europe/Lisbon"); status != 200 || len(turns) != 2 || !turns[0].High ||
		turns[0].Time.UTC().Hour() != 5 || turns[1].Height != 1.3 {
		t.Errorf("%d %s", status, body)
	}
	var station almanac.Station
	if status, _, body := s.ask("POST", "/api/tides/station", `{"text":"mean 2.6\nM2 1.4 178"}`,
		&station); status != 200 || station.Mean != 2.6 || len(station.Constituents) != 1 {
		t.Errorf("%d %s", status, body)
	}
	if status, _, body := s.ask("POST", "/api/tides/station", `{"text":"X9 1.4 178"}`, nil); status != 422 ||
		!strings.Contains(body, "“X9” is no constituent") {
		t.Errorf("%d %s", status, body)
	}
	if status, body := ask("05:42 1.3\n11:00 3", "Nowhere"); status != 422 ||
		!strings.Contains(body, "there is no “Nowhere”") {
		t.Errorf("%d %s", status, body)
	}
}

func BenchmarkDay(b *testing.B) {
	s := start(b)
	body, _ := json.Marshal(map[string]any{"plan": narrows("2026-11-26")})
	for b.Loop() {
		if status, _, text := s.ask("POST", "/api/days", string(body), nil); status != 200 ||
			strings.Contains(text, `"problem"`) {
			b.Fatal(text)
		}
	}
}

// Plans are kept as other things are: once by a name, by versions, and with a way back.
func TestPlansOverHTTP(t *testing.T) {
	s := start(t)
	body := func(name string, p day.Plan) string {
		text, err := json.Marshal(map[string]any{"name": name, "plan": p})
		if err != nil {
			t.Fatal(err)
		}
		return string(text)
	}
	var kept struct {
		ID, Version int64
		Name        string
		Plan        day.Plan
	}
	p := narrows("2026-11-26")
	if status, _, text := s.ask("POST", "/api/plans", body("Springs", p), &kept); status != 201 ||
		kept.Plan.Spots[0].Flow.Flood.Spring != 0.5 || kept.Plan.Where.Latitude != 57 {
		t.Fatalf("%d %s", status, text)
	}
	if status, _, _ := s.ask("POST", "/api/plans", body("Springs", p), nil); status != 409 {
		t.Errorf("a name twice: %d", status)
	}
	p.Rods = 3
	change, _ := json.Marshal(map[string]any{"version": 1, "plan": p})
	if status, _, _ := s.ask("PATCH", "/api/plans/1", string(change), &kept); status != 200 || kept.Plan.Rods != 3 ||
		kept.Version != 2 || kept.Name != "Springs" {
		t.Errorf("%d %+v", status, kept)
	}
	if status, _, _ := s.ask("PATCH", "/api/plans/1", string(change), nil); status != 409 {
		t.Errorf("an old version: %d", status)
	}
	p.Rods = 9
	if status, _, text := s.ask("POST", "/api/plans", body("Many", p), nil); status != 422 ||
		!strings.Contains(text, "Rods: 9 is outside what is allowed, 1 to 6.") {
		t.Errorf("%d %s", status, text)
	}
	if status, _, _ := s.ask("DELETE", "/api/plans/1", "", nil); status != 204 {
		t.Errorf("deleted: %d", status)
	}
	var list []any
	if s.ask("GET", "/api/plans", "", &list); len(list) != 0 {
		t.Errorf("%d on the list", len(list))
	}
	if status, _, _ := s.ask("POST", "/api/plans/1/restore", "", &kept); status != 200 || kept.Plan.Rods != 3 {
		t.Errorf("restored: %d %+v", status, kept)
	}
}

// What there is to mind is asked for with a setup, a head and a place.
func TestCautions(t *testing.T) {
	s := start(t)
	var got struct {
		Now []struct{ Key, Since string }
		All []struct{ Key, When string }
	}
	status, _, body := s.ask("POST", "/api/cautions",
		`{"setup":{"version":3,"head":{"material":"tin"},"water":{"temperature":14,"depth":5}},"mass":0.02,"place":"Ardan Point","units":{"mass":"oz"}}`, nil)
	if err := json.Unmarshal([]byte(body), &got); err != nil || status != 200 {
		t.Fatalf("%d %s %v", status, body, err)
	}
	want := []struct{ Key, Since string }{{"eyes", "23/32 oz on the cast"}, {"cold", "water of 14 °C"},
		{"licence", "Ardan Point"}}
	if !slices.Equal(got.Now, want) || len(got.All) < 15 {
		t.Errorf("%+v", got.Now)
	}
	if status, _, body := s.ask("POST", "/api/cautions", `{"setup":{"version":3,"water":{"depth":-1}}}`,
		nil); status != 422 || !strings.Contains(body, "Depth") {
		t.Errorf("%d %s", status, body)
	}
}
