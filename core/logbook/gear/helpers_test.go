package gear

import (
	"dunvel/core/logbook"
	"dunvel/core/logbook/logtest"
	"dunvel/core/setup"
)

// dawn is when trips begin; log is a trip, and times an event so many times.
var dawn, log, times = logtest.Dawn, logtest.Log, logtest.Times

func atTheSill() logbook.Log {
	return logbook.Log{Trip: logbook.Trip{Place: "The Sill", Start: dawn,
		Rods: []logbook.Rod{{State: logbook.State{Setup: setup.Default(), Technique: "hop"}}}}}
}
