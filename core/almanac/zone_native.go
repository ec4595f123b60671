//go:build !js

package almanac

import (
	"time"
	_ "time/tzdata" // zones are known on every machine
)

// Zone is a time zone by its name in the database of zones, such as Europe/Lisbon, good for a year and those
// beside it; "" is UTC. The error says that there is none called so.
func Zone(name string, _ int) (*time.Location, error) { return time.LoadLocation(name) }
