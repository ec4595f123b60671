package day

import (
	"math"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/input"

	"dunvel/core/setup"
	"dunvel/core/units"
)

// loch is a day at a spot in a narrows, with the made-up station.
func loch() Plan {
	s := setup.Default()
	s.Flow.Source = setup.Meter
	return Plan{
		Date: "2026-11-26", Zone: "Europe/Lisbon", Tide: Tides{Kind: FromStation}, Rods: 2,
		Spots: []Spot{{Name: "The Sill", From: "08:00", To: "16:00", Setup: s, Charted: 19,
			Flow: SpotFlow{Kind: WithTide, Flood: almanac.Run{Spring: 0.9, Neap: 0.4, Direction: 0},
				Ebb: almanac.Run{Spring: 0.7, Neap: 0.3, Direction: 180}, AfterHigh: 1200, AfterLow: 600}}},
	}
}

func opened(t *testing.T, p Plan) *Day {
	t.Helper()
	d, err := p.Open(units.Choice{})
	if err != nil {
		t.Fatal(err)
	}
	return d
}

// A spot is as deep as is charted and the tide adds, and runs with it; it stands at its
// slacks, and wind goes over from one time to the next.
func TestDayAt(t *testing.T) {
	p := loch()
	p.Wind = []Wind{{"08:00", 2, 0}, {"12:00", 6, 90}}
	d := opened(t, p)
	if len(d.Turns()) < 3 || len(d.Slacks(0)) < 1 {
		t.Fatalf("turns %v, slacks %v", d.Turns(), d.Slacks(0))
	}
	for _, at := range d.Slacks(0) {
		s, err := d.At(0, at)
		if err != nil || s.Flow.Speed > 1e-3 {
			t.Errorf("at slack it runs at %g m/s, %v", s.Flow.Speed, err)
		}
	}
	fastest := 0.0
	from, to := d.Hours(0)
	for at := from; at.Before(to); at = at.Add(5 * time.Minute) {
		s, err := d.At(0, at)
		if err != nil {
			t.Fatal(err)
		}
		level, _ := d.Level(at)
		within(t, "depth", s.Water.Depth, 19+level, 1e-9)
		fastest = max(fastest, s.Flow.Speed)
		if s.Flow.Source != setup.ByEye {
			t.Errorf("its speed is known by %s", s.Flow.Source)
		}
		if dir := s.Flow.Direction; dir != 0 && dir != 180 {
			t.Errorf("it runs to %g", dir)
		}
	}
	if fastest < 0.7 || fastest > 0.95 { // two days after full moon
		t.Errorf("at its fastest %g m/s", fastest)
	}
	at := func(hour, minute int) setup.Setup {
		s, err := d.At(0, time.Date(2026, 11, 26, hour, minute, 0, 0, d.Start.Location()))
		if err != nil {
			t.Fatal(err)
		}
		return s
	}
	// A drift that was measured in another flow does not hold in this one.
	p.Spots[0].Setup.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.25}
	if s, err := opened(t, p).At(0, from); err != nil || s.Boat.Measured {
		t.Errorf("the drift is taken for measured, %v", err)
	}
	p.Wind, p.Spots[0].Flow = nil, SpotFlow{}
	if s, err := opened(t, p).At(0, from); err != nil || !s.Boat.Measured {
		t.Errorf("what stays as it was is not taken for measured, %v", err)
	}
	if sky, err := opened(t, p).Sky(); err != nil || !sky.Spots[0].Conditions[0].Measured {
		t.Errorf("%+v %v", sky, err)
	}
	within(t, "wind at eight", at(8, 0).Wind.Speed, 2, 1e-9)
	within(t, "wind at ten", at(10, 0).Wind.Speed, math.Hypot(1, 3), 1e-9)
	within(t, "its way at ten", at(10, 0).Wind.Direction, math.Atan(3)*180/math.Pi, 1e-6)
	within(t, "wind at three", at(15, 0).Wind.Direction, 90, 1e-6)
}

// A sluice runs by times, past midnight too; a day is 23 or 25 hours long where clocks change.
func TestTimes(t *testing.T) {
	p := loch()
	p.Tide = Tides{}
	p.Spots[0].Charted, p.Spots[0].From, p.Spots[0].To = 0, "22:00", "02:00"
	p.Spots[0].Flow = SpotFlow{Kind: ByTimes, Spans: []Span{{"23:30", "00:30", 0.4, 90}}}
	d := opened(t, p)
	from, to := d.Hours(0)
	if to.Sub(from) != 4*time.Hour {
		t.Errorf("%v to %v", from, to)
	}
	for minutes, want := range map[int]float64{0: 0, 89: 0, 90: 0.4, 149: 0.4, 150: 0} {
		if s, err := d.At(0, from.Add(time.Duration(minutes)*time.Minute)); err != nil || s.Flow.Speed != want {
			t.Errorf("after %d minutes %g m/s %v", minutes, s.Flow.Speed, err)
		}
	}
	for date, hours := range map[string]float64{"2026-03-29": 23, "2026-10-25": 25, "2026-06-01": 24} {
		p.Date = date
		if d := opened(t, p); d.End.Sub(d.Start).Hours() != hours {
			t.Errorf("%s has %v", date, d.End.Sub(d.Start))
		}
	}
}

// What cannot be is named, by its field and in words.
func TestPlansRefused(t *testing.T) {
	for want, change := range map[string]func(p *Plan){
		"date: Date: “26.11.2026” is not a day from 1900 to 2200": func(p *Plan) { p.Date = "26.11.2026" },
		"date: Date: “1899-12-31” is not a day":                   func(p *Plan) { p.Date = "1899-12-31" },
		"zone: Time zone: there is no “Mars”":                     func(p *Plan) { p.Zone = "Mars" },
		"where: Position: latitudes go to 90": func(p *Plan) {
			p.Where = &almanac.Position{Latitude: 91, Longitude: 0}
		},
		"rods: Rods: 0 is outside what is allowed, 1 to 6.": func(p *Plan) { p.Rods = 0 },
		"spots: Spots: their heads are 54 different weights together, and 40 are": func(p *Plan) {
			more := p.Spots[0]
			more.Setup.Heads = nil
			for i := range 40 {
				more.Setup.Heads = append(more.Setup.Heads, 0.05+0.01*float64(i))
			}
			p.Spots = append(p.Spots, more)
		},
		"spots: Spots: give 1 to 8, not 0.": func(p *Plan) {
			p.Spots = nil
		},
		"spots.0.from: From: “25:00” is no time of the day": func(p *Plan) {
			p.Spots[0].From = "25:00"
		},
		"spots.0.charted: Charted depth: the tide is added to it, and there is": func(p *Plan) {
			p.Tide, p.Spots[0].Flow = Tides{}, SpotFlow{}
		},
		"spots.0.flow.kind: Flow: it goes with the tide, and there is none.": func(p *Plan) {
			p.Tide, p.Spots[0].Charted = Tides{}, 0
		},
		"spots.0.flow: Flow: at neaps it runs no faster than at springs, 0.7 m/s.": func(p *Plan) {
			p.Spots[0].Flow.Ebb.Neap = 0.8
		},
		"spots.0.flow: Flow: the range of springs is greater": func(p *Plan) {
			p.Spots[0].Flow.Spring, p.Spots[0].Flow.Neap = 2, 3
		},
		"spots.0.setup.water.depth: Depth under the rod: 0 m is outside": func(p *Plan) {
			p.Spots[0].Setup.Water.Depth = 0
		},
		"spots.0.flow: Flow at springs: 3.1 m/s is outside what is allowed, 0 m/s to 3 m/s.": func(p *Plan) {
			p.Spots[0].Flow.Flood.Spring = 3.1
		},
		"spots.0.charted: Charted depth: 201 m is outside what is allowed, 0 m to 200 m.": func(p *Plan) {
			p.Spots[0].Charted = 201
		},
		"wind.0.direction: Wind blows: 361° is outside what is allowed, 0° to 360°.": func(p *Plan) {
			p.Wind = []Wind{{"09:00", 5, 361}}
		},
		"tide.kind: Tide: “moon” is not one of none, table, station.": func(p *Plan) { p.Tide.Kind = "moon" },
		"tide.table: Tide: a table has 2 to 2000 lines, not 0.":       func(p *Plan) { p.Tide.Kind = FromTable },
		"tide.station: Tide: “X9” is no constituent that can be reckoned with": func(p *Plan) {
			p.Tide.Station = &almanac.Station{Constituents: []almanac.Constituent{{Name: "X9", Amplitude: 1, Lag: 0}}}
		},
		"wind.1.from: Wind: 08:00 is not after the one before it.": func(p *Plan) {
			p.Wind = []Wind{{"09:00", 1, 0}, {"08:00", 1, 0}}
		},
		"wind.0.speed: Wind: 50 m/s is outside what is allowed, 0 m/s to 40 m/s.": func(p *Plan) {
			p.Wind = []Wind{{"09:00", 50, 0}}
		},
	} {
		p := loch()
		change(&p)
		_, err := p.Open(units.Choice{})
		said := ""
		if errs, ok := err.(input.Errors); ok {
			for _, e := range errs {
				said += e.Field + ": " + e.Message + "\n"
			}
		}
		if !strings.Contains(said, want) {
			t.Errorf("%q is not said: %s", want, said)
		}
	}
	// A table that ends before the day does.
	p := loch()
	p.Tide = Tides{Kind: FromTable, Table: almanac.Table{{Time: clock("2026-11-26 06:00"), Height: 1, High: false},
		{Time: clock("2026-11-26 12:00"), Height: 4, High: true}}}
	d := opened(t, p)
	_, end := d.Hours(0)
	if _, err := d.At(0, end); err == nil || !strings.Contains(err.Error(), "Tide: it is not known at 16:00") {
		t.Errorf("%v", err)
	}
}

// within tells where got is not want, but for less than by.
func within(t *testing.T, what string, got, want, by float64) {
	t.Helper()
	if !(math.Abs(got-want) <= by) {
		t.Errorf("%s: %g, not %g within %g", what, got, want, by)
	}
}

func clock(text string) time.Time {
	at, err := time.Parse("2006-01-02 15:04", text)
	if err != nil {
		panic(err)
	}
	return at
}
