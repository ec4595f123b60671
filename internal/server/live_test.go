package server

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"net"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"dunvel/core/boat"
	"dunvel/internal/answers"
	"dunvel/internal/nmea"
)

// says has the boat of a server say that it is so deep, once a second.
func (s running) says(depth float64) {
	s.t.Helper()
	ctx, stop := context.WithCancel(context.Background())
	s.t.Cleanup(stop)
	go s.boat.RunSimulated(ctx, "The test's boat", func() []nmea.Sentence {
		return []nmea.Sentence{{Talker: "SD", Kind: "DPT", Fields: []string{fmt.Sprint(depth - 0.5), "0.5"}},
			{Talker: "GP", Kind: "GLL", Fields: []string{"5620.00", "N", "01830.00", "W", "000000", "A"}}}
	})
}

// listener reads the events of a server.
type listener struct {
	t    testing.TB
	body *bufio.Reader
	end  func()
}

func (s running) listen(ctx context.Context) listener {
	s.t.Helper()
	request, err := http.NewRequestWithContext(ctx, http.MethodGet, s.url+"/api/live/events", nil)
	if err != nil {
		s.t.Fatal(err)
	}
	request.Header.Set("Accept-Encoding", "gzip")
	response, err := (&http.Transport{DisableKeepAlives: true}).RoundTrip(request)
	if err != nil {
		s.t.Fatal(err)
	}
	if kind := response.Header.Get("Content-Type"); kind != "text/event-stream" ||
		response.Header.Get("Content-Encoding") != "" || response.Header.Get("Cache-Control") != "no-store" {
		s.t.Errorf("%v", response.Header)
	}
	return listener{s.t, bufio.NewReader(response.Body), func() { _ = response.Body.Close() }}
}

// next is the data of the next event of a name; "" where it has ended.
func (l listener) next(name string) string {
	l.t.Helper()
	of := ""
	for {
		line, err := l.body.ReadString('\n')
		if err != nil {
			return ""
		}
		if event, is := strings.CutPrefix(line, "event: "); is {
			of = strings.TrimSpace(event)
		}
		if data, is := strings.CutPrefix(line, "data: "); is && of == name {
			return data
		}
	}
}

// Twenty readers at once hear what the boat says, and what has changed of what is kept.
func TestEvents(t *testing.T) {
	s := start(t)
	ctx, stop := context.WithCancel(t.Context())
	defer stop()
	var all sync.WaitGroup
	said := make(chan string, 20)
	revisions := make(chan string, 20)
	for range 20 {
		l := s.listen(ctx)
		first := l.next("revision")
		all.Go(func() {
			defer l.end()
			said <- l.next("boat")
			for {
				if now := l.next("revision"); now != first {
					revisions <- now
					return
				}
			}
		})
	}
	s.says(21.5)
	for range 20 {
		var state boat.Live
		if err := json.Unmarshal([]byte(<-said), &state); err != nil {
			t.Fatal(err)
		}
		if len(state.Sources) != 1 || state.Sources[0].Kind != boat.Simulated || state.Depth != nil &&
			state.Depth.Value != 21.5 {
			t.Errorf("%+v %+v", state.Sources, state.Depth)
		}
	}
	s.must(http.MethodPost, "/api/setups", `{"name":"new","setup":{}}`, http.StatusCreated, nil)
	for range 20 {
		if got := <-revisions; !strings.Contains(got, `"revision":`) {
			t.Errorf("%s", got)
		}
	}
	all.Wait()
}

// The state can be asked for too, and the track.
func TestLiveState(t *testing.T) {
	s := start(t)
	var state boat.Live
	s.must(http.MethodGet, "/api/live/state", "", http.StatusOK, &state)
	if len(state.Sources) != 0 || state.Depth != nil {
		t.Errorf("%+v", state)
	}
	s.says(21.5)
	for end := time.Now().Add(20 * time.Second); state.Depth == nil && time.Now().Before(end); {
		s.must(http.MethodGet, "/api/live/state", "", http.StatusOK, &state)
	}
	if state.Depth == nil || state.Depth.Value != 21.5 || state.Depth.Source != "The test's boat" {
		t.Fatalf("%+v", state)
	}
	var track []boat.Point
	s.must(http.MethodGet, "/api/live/track", "", http.StatusOK, &track)
	if len(track) != 1 || track[0].Longitude != -18.5 {
		t.Errorf("%+v", track)
	}
}

// Events end when the server stops, and one who does not read is waited for by nobody.
func TestEventsEnd(t *testing.T) {
	stop, end := context.WithCancel(t.Context())
	s := startUntil(t, stop)
	lazy, err := net.Dial("tcp", strings.TrimPrefix(s.url, "http://"))
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = lazy.Close() }()
	if _, err := fmt.Fprint(lazy, "GET /api/live/events HTTP/1.1\r\nHost: localhost\r\n\r\n"); err != nil {
		t.Fatal(err)
	}
	l := s.listen(t.Context())
	s.says(21.5)
	for range 3 {
		if l.next("boat") == "" {
			t.Fatal("it has ended")
		}
	}
	end()
	for l.next("boat") != "" {
		continue // until it ends
	}
}

// The weight for now follows what is measured, says what is wrong with a question, and
// keeps what it was told.
func TestFollow(t *testing.T) {
	s := start(t)
	part := func(v float64) string {
		return fmt.Sprintf(`{"value":%g,"course":180,"directed":true,"spread":0.1,"age":1,"quality":"steady","source":"a","differs":null}`, v)
	}
	ask := func(depth, drift, more string) string {
		return `{"setup":{"boat":{"kind":"skiff"},"heads":[0.0053,0.0106,0.0177,0.0284]},"toward":{"kind":"as set","degrees":0},"state":{"time":"2026-11-27T08:00:00Z","depth":` + depth + `,"drift":` + drift +
			`,"wind":null,"current":null,"heading":null,"temperature":null,"place":null}` + more + `}`
	}
	var w answers.Weight
	s.must(http.MethodPost, "/api/live/weights", ask(part(25), part(0.2), ""), http.StatusOK, &w)
	if w.Setup.Water.Depth != 25 || w.Setup.Boat.Speed != 0.2 || !w.Setup.Boat.Measured || w.Call.Kind != "tie on" ||
		w.Call.Mass == 0 || w.Watch.Tied != w.Call.Mass || w.Brief.Head == "" || w.Hold == "" || w.Answer == nil {
		t.Errorf("%+v %+v", w.Call, w.Setup.Boat)
	}
	tied := w.Call.Mass
	watch, err := json.Marshal(w.Watch)
	if err != nil {
		t.Fatal(err)
	}
	s.must(http.MethodPost, "/api/live/weights", ask(part(25), part(0.2), `,"watch":`+string(watch)), http.StatusOK, &w)
	if w.Call.Kind != "tie on" || w.Watch.On {
		t.Errorf("%+v", w.Call)
	}
	s.must(http.MethodPost, "/api/live/weights",
		ask(part(25), part(0.2), fmt.Sprintf(`,"tied":%g,"watch":%s`, tied, watch)), http.StatusOK, &w)
	if w.Call.Kind != "keep" || w.Call.Mass != tied {
		t.Errorf("%+v", w.Call)
	}
	s.must(http.MethodPost, "/api/live/weights", ask(part(25), part(3), `,"watch":`+string(watch)), http.StatusOK, &w)
	if w.Call.Kind != "under way" || w.Answer != nil ||
		w.Call.Words != "Under way: the weight is told when she drifts." {
		t.Errorf("%+v", w.Call)
	}
	s.must(http.MethodPost, "/api/live/weights",
		strings.Replace(ask(part(5), "null", ""), `"boat":`, `"target":{"depth":9},"boat":`, 1), http.StatusOK, &w)
	if w.Call.Kind != "trouble" || !strings.Contains(w.Call.Words, "Target depth") {
		t.Errorf("%+v", w.Call)
	}
	s.must(http.MethodPost, "/api/live/weights", ask(part(25), part(0.2), `,"tied":0.0177,"held":{"wind.speed":7}`),
		http.StatusOK, &w)
	if w.Watch.Tied != 0.0177 || w.Setup.Wind.Speed != 7 {
		t.Errorf("%+v", w.Watch)
	}
	for more, field := range map[string]string{`,"held":{"wind.speed":70}`: "held.wind.speed",
		`,"held":{"line.diameter":7}`: "held.line.diameter",
		`,"plan":{"date":"x","zone":"","where":null,"tide":{"kind":"none","station":null},"spots":[],"rods":1}`: "date"} {
		status, _, body := s.ask(http.MethodPost, "/api/live/weights", ask(part(25), part(0.2), more), nil)
		if status != http.StatusUnprocessableEntity || !strings.Contains(body, `"field":"`+field+`"`) {
			t.Errorf("%s: %d %s", more, status, body)
		}
	}
}

// must asks for something that is answered with a status.
func (s running) must(method, path, body string, want int, out any) {
	s.t.Helper()
	if status, _, text := s.ask(method, path, body, out); status != want {
		s.t.Fatalf("%s %s: %d %s", method, path, status, text)
	}
}
