package advice

import (
	"context"
	"errors"
	"sync"
	"syscall"
	"testing"
	"time"

	"dunvel/core/explore"
	"dunvel/core/explore/outfit"
	"dunvel/core/progress"
	"dunvel/core/setup"
	"dunvel/core/stage"
)

// costly are waters that the cost of an answer is measured on: fourteen heads
// each.
var costly = []struct {
	name   string
	change func(*setup.Setup)
}{
	{"slow fall, slack", func(*setup.Setup) {}},
	{"slow fall, drifting", func(s *setup.Setup) {
		s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.3}
		s.Water.Depth = 12
	}},
	{"slow fall, breeze", func(s *setup.Setup) { s.Wind.Speed, s.Wind.Direction, s.Water.Depth = 5, 90, 4 }},
	{"hold bottom, still in a current", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 6, 0.2, 90
	}},
	{"hold bottom, dragged", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction, s.Cast.Drag = setup.HoldBottom, 6, 0.2, 90, 0.2
	}},
	{"hold bottom, down a slope", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Water.SplashDepth, s.Cast.Drag = setup.HoldBottom, 6, 3, 0.4
	}},
	{"lift and drop, calm", func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.LiftAndDrop, 8 }},
	{"lift and drop, breeze and current", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.LiftAndDrop, 8, 0.2, 90
		s.Wind.Speed, s.Wind.Direction = 4, 90
	}},
	{"swim, calm", func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.Swim, 4 }},
	{"swim, current", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.Swim, 4, 0.2, 90
	}},
	{"hover", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Target.Depth = setup.Hover, 11, 3
	}},
	{"hold bottom, swell", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 2.4, 0.2, 90
		s.Swell.Height, s.Swell.Period, s.Cast.Drag = 0.6, 8, 0.3
	}},
	{"hold bottom, surf in a breeze", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 1.8, 0.1, 90
		s.Swell.Height, s.Swell.Period, s.Wind.Speed, s.Wind.Direction = 0.25, 8, 6, 180
		s.Boat.Kind, s.Rod.TipHeight, s.Cast.Distance, s.Bait.Length, s.Head.Hook = "bank", 2.5, 25, 0.13, "4/0"
	}},
	{"hold bottom, a high sea", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 1.8, 0.1, 90
		s.Swell.Height, s.Swell.Period, s.Wind.Speed, s.Wind.Direction = 0.6, 7, 6, 180
		s.Boat.Kind, s.Rod.TipHeight, s.Cast.Distance, s.Bait.Length, s.Head.Hook = "bank", 2.5, 25, 0.13, "4/0"
	}},
	{"swim, a paddle tail from the bank", func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Boat.Kind, s.Line.Diameter = setup.Swim, 3.8, "bank", 0.14e-3
		s.Leader.Diameter, s.Bait.Form, s.Head.Hook = 0.26e-3, "paddle tail", "2/0"
	}},
}

// cost runs something for each of the costly waters, and tells the processor time that it
// takes on all cores, and when the first of it is there if it says so.
func cost(b *testing.B, of func(a Adviser, s setup.Setup, first func()) error) {
	for _, w := range costly {
		b.Run(w.name, func(b *testing.B) {
			s := setup.Default()
			s.Bait.Length, s.Head.Hook = 0.09, "1/0"
			w.change(&s)
			before, firsts := spent(b), 0.0
			for b.Loop() {
				began := time.Now()
				first := sync.OnceFunc(func() { firsts += time.Since(began).Seconds() })
				if err := of(New(stage.Knowledge{}), s, first); err != nil {
					b.Fatal(err)
				}
			}
			b.ReportMetric(1e3*(spent(b)-before)/float64(b.N), "cpu-ms/op")
			if firsts > 0 {
				b.ReportMetric(1e3*firsts/float64(b.N), "first-ms/op")
			}
		})
	}
}

func BenchmarkAnswer(b *testing.B) {
	cost(b, func(a Adviser, s setup.Setup, _ func()) error {
		_, err := a.Answer(b.Context(), s, nil)
		return err
	})
}

// BenchmarkBothStates is an answer for the flow of now and for one that has turned and runs faster.
func BenchmarkBothStates(b *testing.B) {
	cost(b, func(a Adviser, s setup.Setup, _ func()) error {
		s.Other = setup.Other{Asked: true, Speed: s.Flow.Speed + 0.1, Direction: s.Flow.Direction + 180}
		out, err := a.Answer(b.Context(), s, nil)
		if err == nil && out.Other == nil {
			return errors.New("there is no answer for the other state")
		}
		return err
	})
}

func BenchmarkChanges(b *testing.B) {
	cost(b, func(a Adviser, s setup.Setup, first func()) error {
		_, err := a.Changes(progress.WithFound(b.Context(), func(any) { first() }), s, nil)
		return err
	})
}

// BenchmarkChart is a map of 40 by 40 cells over depth and current.
func BenchmarkChart(b *testing.B) {
	cost(b, func(a Adviser, s setup.Setup, first func()) error {
		chart, err := a.NewChart(s, "water.depth", "flow.speed", nil)
		if err != nil {
			return err
		}
		return chart.Run(b.Context(), func(explore.Cell) error {
			first()
			return nil
		})
	})
}

// BenchmarkCompare is a comparison of four outfits.
func BenchmarkCompare(b *testing.B) {
	cost(b, func(a Adviser, s setup.Setup, _ func()) error {
		outfits := []outfit.Outfit{{Name: "this one", Setup: s}}
		for _, key := range []string{"thick", "football", "small"} {
			o, _ := Vary(s, key)
			outfits = append(outfits, o)
		}
		_, err := a.Compare(b.Context(), s, outfits, nil)
		return err
	})
}

// spent is the processor time of this process in s.
func spent(b *testing.B) float64 {
	b.Helper()
	var u syscall.Rusage
	if err := syscall.Getrusage(syscall.RUSAGE_SELF, &u); err != nil {
		b.Fatal(err)
	}
	seconds := func(t syscall.Timeval) float64 { return float64(t.Sec) + float64(t.Usec)*1e-6 }
	return seconds(u.Utime) + seconds(u.Stime)
}

// BenchmarkDraft is how long a draft of an answer takes.
func BenchmarkDraft(b *testing.B) {
	cost(b, func(a Adviser, s setup.Setup, _ func()) error {
		stop := errors.New("that is all")
		ctx, cancel := context.WithCancelCause(b.Context())
		defer cancel(nil)
		_, err := a.AnswerEarly(ctx, s, nil, &Early{Tell: func(*Answer) { cancel(stop) }})
		if err != nil && !errors.Is(err, stop) {
			return err
		}
		return nil
	})
}
