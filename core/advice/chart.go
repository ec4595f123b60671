package advice

import (
	"fmt"

	"dunvel/core/explore/axis"
)

// AxisWords says why a field cannot be looked along on the map.
func AxisWords(e *axis.Error) string {
	switch e.Why {
	case axis.NotMeasured:
		return "Map: the drift can be looked along only where it was measured."
	case axis.NotSwum:
		return "Map: the speed of reeling matters only where the bait is to swim."
	case axis.NotCast:
		return "Map: there is no cast to look along."
	case axis.SameTwice:
		return "Map: choose two different fields."
	}
	return fmt.Sprintf("Map: “%s” cannot be looked along.", e.Field)
}
