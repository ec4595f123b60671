package server

import (
	"fmt"
	"net/http"
	"strings"
	"testing"

	"dunvel/internal/contract"
)

// Places are added, moved, renamed with the trips to them, merged and deleted, each with a way back.
func TestPlaces(t *testing.T) {
	s := start(t)
	var sill, bar contract.Place
	if status, _, body := s.ask(http.MethodPost, "/api/places",
		`{"name":" The  Sill ","where":"12.3522, -4.5611","note":"narrows"}`, &sill); status != 201 ||
		sill.Name != "The Sill" || sill.North != 12.3522 || sill.East != -4.5611 {
		t.Fatalf("%d %s", status, body)
	}
	s.ask(http.MethodPost, "/api/places", `{"name":"Gull Bar","where":"12°20.4'N 4°34.1'W","note":""}`, &bar)
	if bar.North < 12.339 || bar.North > 12.341 || bar.East > -4.568 || bar.East < -4.569 {
		t.Errorf("%+v", bar)
	}
	for body, want := range map[string]string{
		`{"name":"The Sill","where":"1, 2","note":""}`: "that name is taken",
		`{"name":"","where":"1, 2","note":""}`:         "give it a name",
		`{"name":"A","where":"over there","note":""}`:  `"field":"where"`,
		`{"name":"A","where":"91, 2","note":""}`:       `"field":"where"`,
	} {
		if status, _, text := s.ask(http.MethodPost, "/api/places", body, nil); status < 400 ||
			!strings.Contains(text, want) {
			t.Errorf("%s: %d %s", body, status, text)
		}
	}
	trip := func(place string) (out contract.SavedTrip) {
		t.Helper()
		body := fmt.Sprintf(`{"trip":{"place":%q,"start":"2026-05-12T08:00:00Z","end":null,"highWater":null,"notes":"","rods":[{"name":"Rod","state":{"setup":{},"mass":0.007,"technique":"hop"}}]}}`, place)
		if status, _, text := s.ask(http.MethodPost, "/api/trips", body, &out); status != 201 {
			t.Fatalf("%d %s", status, text)
		}
		return out
	}
	trip("The Sill")
	trip("Gull Bar")
	names := func() string {
		var trips []contract.SavedTrip
		s.ask(http.MethodGet, "/api/trips", "", &trips)
		var out []string
		for _, k := range trips {
			out = append(out, k.Name)
		}
		return strings.Join(out, "; ")
	}
	change := fmt.Sprintf(`{"version":%d,"name":"The Narrows","where":"12.36, -4.56","note":"moved"}`, sill.Version)
	if status, _, body := s.ask(http.MethodPut, fmt.Sprintf("/api/places/%d", sill.Id), change, &sill); status != 200 ||
		sill.North != 12.36 || sill.Note != "moved" {
		t.Fatalf("%d %s", status, body)
	}
	if got := names(); !strings.Contains(got, "The Narrows, 12 May 2026") || strings.Contains(got, "Sill") {
		t.Error(got)
	}
	if status, _, _ := s.ask(http.MethodPut, fmt.Sprintf("/api/places/%d", sill.Id), change,
		nil); status != http.StatusConflict {
		t.Errorf("an old version: %d", status)
	}

	merge := fmt.Sprintf("/api/places/%d/merge", sill.Id)
	if status, _, body := s.ask(http.MethodPost, merge, fmt.Sprintf(`{"into":%d}`, sill.Id), nil); status != 422 ||
		!strings.Contains(body, "cannot be merged with itself") {
		t.Errorf("%d %s", status, body)
	}
	var moved struct{ Trips []int64 }
	if status, _, body := s.ask(http.MethodPost, merge, fmt.Sprintf(`{"into":%d}`, bar.Id), &moved); status != 200 ||
		len(moved.Trips) != 1 {
		t.Fatalf("%d %s", status, body)
	}
	var places []contract.Place
	if s.ask(http.MethodGet, "/api/places", "", &places); len(places) != 1 || strings.Contains(names(), "Narrows") {
		t.Errorf("%+v %s", places, names())
	}
	if status, _, body := s.ask(http.MethodPost, fmt.Sprintf("/api/places/%d/restore", sill.Id),
		fmt.Sprintf(`{"trips":[%d]}`, moved.Trips[0]), nil); status != 200 ||
		!strings.Contains(names(), "The Narrows, 12 May 2026") {
		t.Errorf("%d %s %s", status, body, names())
	}
	if status, _, _ := s.ask(http.MethodDelete, fmt.Sprintf("/api/places/%d", sill.Id), "", nil); status != 204 ||
		!strings.Contains(names(), "The Narrows") {
		t.Errorf("%d %s", status, names())
	}
	for path, want := range map[string]string{"/api/places.kml": "<name>Gull Bar</name>",
		"/api/places.geojson": `"name":"Gull Bar"`, "/api/places.gpx": "<name>Gull Bar</name>"} {
		if status, _, body := s.ask(http.MethodGet, path, "", nil); status != 200 || !strings.Contains(body, want) {
			t.Errorf("%s: %d %s", path, status, body)
		}
	}
}
