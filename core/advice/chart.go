package advice

import (
	"fmt"

	"dunvel/core/explore"
)

// AxisWords says why a field cannot be looked along on the map.
func AxisWords(e *explore.AxisError) string {
	switch e.Why {
	case explore.NotMeasured:
		return "Map: the drift can be looked along only where it was measured."
	case explore.NotSwum:
		return "Map: the speed of reeling matters only where the bait is to swim."
	case explore.NotCast:
		return "Map: there is no cast to look along."
	case explore.SameTwice:
		return "Map: choose two different fields."
	}
	return fmt.Sprintf("Map: “%s” cannot be looked along.", e.Field)
}
