package main

import (
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/internal/service"
	"dunvel/internal/store"
)

var rounds = flag.Int("rounds", 3, "rounds of the storm in which the server is killed")

// storm is what writes while the server is killed, and what it was told is kept.
type storm struct {
	t       *testing.T
	folder  string
	address string
	base    string // a copy to go back to

	mutex sync.Mutex
	kept  map[string]string // by the key of an event its note, as it was acknowledged last
	next  int
}

// heads is how many there are in the box at first.
const heads = 10_000

// ask asks the server; ok is false where it did not answer well.
func (s *storm) ask(method, path, kind, body string, out any) (ok bool) {
	request, err := http.NewRequest(method, s.address+path, strings.NewReader(body))
	if err != nil {
		return false
	}
	request.Header.Set("Content-Type", kind)
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		return false
	}
	defer func() { _ = response.Body.Close() }()
	text, err := io.ReadAll(response.Body)
	if err != nil || response.StatusCode >= 300 {
		return false
	}
	return out == nil || json.Unmarshal(text, out) == nil
}

const asJSON = "application/json"

// log logs a lost head, corrects it and deletes one now and then.
func (s *storm) log() {
	s.mutex.Lock()
	s.next++
	key := fmt.Sprintf("storm-%08d", s.next)
	s.mutex.Unlock()
	event := func(note string) string {
		return fmt.Sprintf(`{"key":%q,"time":"2026-09-12T09:00:00Z","kind":"head lost","rod":%d,"note":%q}`, key,
			len(note)%2, note)
	}
	var made []struct {
		ID, Version int64
	}
	if !s.ask("POST", "/api/trips/1/events", asJSON, `{"events":[`+event("")+`]}`, &made) {
		return
	}
	s.told(key, "")
	if s.ask("PATCH", fmt.Sprintf("/api/events/%d", made[0].ID), asJSON,
		fmt.Sprintf(`{"version":%d,"event":%s}`, made[0].Version, event("corrected")), nil) {
		s.told(key, "corrected")
	}
}

func (s *storm) told(key, note string) {
	s.mutex.Lock()
	defer s.mutex.Unlock()
	s.kept[key] = note
}

// take takes a table of twenty events in.
func (s *storm) take() {
	s.mutex.Lock()
	s.next++
	n := s.next
	s.mutex.Unlock()
	var table strings.Builder
	table.WriteString("trip,time,what happened,key\n")
	for i := range 20 {
		fmt.Fprintf(&table, "Table %d,2026-05-12 19:30,bite,table-%08d-%02d\n", n, n, i)
	}
	if s.ask("POST", "/api/imports?kind=log&take=true", "application/octet-stream", table.String(), nil) {
		for i := range 20 {
			s.told(fmt.Sprintf("table-%08d-%02d", n, i), "")
		}
	}
}

// answered waits until more was acknowledged than before, which on a busy machine takes longer than a round.
func (s *storm) answered(before int) {
	for range 3000 {
		s.mutex.Lock()
		more := len(s.kept) > before
		s.mutex.Unlock()
		if more {
			return
		}
		time.Sleep(10 * time.Millisecond)
	}
}

// blow writes from all sides until the server is killed, some time after it has answered first.
func (s *storm) blow(after time.Duration, kill func()) {
	before := len(s.kept)
	var all sync.WaitGroup
	over := make(chan struct{})
	for writer := range 4 {
		all.Go(func() {
			for {
				select {
				case <-over:
					return
				default:
				}
				switch {
				case writer < 2:
					s.log()
				case writer == 2: // no more than three a round, as with going back: ten copies stay
					s.take()
					time.Sleep(after / 3)
				default:
					s.ask("POST", "/api/copies/"+s.base+"/restore", asJSON, "", nil)
					time.Sleep(after / 3)
				}
			}
		})
	}
	s.answered(before)
	time.Sleep(after)
	kill()
	close(over)
	all.Wait()
}

// found are the events of a database by their keys, with their notes, and how many heads
// are in its box. Tables that were taken in are there whole.
func (s *storm) found(path string) (notes map[string]string, left, lost float64) {
	s.t.Helper()
	st, err := store.OpenToRead(s.t.Context(), path)
	if err != nil {
		s.t.Fatalf("%s: %v", path, err)
	}
	defer func() { _ = st.Close() }()
	does := service.New(st, time.Now)
	logs, err := does.Logs(s.t.Context())
	if err != nil {
		s.t.Fatal(err)
	}
	notes = map[string]string{}
	for _, l := range logs {
		if n := len(l.Events); strings.HasPrefix(l.Name, "Table") && n != 20 {
			s.t.Errorf("%s has %d events", l.Name, n)
		}
		for _, e := range l.Events {
			notes[e.Key] = e.Note
			if e.Kind == logbook.Lost {
				lost++
			}
		}
	}
	items, err := does.Items(s.t.Context())
	if err != nil {
		s.t.Fatal(err)
	}
	for _, i := range items {
		left += i.Value.Count
	}
	return notes, left, lost
}

// look holds what is there against what was acknowledged: all of it is in the database or,
// where it was gone back, in a copy; and every lost head is gone from the box once.
func (s *storm) look() {
	s.t.Helper()
	now, left, lost := s.found(filepath.Join(s.folder, own))
	if left+lost != 2*heads {
		s.t.Errorf("%g heads are left and %g lost of %d", left, lost, 2*heads)
	}
	copies, err := filepath.Glob(filepath.Join(s.folder, "copies", "*.db"))
	if err != nil {
		s.t.Fatal(err)
	}
	anywhere := []map[string]string{now}
	for _, path := range copies {
		notes, left, lost := s.found(path)
		if left+lost != 2*heads && left > 0 {
			s.t.Errorf("%s: %g heads are left and %g lost of %d", path, left, lost, 2*heads)
		}
		anywhere = append(anywhere, notes)
	}
	for key, note := range s.kept {
		there := false
		for _, notes := range anywhere {
			got, ok := notes[key]
			there = there || ok && (got == note || note == "") // a correction may have come through unheard
		}
		if !there {
			s.t.Errorf("%s (%s) was acknowledged and is nowhere", key, note)
		}
	}
	for key := range s.kept {
		if _, ok := now[key]; !ok {
			delete(s.kept, key) // gone back from; it was found where that is kept
		}
	}
}

// Whenever the server is killed, between any two writes of an act, an import or a way
// back, everything that was acknowledged is there.
func TestKilledInAStorm(t *testing.T) {
	s := &storm{t: t, folder: t.TempDir(), kept: map[string]string{}}
	random := rand.New(rand.NewPCG(1, 2))
	acknowledged := 0
	for round := range *rounds {
		var c *exec.Cmd
		c, s.address = started(t, s.folder)
		if round == 0 {
			s.begin()
		}
		before := len(s.kept)
		s.blow(time.Duration(100+random.IntN(300))*time.Millisecond, func() { _ = c.Process.Kill() })
		var killed *exec.ExitError
		if err := c.Wait(); !errors.As(err, &killed) {
			t.Errorf("round %d: %v", round, err)
		}
		acknowledged += max(len(s.kept)-before, 0)
		s.look()
	}
	t.Logf("%d rounds, %d acknowledged", *rounds, acknowledged)
	if acknowledged == 0 {
		t.Error("nothing was acknowledged")
	}
}

// begin puts heads into the box, begins the trip and makes the copy to go back to.
func (s *storm) begin() {
	s.t.Helper()
	state := func(grams string) string {
		return `{"setup":{"water":{"depth":3},"cast":{"distance":5}},"mass":` + grams + `,"technique":"drop"}`
	}
	var made struct{ Name string }
	ok := s.ask("POST", "/api/items/bulk", asJSON, fmt.Sprintf(`{"text":"ball, lead, 5.3 14.2 g, hook 3/0, %d each"}`,
		heads), nil) &&
		s.ask("POST", "/api/trips", asJSON,
			`{"trip":{"place":"The Sill","start":"2026-09-12T08:00:00Z","end":null,"highWater":null,"notes":"","rods":[{"name":"A","state":`+state("0.0053")+`},{"name":"B","state":`+state("0.0142")+`}]}}`, nil) &&
		s.ask("POST", "/api/copies", asJSON, "", &made)
	if !ok {
		s.t.Fatal("it does not begin")
	}
	s.base = made.Name
}
