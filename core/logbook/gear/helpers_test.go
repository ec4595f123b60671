package gear

import (
	"time"

	"dunvel/core/logbook"
	"dunvel/core/setup"
)

var dawn = time.Date(2026, 9, 12, 6, 0, 0, 0, time.UTC)

// log is a trip with events a minute apart.
func log(place string, events ...logbook.Event) logbook.Log {
	l := logbook.Log{Trip: logbook.Trip{Place: place, Start: dawn}}
	for i, e := range events {
		e.Time = dawn.Add(time.Duration(i+1) * time.Minute)
		l.Events = append(l.Events, e)
	}
	return l
}

func times(n int, e logbook.Event) []logbook.Event {
	out := make([]logbook.Event, n)
	for i := range out {
		out[i] = e
	}
	return out
}

func atTheSill() logbook.Log {
	return logbook.Log{Trip: logbook.Trip{Place: "The Sill", Start: dawn,
		Rods: []logbook.Rod{{State: logbook.State{Setup: setup.Default(), Technique: "hop"}}}}}
}
