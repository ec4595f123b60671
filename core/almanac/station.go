package almanac

import (
	"math"
	"time"
)

// Constituent is one of the waves that a tide is the sum of: its amplitude, m, and its lag
// at Greenwich, degrees.
type Constituent struct {
	Name      string  `json:"name"`
	Amplitude float64 `json:"amplitude"`
	Lag       float64 `json:"lag"`
}

// Station is a tide by its harmonic constants, over a mean height, m.
type Station struct {
	Name         string        `json:"name"`
	Mean         float64       `json:"mean"`
	Constituents []Constituent `json:"constituents"`
}

// Simulated is a station that does not exist, in place of one of a tide service: its
// constants are made up, of the order of those of a real coast.
func Simulated() Station {
	return Station{Name: "Ardvellan (made up)", Mean: 2.6, Constituents: []Constituent{
		{"M2", 1.42, 178}, {"S2", 0.52, 214}, {"N2", 0.29, 157}, {"K2", 0.15, 211}, {"K1", 0.11, 142},
		{"O1", 0.08, 351}, {"M4", 0.06, 92},
	}}
}

// wave is how a constituent goes: how many times the hour angle of the mean sun, the mean
// longitudes of moon and sun and that of the moon's perigee are in it, degrees that are
// added, and how the moon's node changes it.
type wave struct {
	hour, moon, sun, perigee, phase float64
	// of the longitude of the node, rad; the shift in degrees
	node func(n float64) (factor, shift float64)
}

func lunar(n float64) (float64, float64) {
	return 1 - 0.037*math.Cos(n), -2.1 * math.Sin(n)
}

func diurnal(n float64) (float64, float64) {
	return 1.009 + 0.187*math.Cos(n), 10.8 * math.Sin(n)
}

// shallow is the node of a wave that comes of so many of M2.
func shallow(times float64) func(n float64) (float64, float64) {
	return func(n float64) (float64, float64) {
		f, u := lunar(n)
		return math.Pow(f, times), times * u
	}
}

// waves are those that are known (Doodson, 1921; factors of the node as in Pugh, 1987,
// Tides, Surges and Mean Sea-Level, table 4:3).
var waves = map[string]wave{
	"M2": {2, -2, 2, 0, 0, lunar},
	"S2": {2, 0, 0, 0, 0, nil},
	"N2": {2, -3, 2, 1, 0, lunar},
	"K2": {2, 0, 2, 0, 0, func(n float64) (float64, float64) { return 1.024 + 0.286*math.Cos(n), -17.7 * math.Sin(n) }},
	"K1": {1, 0, 1, 0, 90, func(n float64) (float64, float64) { return 1.006 + 0.115*math.Cos(n), -8.9 * math.Sin(n) }},
	"O1": {1, -2, 1, 0, -90, diurnal},
	"M4": {4, -4, 4, 0, 0, shallow(2)},

	"2N2": {2, -4, 2, 2, 0, lunar},
	"MU2": {2, -4, 4, 0, 0, lunar},
	"NU2": {2, -3, 4, -1, 0, lunar},
	"L2":  {2, -1, 2, -1, 180, lunar},
	"P1":  {1, 0, -1, 0, -90, nil},
	"Q1":  {1, -3, 1, 1, -90, diurnal},
	"J1": {1, 1, 1, -1, 90, func(n float64) (float64, float64) {
		return 1.013 + 0.168*math.Cos(n),
			-12.9 * math.Sin(n)
	}},
	"MS4": {4, -2, 2, 0, 0, lunar},
	"MN4": {4, -5, 4, 1, 0, shallow(2)},
	"M6":  {6, -6, 6, 0, 0, shallow(3)},
	"MM":  {0, 1, 0, -1, 0, func(n float64) (float64, float64) { return 1 - 0.13*math.Cos(n), 0 }},
	"MF": {0, 2, 0, 0, 0, func(n float64) (float64, float64) {
		return 1.043 + 0.414*math.Cos(n),
			-23.7 * math.Sin(n)
	}},
	"SSA": {0, 0, 2, 0, 0, nil},
	"SA":  {0, 0, 1, 0, 0, nil},
}

// knows tells whether a constituent can be reckoned with.
func knows(name string) bool {
	_, ok := waves[name]
	return ok
}

// Height is the sum of the waves (Doodson, 1921), the mean longitudes by Meeus (1998),
// chapters 25 and 47.
func (s Station) Height(at time.Time) (float64, bool) {
	jd := julian(at)
	t := centuries(jd)
	moon := 218.3164477 + 481267.88123421*t
	sun := 280.46646 + 36000.76983*t
	perigee := 83.3532465 + 4069.0137287*t
	node := (125.04452 - 1934.136261*t) * degree
	hour := 360 * math.Mod(jd-0.5, 1) // of Greenwich, from midnight
	out := s.Mean
	for _, c := range s.Constituents {
		w, ok := waves[c.Name]
		if !ok {
			continue
		}
		factor, shift := 1.0, 0.0
		if w.node != nil {
			factor, shift = w.node(node)
		}
		phase := w.hour*hour + w.moon*moon + w.sun*sun + w.perigee*perigee + w.phase + shift - c.Lag
		out += factor * c.Amplitude * math.Cos(phase*degree)
	}
	return out, true
}

// Turns implements Tide: the heights are looked at every ten minutes, and each turn found
// to a second.
func (s Station) Turns(from, to time.Time) []Turn {
	const step, before = 10 * time.Minute, 14 * time.Hour
	level := func(t time.Time) float64 { h, _ := s.Height(t); return h }
	var all []Turn
	start := from.Add(-before)
	a, b := level(start), level(start.Add(step))
	for t := start.Add(step); t.Before(to.Add(before)); t = t.Add(step) {
		c := level(t.Add(step))
		if (b-a)*(c-b) <= 0 && a != b {
			jd := turn(func(jd float64) float64 { return level(moment(jd, from.Location())) }, julian(t.Add(-step)),
				julian(t.Add(step)), b < a)
			at := moment(jd, from.Location())
			all = append(all, Turn{at, level(at), b > a})
		}
		a, b = b, c
	}
	return Table(all).Turns(from, to)
}
