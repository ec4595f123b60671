package day

import (
	"time"

	"dunvel/core/almanac"
)

// Level is the height of the tide at a time.
type Level struct {
	Time   time.Time `json:"time"`
	Height float64   `json:"height"` // m
}

// Conditions are what a spot is like at a time.
type Conditions struct {
	Time          time.Time `json:"time"`
	Depth         float64   `json:"depth"` // m
	Flow          float64   `json:"flow"`  // m/s
	FlowDirection float64   `json:"flowDirection"`
	FlowSource    string    `json:"flowSource"` // how well that is known, as in a setup
	Wind          float64   `json:"wind"`       // m/s
	WindDirection float64   `json:"windDirection"`
	Measured      bool      `json:"measured"` // the drift of the boat still holds as it was measured
}

// SpotSky is a spot through its hours.
type SpotSky struct {
	Name       string       `json:"name"`
	From       time.Time    `json:"from"`
	To         time.Time    `json:"to"`
	Slacks     []time.Time  `json:"slacks"`
	Conditions []Conditions `json:"conditions"`
}

// Sky is all of a day but the heads.
type Sky struct {
	Start  time.Time      `json:"start"`
	End    time.Time      `json:"end"`
	Light  *almanac.Light `json:"light"` // none without a position
	Turns  []almanac.Turn `json:"turns"`
	Levels []Level        `json:"levels"` // of the tide, where it is known
	Spots  []SpotSky      `json:"spots"`
}

// shown is how far apart the moments are that are shown.
const shown = 10 * time.Minute

// Sky works out the light, the tide and what each spot is like. Errors: setup.Errors where
// a spot's tide is not known.
func (d *Day) Sky() (*Sky, error) {
	out := &Sky{Start: d.Start, End: d.End, Turns: append([]almanac.Turn{}, d.Turns()...), Levels: []Level{},
		Spots: []SpotSky{}}
	if d.Where != nil {
		light := almanac.LightAt(*d.Where, d.Start, d.End)
		out.Light = &light
	}
	for at := d.Start; !at.After(d.End); at = at.Add(shown) {
		if h, ok := d.Level(at); ok {
			out.Levels = append(out.Levels, Level{at, h})
		}
	}
	for i, s := range d.Spots {
		from, to := d.Hours(i)
		spot := SpotSky{Name: s.Name, From: from, To: to, Slacks: append([]time.Time{}, d.Slacks(i)...)}
		for at := from; ; at = at.Add(shown) {
			if at.After(to) {
				at = to
			}
			c, err := d.At(i, at)
			if err != nil {
				return nil, err
			}
			spot.Conditions = append(spot.Conditions, Conditions{at, c.Water.Depth, c.Flow.Speed, c.Flow.Direction,
				c.Flow.Source, c.Wind.Speed, c.Wind.Direction, c.Boat.Measured})
			if at.Equal(to) {
				break
			}
		}
		out.Spots = append(out.Spots, spot)
	}
	return out, nil
}
