package logbook

import (
	"dunvel/core/almanac"
	"dunvel/core/catalogue"
	"dunvel/core/input"
	"dunvel/core/model"
	"dunvel/core/setup"
)

// Aboard is what the instruments of the boat read when something happened. What they did not read is nil.
type Aboard struct {
	Where       *almanac.Position `json:"where,omitempty"`
	Depth       *float64          `json:"depth,omitempty"`       // m under the boat
	Drift       *float64          `json:"drift,omitempty"`       // m/s over the ground
	Course      *float64          `json:"course,omitempty"`      // of the drift, degrees from north
	Wind        *float64          `json:"wind,omitempty"`        // m/s
	Temperature *float64          `json:"temperature,omitempty"` // of the water, degrees Celsius
}

// check refuses values that no instrument can read. It keeps values that a setup would refuse, such as the
// speed of a boat under way, for the record.
func (a *Aboard) check(errs *input.Errors) {
	if a.Where != nil {
		if message := a.Where.Check(); message != "" {
			fail(errs, "aboard.where", "%s", message)
		}
	}
	for _, part := range []struct {
		field, label string
		value        *float64
		least, most  float64
		unit         string
	}{
		{"aboard.depth", "Depth under the boat", a.Depth, 0, 1000, "m"},
		{"aboard.drift", "Drift", a.Drift, 0, 50, "m/s"}, {"aboard.course", "Drift towards", a.Course, 0, 360, "°"},
		{"aboard.wind", "Wind", a.Wind, 0, 100, "m/s"},
		{"aboard.temperature", "Water temperature", a.Temperature, -5, 50, "°C"},
	} {
		if v := part.value; v != nil && !(*v >= part.least && *v <= part.most) {
			fail(errs, part.field, "%s: %g %s is outside what is allowed, %g to %g %s.", part.label, *v, part.unit,
				part.least, part.most, part.unit)
		}
	}
}

// In returns the state with the depth and, for a boat that drifts, the drift that the instruments read.
// Nil changes nothing.
func (a *Aboard) In(s State) State {
	if a == nil {
		return s
	}
	if a.Depth != nil && setup.LookupField("water.depth").Check(*a.Depth, nil) == "" {
		s.Setup = s.Setup.AtDepth(*a.Depth)
	}
	if a.Drift != nil && setup.LookupField("boat.speed").Check(*a.Drift, nil) == "" &&
		!catalogue.BoatOf(s.Setup.Boat.Kind).Held {
		s.Setup.Boat.Direction = model.Against(model.Drift(s.Setup))
		s.Setup.Boat.Measured, s.Setup.Boat.Speed, s.Setup.Boat.Spread = true, *a.Drift, 0
	}
	return s
}
