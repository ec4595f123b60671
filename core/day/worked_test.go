package day

import (
	"flag"
	"fmt"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/golden"
	"dunvel/core/input"
	"dunvel/core/setup"
	"dunvel/core/units"
)

var update = flag.Bool("update", false, "write how days are worked now to testdata/worked.txt, to be read before it "+
	"is kept")

// days are the plans whose whole day stands in testdata/worked.txt.
var days = []struct {
	name   string
	owned  float64 // of each weight
	change func(p *Plan)
}{
	{"as it is", 2, func(*Plan) {}},
	{"of an empty box", 0, func(*Plan) {}},
	{"on one rod", 3, func(p *Plan) { p.Rods = 1 }},
	{"with a wind that gets up", 2, func(p *Plan) {
		p.Wind = []Wind{{"08:00", 1, 0}, {"11:00", 9, 90}, {"15:00", 4, 180}}
	}},
	{"at two spots", 1, func(p *Plan) {
		p.Spots = append(p.Spots, p.Spots[0])
		p.Spots[0].To, p.Spots[1].From, p.Spots[1].Name, p.Spots[1].Charted = "11:30", "12:00", "Teine Ledge", 5
		p.Spots[1].Setup.Water.Bed, p.Spots[1].Setup.Heads = "boulders", []float64{0.0053, 0.0071, 0.00712, 0.0142}
	}},
	{"by the times of a sluice", 2, func(p *Plan) {
		p.Tide, p.Spots[0].Charted = Tides{}, 0
		p.Spots[0].Setup.Water.Depth, p.Spots[0].Setup.Boat.Kind, p.Spots[0].Setup.Cast.Drag = 2, "bank", 0.2
		p.Spots[0].Flow = SpotFlow{Kind: ByTimes, Spans: []Span{{From: "09:00", To: "10:30", Speed: 0.3, Direction: 90},
			{From: "13:00", To: "14:00", Speed: 0.5, Direction: 270}}}
	}},
	{"after dark, by a table of the tide", 2, func(p *Plan) {
		p.Tide = Tides{Kind: FromTable, Table: almanac.Table{
			{Time: clock("2026-11-26 12:10"), Height: 0.6}, {Time: clock("2026-11-26 18:30"), Height: 4.2, High: true},
			{Time: clock("2026-11-27 00:40"), Height: 0.9},
		}}
		p.Where = &almanac.Position{Latitude: 57, Longitude: -6}
		p.Spots[0].From, p.Spots[0].To = "14:00", "22:00"
	}},
	{"with things of one's own", 2, func(p *Plan) {
		p.Own, p.Ticked = []string{"flask", "net"},
			[]string{"own flask", "licence"}
	}},
}

// A day is worked out as it was when that was read: pieces, rods, heads, what is said and what is
// packed, on the stand-in. Whatever moves is to be read, and kept with -update.
func TestWorkedDays(t *testing.T) {
	var out strings.Builder
	for _, tt := range days {
		p := holding()
		tt.change(&p)
		d := opened(t, p)
		w, hours := onStandIn(t, d, func(float64) float64 { return tt.owned })
		fmt.Fprintf(&out, "# %s\n", tt.name)
		fmt.Fprintf(&out, "covered %.4f of %.4f, %d changes, ladder %v, missing %v, slacks %v\n", w.Covered, w.Best,
			w.Changes, w.Ladder, w.Missing, len(d.Slacks(0)))
		for _, h := range hours {
			fmt.Fprintf(&out, "%d %s: %.4g g, %.3f\n", h.Spot, h.Time.Format("15:04"), 1e3*h.Pick, h.Odds)
		}
		for _, p := range w.Pieces {
			fmt.Fprintf(&out, "piece %d %s to %s: %.4g g, %.3f to %.3f\n", p.Spot, p.From.Format("15:04"),
				p.To.Format("15:04"), 1e3*p.Mass, p.Low, p.High)
		}
		for _, f := range w.Fished {
			fmt.Fprintf(&out, "fished %d %s to %s: %.4g g, %.3g to %.3g s, %t\n", f.Spot, f.From.Format("15:04"),
				f.To.Format("15:04"), 1e3*f.Mass, f.Low, f.High, f.Down)
		}
		for _, h := range w.Heads {
			fmt.Fprintf(&out, "head %.4g g: %.3f h, %.3f lost, %d of %g\n", 1e3*h.Mass, h.Hours, h.Lost,
				h.Take, h.Owned)
		}
		for _, c := range w.Care {
			fmt.Fprintf(&out, "care %s: %s\n", c.Key, c.Since)
		}
		for _, r := range w.Rods {
			fmt.Fprintf(&out, "rod %s: %.4g g in %.3g m\n", r.Name, 1e3*r.State.Mass, r.State.Setup.Water.Depth)
		}
		for _, p := range w.Pack {
			fmt.Fprintf(&out, "pack %s: %s, %d short\n", p.Key, p.Words, p.Short)
		}
		fmt.Fprintln(&out, strings.Join(w.Words, "\n"))
	}
	golden.Hold(t, "testdata/worked.txt", out.String(), *update)
}

// As many as are allowed are taken, and one more is not.
func TestPlansAtTheirEdges(t *testing.T) {
	many := func(n int, word string) []string {
		out := make([]string, n)
		for i := range out {
			out[i] = fmt.Sprint(word, i)
		}
		return out
	}
	spots := func(n int) func(*Plan) {
		return func(p *Plan) {
			one := p.Spots[0]
			p.Spots = nil
			for range n {
				p.Spots = append(p.Spots, one)
			}
		}
	}
	spans := func(n int) func(*Plan) {
		return func(p *Plan) {
			f := &p.Spots[0].Flow
			*f = SpotFlow{Kind: ByTimes}
			for i := range n {
				f.Spans = append(f.Spans, Span{From: fmt.Sprintf("%02d:%02d", 8+i/4, i%4*15),
					To: fmt.Sprintf("%02d:%02d", 8+i/4, i%4*15+10), Speed: 0.2})
			}
		}
	}
	winds := func(n int) func(*Plan) {
		return func(p *Plan) {
			for i := range n {
				p.Wind = append(p.Wind, Wind{From: fmt.Sprintf("%02d:%02d", i/4, i%4*15), Speed: 3})
			}
		}
	}
	// n weights over two spots, of which one ladder has as many as it may.
	weights := func(n int) func(*Plan) {
		return func(p *Plan) {
			for i, s := range []Spot{p.Spots[0], p.Spots[0]} {
				s.Name, s.Setup.Heads = fmt.Sprint("spot ", i), nil
				for k := i; k < n && k < i+setup.MaxHeads; k++ {
					s.Setup.Heads = append(s.Setup.Heads, 1e-3*float64(k+1))
				}
				p.Spots = append(p.Spots[:i], s)
			}
		}
	}
	tides := func(n int, height float64) func(*Plan) {
		return func(p *Plan) {
			p.Tide = Tides{Kind: FromTable}
			for i := range n {
				turn := almanac.Turn{Time: time.Date(2026, 11, 26, 6*i-12, 0, 0, 0, time.UTC), High: i%2 == 0}
				if turn.High {
					turn.Height = height
				}
				p.Tide.Table = append(p.Tide.Table, turn)
			}
		}
	}
	const hours = 3600
	for name, tt := range map[string]struct {
		last, more func(*Plan)
	}{
		"spots":                {spots(MostSpots), spots(MostSpots + 1)},
		"weights":              {weights(setup.MaxHeads), weights(setup.MaxHeads + 1)},
		"turns of the tide":    {tides(almanac.MostTurns, 3), tides(almanac.MostTurns+1, 3)},
		"a height of the tide": {tides(8, almanac.MostHeight), tides(8, almanac.MostHeight+0.001)},
		"rods":                 {func(p *Plan) { p.Rods = MostRods }, func(p *Plan) { p.Rods = MostRods + 1 }},
		"winds":                {winds(mostWinds), winds(mostWinds + 1)},
		"times":                {spans(mostSpans), spans(mostSpans + 1)},
		"own things": {func(p *Plan) { p.Own = many(mostOwn, "thing ") },
			func(p *Plan) { p.Own = many(mostOwn+1, "thing ") }},
		"ticks": {func(p *Plan) { p.Ticked = many(mostTick, "tick ") },
			func(p *Plan) { p.Ticked = many(mostTick+1, "tick ") }},
		"first year": {func(p *Plan) {
			p.Date, p.Tide, p.Spots[0].Charted, p.Spots[0].Flow = "1900-01-01", Tides{}, 0, SpotFlow{}
		},
			func(p *Plan) {
				p.Date, p.Tide, p.Spots[0].Charted, p.Spots[0].Flow = "1899-12-31", Tides{}, 0, SpotFlow{}
			}},
		"last year": {func(p *Plan) {
			p.Date, p.Tide, p.Spots[0].Charted, p.Spots[0].Flow = "2200-12-31", Tides{}, 0, SpotFlow{}
		},
			func(p *Plan) {
				p.Date, p.Tide, p.Spots[0].Charted, p.Spots[0].Flow = "2201-01-01", Tides{}, 0, SpotFlow{}
			}},
		"neaps as fast as springs": {func(p *Plan) { p.Spots[0].Flow.Ebb.Neap = p.Spots[0].Flow.Ebb.Spring },
			func(p *Plan) { p.Spots[0].Flow.Ebb.Neap = p.Spots[0].Flow.Ebb.Spring + 0.001 }},
		"no neaps": {func(p *Plan) { p.Spots[0].Flow.Ebb.Neap = 0 },
			func(p *Plan) { p.Spots[0].Flow.Ebb.Neap = -0.001 }},
		"slack six hours after": {func(p *Plan) {
			p.Spots[0].Flow.AfterHigh,
				p.Spots[0].Flow.AfterLow = 6*hours, -6*hours
		},
			func(p *Plan) { p.Spots[0].Flow.AfterLow = -6*hours - 1 }},
		"springs greater than neaps": {func(p *Plan) { p.Spots[0].Flow.Spring, p.Spots[0].Flow.Neap = 4, 3.9 },
			func(p *Plan) { p.Spots[0].Flow.Spring, p.Spots[0].Flow.Neap = 4, 4 }},
	} {
		for which, change := range map[bool]func(*Plan){true: tt.last, false: tt.more} {
			p := loch()
			change(&p)
			_, err := p.Open(units.Choice{})
			if (err == nil) != which {
				t.Errorf("%s: taken %t, want %t (%v)", name, err == nil, which, err)
			}
			if _, ok := err.(input.Errors); err != nil && !ok {
				t.Errorf("%s: %v", name, err)
			}
		}
	}
}
