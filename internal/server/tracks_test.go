package server

import (
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/internal/contract"
)

// sailing is a GPX file of a drift to the south at 0.4 m/s, and a waypoint on it.
func sailing(from time.Time) string {
	var out strings.Builder
	out.WriteString("<gpx><wpt lat='56.35' lon='-18.56'><name>Ledge</name></wpt><trk><name>Drift</name><trkseg>")
	for i := range 61 {
		fmt.Fprintf(&out, "<trkpt lat='%.7f' lon='-18.56'><time>%s</time><depth>%d</depth></trkpt>",
			56.352-0.4*10*float64(i)/111194.93, from.Add(time.Duration(i)*10*time.Second).Format(time.RFC3339), 20+i/10)
	}
	out.WriteString("</trkseg></trk><trk><trkseg/></trk></gpx>")
	return out.String()
}

// A track is taken in with the waypoints of its file, once; what was drifted on it is told,
// and the trip of that day shows where it went.
func TestTracks(t *testing.T) {
	s := start(t)
	file := func(text string, take bool) (in contract.Import) {
		t.Helper()
		response, err := http.Post(fmt.Sprintf("%s/api/imports?kind=places&take=%v", s.url, take),
			"application/octet-stream", strings.NewReader(text))
		if err != nil {
			t.Fatal(err)
		}
		defer func() { _ = response.Body.Close() }()
		if err := json.NewDecoder(response.Body).Decode(&in); err != nil {
			t.Fatal(err)
		}
		return in
	}
	from := time.Date(2026, 9, 12, 11, 30, 0, 0, time.UTC)
	if in := file(sailing(from), false); in.Tracks != 1 || in.Places != 1 || in.Known != 0 ||
		in.Untimed != 1 || in.Taken {
		t.Errorf("%+v", in)
	}
	var tracks []contract.SavedTrack
	if s.must(http.MethodGet, "/api/tracks", "", http.StatusOK, &tracks); len(tracks) != 0 {
		t.Errorf("%+v", tracks)
	}
	if in := file(sailing(from), true); !in.Taken {
		t.Errorf("%+v", in)
	}
	if in := file(sailing(from), true); in.Known != 2 {
		t.Errorf("%+v", in)
	}
	s.must(http.MethodGet, "/api/tracks?speed=kn", "", http.StatusOK, &tracks)
	if len(tracks) != 1 || tracks[0].Name != "Drift" || tracks[0].Points != 61 || !tracks[0].From.Equal(from) ||
		len(tracks[0].Drifts) != 1 || tracks[0].Drifts[0].Words != "0.78 kn towards 180° for 10 minutes, ± 2 % from "+
		"minute to minute." {
		t.Errorf("%+v", tracks)
	}
	if status, _, body := s.ask(http.MethodGet, "/api/tracks?speed=g", "",
		nil); status != http.StatusUnprocessableEntity {
		t.Errorf("%d %s", status, body)
	}

	var made struct{ ID int64 }
	s.must(http.MethodPost, "/api/trips",
		`{"trip":{"place":"The Sill","start":"2026-09-12T11:00:00Z","end":"2026-09-12T13:00:00Z","highWater":null,"notes":"","rods":[{"name":"Rod 1","state":{"setup":{},"mass":0.0071,"technique":"hop"}}]}}`, http.StatusCreated, &made)
	s.must(http.MethodPost, fmt.Sprintf("/api/trips/%d/events", made.ID),
		`{"events":[{"key":"a-fish-there","time":"2026-09-12T11:35:00Z","kind":"bite","rod":0,"aboard":{"depth":24,"temperature":11}}]}`, http.StatusOK, nil)
	var chart logbook.Chart
	s.must(http.MethodGet, fmt.Sprintf("/api/trips/%d/chart", made.ID), "", http.StatusOK, &chart)
	if chart.Middle == nil || len(chart.Tracks) != 1 || len(chart.Tracks[0]) != 61 || chart.Tracks[0][60].Depth != 26 ||
		len(chart.Events) != 1 || chart.Events[0].Y > 1 || chart.Events[0].Y < -1 || len(chart.Places) != 1 ||
		chart.Places[0].Name != "Ledge" {
		t.Errorf("%+v", chart)
	}
	at := fmt.Sprintf("/api/tracks/%d", tracks[0].Id)
	s.must(http.MethodDelete, at, "", http.StatusNoContent, nil)
	s.must(http.MethodDelete, at, "", http.StatusNotFound, nil)
	if s.must(http.MethodGet, fmt.Sprintf("/api/trips/%d/chart", made.ID), "", http.StatusOK,
		&chart); chart.Middle != nil {
		t.Errorf("%+v", chart)
	}
	s.must(http.MethodPost, at+"/restore", "", http.StatusOK, nil)
	s.must(http.MethodGet, "/api/trips/99/chart", "", http.StatusNotFound, nil)
	if status, _, body := s.ask(http.MethodPost, "/api/tracks", "", nil); status != http.StatusUnprocessableEntity ||
		!strings.Contains(body, "told of 0 places so far; two or more make a track.") {
		t.Errorf("%d %s", status, body)
	}
	one := strings.Replace(sailing(from), "</trkpt>", "</trkpt></trkseg></trk></gpx>", 1)
	if in := file(one[:strings.Index(one, "</gpx>")+6], true); in.Tracks != 0 || in.Untimed != 1 {
		t.Errorf("of one point: %+v", in)
	}
}
