package flat

import (
	"errors"
	"fmt"
	"strconv"
	"strings"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/day"
	"dunvel/core/setup"
	"dunvel/internal/exchange"
)

// Stop is a spot of a plan with what the plan has beside its spots, as a row has both.
type Stop struct {
	Plan day.Plan // without its spots
	day.Spot
}

// Stops are the rows of a plan.
func Stops(p day.Plan) []Stop {
	out := make([]Stop, len(p.Spots))
	for i, s := range p.Spots {
		out[i] = Stop{p, s}
		out[i].Plan.Spots = nil
	}
	return out
}

// Plan is the plan of rows that stand together: what it has beside its spots is that of the first.
func Plan(stops []Stop) day.Plan {
	out := stops[0].Plan
	for _, s := range stops {
		out.Spots = append(out.Spots, s.Spot)
	}
	return out
}

// Plans is the spots of plans as a table: rows of one name are one plan.
func Plans() Table[Stop] {
	return Table[Stop]{"plan", func() Stop {
		return Stop{day.Plan{Tide: day.Tides{Kind: day.NoTide}, Rods: 1},
			day.Spot{Setup: setup.Default(), Flow: day.SpotFlow{Kind: day.AsSet}}}
	}, append(append(ofPlan(), ofSpot()...), ofSetup(func(s *Stop) *setup.Setup { return &s.Setup })...)}
}

func ofPlan() []column[Stop] {
	return []column[Stop]{
		written("day", func(s *Stop) string { return s.Plan.Date },
			func(s *Stop, cell string) (err error) { s.Plan.Date, err = exchange.Day(cell); return err }),
		word("time zone", func(s *Stop) *string { return &s.Plan.Zone }),
		written("position", writePosition, readPosition),
		written("rods", func(s *Stop) string { return strconv.Itoa(s.Plan.Rods) },
			func(s *Stop, cell string) (err error) {
				if s.Plan.Rods, err = strconv.Atoi(cell); err != nil {
					return fmt.Errorf("“%s” is not a number of rods", cell)
				}
				return nil
			}),
		word("tide", func(s *Stop) *string { return &s.Plan.Tide.Kind }),
		list("high and low waters, m", func(s *Stop) *[]almanac.Turn { return (*[]almanac.Turn)(&s.Plan.Tide.Table) },
			writeTurn, readTurn),
		parts("tide station", func(s *Stop) **almanac.Station { return &s.Plan.Tide.Station }),
		list("wind by the hour, m/s and degrees", func(s *Stop) *[]day.Wind { return &s.Plan.Wind },
			func(w day.Wind) string {
				return fmt.Sprintf("%s %s %s", w.From, number(w.Speed), number(w.Direction))
			}, func(cell string) (w day.Wind, err error) {
				err = fields(cell, "06:00 3.5 90", &w.From, nil, &w.Speed, &w.Direction)
				return w, err
			}),
		parts("packed beside", func(s *Stop) *[]string { return &s.Plan.Own }),
		parts("ticked off", func(s *Stop) *[]string { return &s.Plan.Ticked }),
	}
}

func ofSpot() []column[Stop] {
	clock := func(header string, of func(*Stop) *string) column[Stop] {
		return written(header, func(s *Stop) string { return *of(s) },
			func(s *Stop, cell string) (err error) { *of(s), err = exchange.Clock(cell); return err })
	}
	flow := func(s *Stop) *day.SpotFlow { return &s.Spot.Flow }
	out := []column[Stop]{
		word("spot", func(s *Stop) *string { return &s.Name }),
		clock("from", func(s *Stop) *string { return &s.From }),
		clock("to", func(s *Stop) *string { return &s.To }),
		amount("charted depth", "depth", func(s *Stop) *float64 { return &s.Charted }),
		word("current there", func(s *Stop) *string { return &flow(s).Kind }),
	}
	stream := func(name string, run func(*Stop) *almanac.Run) []column[Stop] {
		return []column[Stop]{
			amount(name+" at springs", "speed", func(s *Stop) *float64 { return &run(s).Spring }),
			amount(name+" at neaps", "speed", func(s *Stop) *float64 { return &run(s).Neap }),
			amount(name+" runs", "angle", func(s *Stop) *float64 { return &run(s).Direction }),
		}
	}
	out = append(out, stream("flood", func(s *Stop) *almanac.Run { return &flow(s).Flood })...)
	out = append(out, stream("ebb", func(s *Stop) *almanac.Run { return &flow(s).Ebb })...)
	return append(out,
		amount("range at springs", "depth", func(s *Stop) *float64 { return &flow(s).Spring }),
		amount("range at neaps", "depth", func(s *Stop) *float64 { return &flow(s).Neap }),
		amount("slack after high water", "time", func(s *Stop) *float64 { return &flow(s).AfterHigh }),
		amount("slack after low water", "time", func(s *Stop) *float64 { return &flow(s).AfterLow }),
		list("current by times, m/s and degrees", func(s *Stop) *[]day.Span { return &flow(s).Spans },
			func(p day.Span) string {
				return fmt.Sprintf("%s to %s %s %s", p.From, p.To, number(p.Speed), number(p.Direction))
			}, func(cell string) (p day.Span, err error) {
				err = fields(strings.Replace(cell, " to ", " ", 1), "06:00 to 09:30 0.4 180", &p.From, &p.To, &p.Speed,
					&p.Direction)
				return p, err
			}))
}

// fields reads one or two times of the day, a speed and a direction that stand in a row.
func fields(cell, such string, from, to *string, speed, direction *float64) error {
	words := strings.Fields(cell)
	clocks := []*string{from}
	if to != nil {
		clocks = append(clocks, to)
	}
	wrong := fmt.Errorf("“%s” cannot be read; write it such as %s", cell, such)
	if len(words) != len(clocks)+2 {
		return wrong
	}
	for i, c := range clocks {
		var err error
		if *c, err = exchange.Clock(words[i]); err != nil {
			return wrong
		}
	}
	for i, v := range []*float64{speed, direction} {
		var err error
		if *v, err = strconv.ParseFloat(strings.Replace(words[len(clocks)+i], ",", ".", 1), 64); err != nil {
			return wrong
		}
	}
	return nil
}

func writePosition(s *Stop) string {
	if s.Plan.Where == nil {
		return ""
	}
	return strconv.FormatFloat(s.Plan.Where.Latitude, 'f', -1, 64) + " " +
		strconv.FormatFloat(s.Plan.Where.Longitude, 'f', -1, 64)
}

func readPosition(s *Stop, cell string) error {
	north, east, _ := strings.Cut(cell, " ")
	var at almanac.Position
	var wrong [2]error
	at.Latitude, wrong[0] = strconv.ParseFloat(north, 64)
	at.Longitude, wrong[1] = strconv.ParseFloat(east, 64)
	if errors.Join(wrong[:]...) != nil {
		return fmt.Errorf("“%s” is not a position; write its degrees, 56.1234 -5.4321", cell)
	}
	s.Plan.Where = &at
	return nil
}

// A high or low water is its moment and its height: "high 2026-11-27T04:10:00Z 1.2".
func writeTurn(t almanac.Turn) string {
	return fmt.Sprintf("%s %s %s", map[bool]string{true: "high", false: "low"}[t.High],
		t.Time.UTC().Format(time.RFC3339), number(t.Height))
}

func readTurn(cell string) (t almanac.Turn, err error) {
	words := strings.Fields(cell)
	wrong := fmt.Errorf("“%s” is not a high or low water; write high 2026-11-27T04:10:00Z 1.2", cell)
	if len(words) != 3 || words[0] != "high" && words[0] != "low" {
		return t, wrong
	}
	t.High = words[0] == "high"
	if t.Time, err = time.Parse(time.RFC3339, words[1]); err != nil {
		return t, wrong
	}
	if t.Height, err = strconv.ParseFloat(strings.Replace(words[2], ",", ".", 1), 64); err != nil {
		return t, wrong
	}
	return t, nil
}
