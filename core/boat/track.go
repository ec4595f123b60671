package boat

import (
	"time"

	"dunvel/core/almanac"
)

// Point is where a boat was at a time.
type Point struct {
	Time time.Time `json:"time"`
	almanac.Position
	Depth float64 `json:"depth,omitzero"` // m; 0 where it is not known
}
