package gear

import (
	"slices"
	"testing"
	"time"

	"dunvel/core/logbook"
)

// A line is followed from trip to trip by its rod and what it is, from when it was renewed; each rod and each
// line by itself.
func TestLines(t *testing.T) {
	thin := atTheSill().Trip.Rods[0].State
	thin.Setup.Line.Material, thin.Setup.Line.Diameter = "nylon", 0.2e-3
	trip := func(day int, rods []logbook.Rod, events ...logbook.Event) logbook.Log {
		l := log("The Sill", events...)
		l.Trip.Start = dawn.AddDate(0, 0, day)
		for i := range l.Events {
			l.Events[i].Time = l.Trip.Start.Add(time.Duration(i) * time.Minute)
		}
		l.Trip.Rods = rods
		return l
	}
	light, heavy := logbook.Rod{Name: "Light", State: thin},
		logbook.Rod{Name: "Heavy", State: atTheSill().Trip.Rods[0].State}
	cast, second := logbook.Event{Kind: logbook.Splash}, logbook.Event{Kind: logbook.Splash, Rod: 1}
	kind := func(k string) logbook.Event { return logbook.Event{Kind: k} }
	logs := []logbook.Log{
		trip(100, []logbook.Rod{heavy, light}, slices.Concat(times(4, cast), times(3, second))...),
		trip(0, []logbook.Rod{light, heavy}, slices.Concat(times(9, cast), []logbook.Event{kind(logbook.Renewed)},
			times(7, cast), []logbook.Event{kind(logbook.Retie), kind(logbook.Trimmed)}, times(2, cast),
			[]logbook.Event{kind(logbook.Lost)}, times(3, cast), times(2, second))...),
	}
	got := Lines(logs, func(at int) int64 { return int64(10 + at) }, dawn.AddDate(0, 0, 110).Add(time.Hour), nil)
	if len(got) != 2 {
		t.Fatalf("%+v", got)
	}
	byRod := map[string]LineAge{got[0].Rod: got[0], got[1].Rod: got[1]}
	l := byRod["Light"]
	if l.Casts != 15 || l.Reties != 1 || l.Since != 8 || l.Days != 110 || l.Trip != 10 || l.Number != 1 || l.On == nil {
		t.Errorf("%+v", l)
	}
	if want := "15 casts and 1 retie since it was put on, 110 days ago; 8 casts since it was trimmed; 6 casts since " +
		"it was tied."; l.Words != want || l.Line != "nylon of 0.2 mm" {
		t.Errorf("%s: %s", l.Line, l.Words)
	}
	h := byRod["Heavy"]
	if want := "6 casts and 0 reties since it was logged first, 110 days ago."; h.Words != want || h.On != nil ||
		h.Number != 0 {
		t.Errorf("%+v", h)
	}
	// Another line on the same rod is another line.
	other := thin
	other.Setup.Line.Diameter = 0.25e-3
	logs[0].Events = append(logs[0].Events,
		logbook.Event{Kind: logbook.Changed, Rod: 1, State: &other, Time: logs[0].Trip.Start.Add(time.Hour)},
		logbook.Event{Kind: logbook.Splash, Rod: 1, Time: logs[0].Trip.Start.Add(2 * time.Hour)})
	if got := Lines(logs, func(int) int64 { return 0 }, dawn, nil); len(got) != 3 ||
		got[0].Casts+got[1].Casts+got[2].Casts != 22 {
		t.Errorf("%+v", got)
	}
}

// What is due, from both sides: trimmed for the casts since, renewed for all casts or its age.
func TestLinesDue(t *testing.T) {
	on := dawn
	of := func(material string, days, casts, since int, known bool) string {
		l := LineAge{Days: days, Casts: casts, Since: since}
		l.line.Material = material
		if known {
			l.On = &on
		}
		return l.due()
	}
	const trim = "Feel its first metres, and cut off what is rough."
	for _, tt := range []struct {
		got, want string
	}{
		{of("braid", 10, 149, 149, true), ""},
		{of("braid", 10, 150, 150, true), trim},
		{of("nylon", 365, 2499, 10, true), ""},
		{of("nylon", 366, 5, 5, true), "Put a new line on: nylon is good for about 12 months."},
		{of("nylon", 366, 5, 5, false), ""}, // nobody knows when it was put on
		{of("fluorocarbon", 731, 5, 5, true), "Put a new line on: fluorocarbon is good for about 24 months."},
		{of("braid", 731, 2500, 200, false), "Put a new line on: it is good for about 2500 casts."},
		{of("wire", 9999, 5, 5, true), ""},
	} {
		if tt.got != tt.want {
			t.Errorf("%q, not %q", tt.got, tt.want)
		}
	}
}
