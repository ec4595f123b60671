// Package logtest makes logs for the tests of what is learnt of them.
package logtest

import (
	"time"

	"dunvel/core/logbook"
)

// Dawn is when its trips begin.
var Dawn = time.Date(2026, 9, 12, 6, 0, 0, 0, time.UTC)

// Log is a trip to a place with events a minute apart.
func Log(place string, events ...logbook.Event) logbook.Log {
	l := logbook.Log{Trip: logbook.Trip{Place: place, Start: Dawn}}
	for i, e := range events {
		e.Time = Dawn.Add(time.Duration(i+1) * time.Minute)
		l.Events = append(l.Events, e)
	}
	return l
}

// Times is an event so many times.
func Times(n int, e logbook.Event) []logbook.Event {
	out := make([]logbook.Event, n)
	for i := range out {
		out[i] = e
	}
	return out
}
