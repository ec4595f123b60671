package nmea

import (
	"math"
	"strconv"

	"dunvel/core/boat"
)

const (
	knot           = 1852.0 / 3600 // m/s
	kilometresHour = 1 / 3.6
	milesHour      = 0.44704
)

// speedUnits are those of a wind and of a speed, m/s.
var speedUnits = map[string]float64{"N": knot, "K": kilometresHour, "M": 1, "S": milesHour}

// reads is what the fields of each kind of sentence say.
var reads = map[string]func(fields) []boat.Reading{
	"DPT": depthWithOffset,
	"DBT": func(f fields) []boat.Reading { return depthIn(f, boat.DepthUnderTransducer) },
	"DBS": func(f fields) []boat.Reading { return depthIn(f, boat.DepthUnderSurface) },
	"MTW": func(f fields) []boat.Reading {
		if f.text(1) != "" && f.text(1) != "C" {
			return nil
		}
		return f.one(boat.WaterTemperature, f.number(0), 1)
	},
	"MWV": windOffBow,
	"MWD": windFrom,
	"VWR": windLeftOrRight,
	"VHW": func(f fields) []boat.Reading {
		speed := f.either(4, knot, 6, kilometresHour)
		return f.with(boat.ThroughWater, speed, f.number(0))
	},
	"VTG": groundTrack,
	"RMC": recommended,
	"GLL": func(f fields) []boat.Reading {
		if f.text(5) == "V" || f.text(6) == "N" {
			return nil
		}
		return f.position(0)
	},
	"GGA": func(f fields) []boat.Reading {
		if f.text(5) == "0" || f.text(5) == "" {
			return nil
		}
		return f.position(1)
	},
	"VDR": func(f fields) []boat.Reading {
		speed := f.number(4) * knot
		if set := f.number(0); !math.IsNaN(set) {
			return f.with(boat.Current, speed, set)
		}
		return nil // against magnetic north: of no use without its variation
	},
	"HDG": magneticHeading,
	"HDT": func(f fields) []boat.Reading { return f.one(boat.Heading, f.number(0), 1) },
	"HDM": func(f fields) []boat.Reading { return f.one(boat.MagneticHeading, f.number(0), 1) },
}

// Readings are what a sentence says; empty where it says nothing, or nothing that is used.
// known tells whether its kind is one that is read.
func (s Sentence) Readings() (out []boat.Reading, known bool) {
	read, known := reads[s.Kind]
	if !known {
		return nil, false
	}
	return read(s.Fields), true
}

// fields are those of a sentence; one that is not there is empty.
type fields []string

func (f fields) text(i int) string {
	if i >= len(f) {
		return ""
	}
	return f[i]
}

// number is a field that is a number; NaN where it is none.
func (f fields) number(i int) float64 {
	text := f.text(i)
	for _, c := range text {
		if (c < '0' || c > '9') && c != '.' && c != '-' && c != '+' {
			return math.NaN() // such as 1e9, Inf and 0x1, which no instrument sends
		}
	}
	v, err := strconv.ParseFloat(text, 64)
	if err != nil {
		return math.NaN()
	}
	return v
}

// either is a number in one unit, or in another where the first is empty.
func (f fields) either(i int, unit float64, j int, other float64) float64 {
	if v := f.number(i); !math.IsNaN(v) {
		return v * unit
	}
	return f.number(j) * other
}

// one is a reading of a number, none where there is no number.
func (fields) one(what boat.What, value, unit float64) []boat.Reading {
	if math.IsNaN(value) {
		return nil
	}
	return []boat.Reading{{What: what, Value: value * unit, Angle: math.NaN()}}
}

// with is a reading of a number with an angle, which may be NaN.
func (fields) with(what boat.What, value, angle float64) []boat.Reading {
	if math.IsNaN(value) {
		return nil
	}
	return []boat.Reading{{What: what, Value: value, Angle: angle}}
}

// position is latitude, side, longitude, side: degrees and minutes as DDMM.MMM and
// DDDMM.MMM.
func (f fields) position(i int) []boat.Reading {
	north, ok := angleAt(f.number(i), f.text(i+1), "N", "S")
	east, also := angleAt(f.number(i+2), f.text(i+3), "E", "W")
	if !ok || !also {
		return nil
	}
	return []boat.Reading{{What: boat.Place, Value: north, Angle: east}}
}

func angleAt(v float64, side, plus, minus string) (degrees float64, ok bool) {
	whole := math.Trunc(v / 100)
	minutes := v - 100*whole
	degrees = whole + minutes/60
	if !(v >= 0 && minutes < 60) || side != plus && side != minus {
		return 0, false
	}
	if side == minus {
		degrees = -degrees
	}
	return degrees, true
}

// depthWithOffset is DPT: the depth under the transducer, and an offset that is that of the
// transducer under the surface where it is positive. A negative one is that of the keel,
// which tells nothing of the surface.
func depthWithOffset(f fields) []boat.Reading {
	under := f.one(boat.DepthUnderTransducer, f.number(0), 1)
	if offset := f.number(1); offset > 0 && len(under) > 0 && under[0].Believed() {
		return f.one(boat.DepthUnderSurface, under[0].Value+offset, 1)
	}
	return under
}

// depthIn is DBT or DBS: feet, metres and fathoms.
func depthIn(f fields, what boat.What) []boat.Reading {
	const foot = 0.3048
	metres := f.number(2)
	if math.IsNaN(metres) {
		metres = f.either(0, foot, 4, 6*foot)
	}
	return f.one(what, metres, 1)
}

// windOffBow is MWV: the angle off the bow that it comes from, relative or true, the speed
// and its unit, and whether it is valid.
func windOffBow(f fields) []boat.Reading {
	unit := speedUnits[f.text(3)]
	if f.text(4) == "V" || unit == 0 {
		return nil
	}
	what := boat.ApparentWind
	switch f.text(1) {
	case "T":
		what = boat.TrueWindOffBow
	case "R":
	default:
		return nil
	}
	return f.with(what, f.number(2)*unit, f.number(0))
}

// windFrom is MWD: where it comes from against true and magnetic north, knots and m/s.
func windFrom(f fields) []boat.Reading {
	if math.IsNaN(f.number(0)) {
		return nil // against magnetic north alone
	}
	return f.with(boat.TrueWind, f.either(6, 1, 4, knot), f.number(0))
}

// windLeftOrRight is VWR: the angle to the left or the right of the bow, knots, m/s and km/h.
func windLeftOrRight(f fields) []boat.Reading {
	angle := f.number(0)
	switch f.text(1) {
	case "L":
		angle = -angle
	case "R":
	default:
		return nil
	}
	speed := f.either(4, 1, 2, knot)
	if math.IsNaN(speed) {
		speed = f.number(6) * kilometresHour
	}
	return f.with(boat.ApparentWind, speed, angle)
}

// groundTrack is VTG: the course against true and magnetic north, knots and km/h. Before
// version 2 its units were left out.
func groundTrack(f fields) []boat.Reading {
	if f.text(8) == "N" {
		return nil // there is no fix
	}
	if f.text(1) != "T" { // course, course, knots, km/h
		return f.with(boat.OverGround, f.either(2, knot, 3, kilometresHour), f.number(0))
	}
	return f.with(boat.OverGround, f.either(4, knot, 6, kilometresHour), f.number(0))
}

// recommended is RMC: time, status, position, knots, course, date, variation.
func recommended(f fields) []boat.Reading {
	if f.text(1) != "A" || f.text(11) == "N" {
		return nil
	}
	out := f.position(2)
	out = append(out, f.with(boat.OverGround, f.number(6)*knot, f.number(7))...)
	if variation, ok := eastOrWest(f.number(9), f.text(10)); ok {
		out = append(out, f.one(boat.Variation, variation, 1)...)
	}
	return out
}

// magneticHeading is HDG: of the sensor, its deviation and the variation, both with a side.
func magneticHeading(f fields) []boat.Reading {
	heading := f.number(0)
	if deviation, ok := eastOrWest(f.number(1), f.text(2)); ok {
		heading += deviation
	}
	if variation, ok := eastOrWest(f.number(3), f.text(4)); ok {
		return append(f.one(boat.Heading, heading+variation, 1), f.one(boat.Variation, variation, 1)...)
	}
	return f.one(boat.MagneticHeading, heading, 1)
}

func eastOrWest(v float64, side string) (degrees float64, ok bool) {
	switch {
	case math.IsNaN(v):
		return 0, false
	case side == "E":
		return v, true
	case side == "W":
		return -v, true
	}
	return 0, false
}
