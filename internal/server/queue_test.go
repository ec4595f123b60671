package server

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"path/filepath"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"dunvel/core/setup"
	"dunvel/internal/api/problem"
	"dunvel/internal/demo"
	"dunvel/internal/store"
)

// Whoever waits goes in the order in which they came, and no more wait than may.
func TestLane(t *testing.T) {
	l := newLane(1, 3)
	if err := l.enter(t.Context()); err != nil {
		t.Fatal(err)
	}
	var order []int
	var mutex sync.Mutex
	var all sync.WaitGroup
	for i := range 3 {
		all.Go(func() {
			if err := l.enter(t.Context()); err != nil {
				t.Error(err)
				return
			}
			mutex.Lock()
			order = append(order, i)
			mutex.Unlock()
			l.leave()
		})
		for l.waiting.Load() != int64(i+1) {
			time.Sleep(time.Millisecond)
		}
	}
	if err := l.enter(t.Context()); !errors.Is(err, problem.ErrCrowded) {
		t.Errorf("a fourth waits: %v", err)
	}
	l.leave()
	all.Wait()
	if len(order) != 3 || order[0] != 0 || order[1] != 1 || order[2] != 2 {
		t.Errorf("they went as %v", order)
	}
	if err := l.enter(t.Context()); err != nil {
		t.Fatal(err)
	}
	ended, end := context.WithCancel(t.Context())
	end()
	if err := l.enter(ended); !errors.Is(err, context.Canceled) {
		t.Errorf("%v", err)
	}
}

// heavy is a question that takes long.
func heavy(t testing.TB) string {
	s := setup.Default()
	s.Water.Depth, s.Wind.Speed, s.Flow.Speed, s.Cast.Distance = 120, 12, 0.8, 60
	s.Rod.LineOnSpool = 600
	s.Heads = nil
	for i := range 28 {
		s.Heads = append(s.Heads, 0.01*float64(i+1))
	}
	return asked(t, s)
}

// Forty questions at once: every one is answered, and lists go on meanwhile.
func TestManyQuestions(t *testing.T) {
	s := start(t)
	path := begun(t, s)
	question := question(t, "heads", []float64{0.0053, 0.0106, 0.0213})
	var all sync.WaitGroup
	var refused, left atomic.Int64
	left.Store(40)
	for range 40 {
		all.Go(func() {
			if status, _, _ := s.ask("POST", "/api/answers", question, nil); status != 200 {
				refused.Add(1)
			}
			left.Add(-1)
		})
	}
	listed := 0
	for ; left.Load() > 0; listed++ {
		if status, _, _ := s.ask("GET", path+"/events", "", nil); status != 200 {
			t.Errorf("a list: %d", status)
		}
	}
	all.Wait()
	if refused.Load() > 0 || listed < 5 { // in the queue there would be one or two
		t.Errorf("%d were refused, %d lists came meanwhile", refused.Load(), listed)
	}
}

// Lists and the log beside as many heavy questions as keep every core busy, and by
// themselves.
func BenchmarkBesideHeavyQuestions(b *testing.B) {
	st, err := store.Open(b.Context(), filepath.Join(b.TempDir(), "busy.db"))
	if err != nil {
		b.Fatal(err)
	}
	if err := demo.Seed(b.Context(), st, morning); err != nil {
		b.Fatal(err)
	}
	s := serve(b, st)
	question := heavy(b)
	for _, busy := range []int{0, 40} {
		ctx, end := context.WithCancel(b.Context())
		var all sync.WaitGroup
		for i := range busy {
			all.Go(func() {
				for ctx.Err() == nil {
					request, err := http.NewRequestWithContext(ctx, "POST",
						s.url+[]string{"/api/answers", "/api/changes"}[i%2], strings.NewReader(question))
					if err != nil {
						return
					}
					request.Header.Set("Content-Type", "application/json")
					if response, err := http.DefaultClient.Do(request); err == nil {
						_ = response.Body.Close()
					}
				}
			})
		}
		logged := 0
		b.Run(fmt.Sprintf("lists/%d", busy), func(b *testing.B) {
			for b.Loop() {
				s.ask("GET", "/api/setups", "", nil)
			}
		})
		b.Run(fmt.Sprintf("logging/%d", busy), func(b *testing.B) {
			for b.Loop() {
				logged++
				key := fmt.Sprintf("busy-%d-%06d", busy, logged)
				if status, _, body := s.ask("POST", "/api/trips/1/events",
					fmt.Sprintf(`{"events":[{"key":%q,"time":%q,"kind":"bite","rod":0,"since":12}]}`, key,
						"2026-09-09T18:00:00Z"), nil); status != 200 {
					b.Fatal(body)
				}
			}
		})
		end()
		all.Wait()
	}
}

// What is worked on when the server stops is told so.
func TestStoppingIsTold(t *testing.T) {
	stop, end := context.WithCancel(t.Context())
	s := startUntil(t, stop)
	question := heavy(t)
	time.AfterFunc(100*time.Millisecond, end)
	status, header, body := s.ask("POST", "/api/changes", question, nil)
	if status != http.StatusServiceUnavailable || header.Get("Retry-After") == "" ||
		!strings.Contains(body, "Dunvel is being stopped, so this was not worked out.") {
		t.Errorf("%d %s", status, body)
	}
	if status, _, body := s.ask("POST", "/api/charts", chartQuestion(t, "water.depth", "wind.speed"),
		nil); status != 503 && !strings.Contains(body, "Dunvel is being stopped") {
		t.Errorf("%d %.300s", status, body)
	}
	if status, _, _ := s.ask("GET", "/api/setups", "", nil); status != 200 {
		t.Errorf("a list: %d", status)
	}
}
