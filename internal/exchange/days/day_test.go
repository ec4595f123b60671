package days

import (
	"encoding/csv"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/day"
	"dunvel/core/units"

	ics "github.com/arran4/golang-ical"
)

// ebbing is a worked day of two hours at one spot.
func ebbing() (*day.Sky, *day.Worked) {
	zone := time.FixedZone("", 3600)
	at := func(hour, minute int) time.Time { return time.Date(2026, 5, 12, hour, minute, 0, 0, zone) }
	conditions := func(hour int, depth, flow float64) day.Conditions {
		return day.Conditions{Time: at(hour, 0), Depth: depth, Flow: flow, FlowDirection: 180, Wind: 3,
			WindDirection: 90}
	}
	sky := &day.Sky{
		Start: at(0, 0), Light: &almanac.Light{Crossings: []almanac.Crossing{{Time: at(5, 2), Kind: almanac.Sunrise}}},
		Turns: []almanac.Turn{{Time: at(6, 30), Height: 1.3}}, Levels: []day.Level{{Time: at(7, 0), Height: 1.4}},
		Spots: []day.SpotSky{{Name: "The Sill; east, far", From: at(7, 0), To: at(9, 0), Slacks: []time.Time{at(6, 50)},
			Conditions: []day.Conditions{conditions(7, 12.4, 0.1), conditions(8, 12.8, 0.25),
				conditions(9, 13.3, 0.4)}}},
	}
	worked := &day.Worked{
		Pieces: []day.Piece{{From: at(7, 0), To: at(8, 0), Mass: 0.0071}, {From: at(8, 0), To: at(9, 0)}},
		Fished: []day.Fished{{From: at(7, 0), To: at(8, 0), Mass: 0.0106, Low: 9.4, High: 12, Down: true},
			{From: at(8, 0), To: at(9, 0)}},
	}
	return sky, worked
}

// The calendar is read back as it was meant: what is fished, an alarm before a change, and
// what the sky does; commas and semicolons in names stay.
func TestCalendar(t *testing.T) {
	sky, worked := ebbing()
	var out strings.Builder
	now := time.Date(2026, 5, 11, 20, 0, 0, 0, time.UTC)
	if err := WriteCalendar(&out, sky, worked, units.Choice{}, now); err != nil {
		t.Fatal(err)
	}
	read, err := ics.ParseCalendar(strings.NewReader(out.String()))
	if err != nil {
		t.Fatal(err)
	}
	type told struct {
		from, to, says string
		alarms         int
	}
	want := []told{
		{"07:00", "08:00", "The Sill; east, far: 10.6 g", 0},
		{"08:00", "09:00", "The Sill; east, far: nothing holds", 1},
		{"06:50", "06:50", "The Sill; east, far: slack water", 0}, {"06:30", "06:30", "Low water 1.3 m", 0},
		{"05:02", "05:02", "Sunrise", 0},
	}
	events := read.Events()
	if len(events) != len(want) {
		t.Fatalf("%d events in\n%s", len(events), out.String())
	}
	ids := map[string]bool{}
	for i, e := range events {
		from, errFrom := e.GetStartAt()
		to, errTo := e.GetEndAt()
		if errFrom != nil || errTo != nil {
			t.Fatal(errFrom, errTo)
		}
		clock := func(at time.Time) string { return at.In(sky.Start.Location()).Format("15:04") }
		got := told{clock(from), clock(to), ics.FromText(e.GetProperty(ics.ComponentPropertySummary).Value),
			len(e.Alarms())}
		if got != want[i] {
			t.Errorf("%+v, not %+v", got, want[i])
		}
		if ids[e.Id()] {
			t.Errorf("%s twice", e.Id())
		}
		ids[e.Id()] = true
	}
	if got := ics.FromText(events[0].GetProperty(
		ics.ComponentPropertyDescription).Value); got != "Count 9.4 s to 12 s, rod down" {
		t.Errorf("%q", got)
	}
	if !strings.Contains(out.String(), "TRIGGER:-PT10M") ||
		!strings.Contains(out.String(), "DTSTAMP:20260511T200000Z") {
		t.Error(out.String())
	}
}

// The table has a line for each moment, with what is tied on and what is on the rods.
func TestDayTable(t *testing.T) {
	sky, worked := ebbing()
	var out strings.Builder
	if err := WriteDay(&out, sky, worked); err != nil {
		t.Fatal(err)
	}
	rows, err := csv.NewReader(strings.NewReader(out.String())).ReadAll()
	if err != nil || len(rows) != 4 || len(rows[0]) != len(dayColumns) {
		t.Fatalf("%v %v", rows, err)
	}
	for i, want := range []string{
		"2026-05-12T07:00:00+01:00|The Sill; east, far|1.4|12.4|0.1|180|3|90|7.1|10.6",
		"2026-05-12T08:00:00+01:00|The Sill; east, far||12.8|0.25|180|3|90||",
		"2026-05-12T09:00:00+01:00|The Sill; east, far||13.3|0.4|180|3|90||",
	} {
		if got := strings.Join(rows[i+1], "|"); got != want {
			t.Errorf("%q, not %q", got, want)
		}
	}
}
