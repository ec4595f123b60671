package server

import (
	"encoding/json"
	"fmt"
	"path/filepath"
	"runtime"
	"strings"
	"testing"

	"dunvel/core/technique"
	"dunvel/internal/demo"
	"dunvel/internal/store"
)

// demonstrated is a server on the demo data.
func demonstrated(t testing.TB) running {
	t.Helper()
	st, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "demo.db"))
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Seed(t.Context(), st, morning); err != nil {
		t.Fatal(err)
	}
	return serve(t, st)
}

// What is asked beside an answer, of the demo data.
func BenchmarkBeside(b *testing.B) {
	s := demonstrated(b)
	setup, err := json.Marshal(demo.Setups()[0].Setup)
	if err != nil {
		b.Fatal(err)
	}
	played, err := json.Marshal(map[string]any{"setup": demo.Setups()[0].Setup, "heads": []float64{0.0106, 0.0142},
		"programme": technique.Presets()[0].Programme.Whole()})
	if err != nil {
		b.Fatal(err)
	}
	round := fmt.Sprintf(`{"setup":%s,"mass":0.0142,"game":"touch","seed":3}`, setup)
	for _, q := range []struct{ name, method, path, body string }{
		{"card", "POST", "/api/cards", fmt.Sprintf(`{"setup":%s}`, setup)},
		{"a round of practice", "POST", "/api/rounds", round},
		{"a call in it", "POST", "/api/rounds/calls", `{"question":` + round + `,"at":9}`},
		{"truth", "GET", "/api/drop-tests/truth", ""},
		{"two heads played", "POST", "/api/drops", string(played)},
	} {
		b.Run(q.name, func(b *testing.B) {
			for b.Loop() {
				if status, _, body := s.ask(q.method, q.path, q.body, nil); status != 200 {
					b.Fatalf("%d %.300s", status, body)
				}
			}
		})
	}
}

// What the server holds on to does not grow with the questions that it is asked.
func BenchmarkMemory(b *testing.B) {
	s := demonstrated(b)
	setup := demo.Setups()[0].Setup
	held := func() float64 {
		runtime.GC()
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		return float64(m.HeapInuse+m.StackInuse) / 1e6
	}
	i := 0
	drag := func(n int) {
		for range n {
			i++
			setup.Water.Depth = 8 + float64(i%997)/100
			text, err := json.Marshal(setup)
			if err != nil {
				b.Fatal(err)
			}
			if status, _, body := s.ask("POST", "/api/answers?draft=true", fmt.Sprintf(`{"setup":%s}`, text),
				nil); status != 200 || strings.Contains(body, `"failed"`) {
				b.Fatalf("%d %.300s", status, body)
			}
		}
	}
	drag(50)
	before := held()
	for b.Loop() {
		drag(200)
	}
	b.ReportMetric(before, "MB-before")
	b.ReportMetric(held(), "MB-after")
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	b.ReportMetric(float64(m.Sys)/1e6, "MB-of-the-system")
}
