package almanac

import (
	"math"
	"slices"
	"time"
)

// Crossing is a moment at which the sun or the moon comes to a height, or stands highest.
type Crossing struct {
	Time time.Time `json:"time"`
	Kind string    `json:"kind"`
}

// The kinds of crossings.
const (
	Dawn      = "dawn" // civil: bright enough to see what one does
	Sunrise   = "sunrise"
	Sunset    = "sunset"
	Dusk      = "dusk"
	Moonrise  = "moonrise"
	MoonHighs = "moon highest"
	Moonset   = "moonset"
)

// Light is what the sky does between two times at a place. Where the sun or the moon does
// not cross a height there is no crossing.
type Light struct {
	Crossings []Crossing `json:"crossings"` // in order
	Up        bool       `json:"up"`        // the sun, at the beginning
	Lit       float64    `json:"lit"`       // share of the moon that is, in the middle
	Waxing    bool       `json:"waxing"`
	SinceNew  float64    `json:"sinceNew"`  // days since the last new moon, in the middle
	SinceFull float64    `json:"sinceFull"` // and since the last full one
}

// What height, degrees, the middle of sun and moon is at as their upper edge is seen to
// come up: the air lifts it by 34 minutes of arc (Meeus, 1998, chapter 15). At dawn and dusk
// the sun is 6 degrees down.
const (
	lifted    = 34.0 / 60
	sunHalf   = 16.0 / 60
	civil     = -6.0
	moonWidth = 0.2725 // radius of the moon over that of the earth
)

// sunUp and the others are how far over the height that counts something is, degrees.
func sunUp(at Position) func(jd float64) float64 {
	return func(jd float64) float64 { return height(jd, sun(jd), at) + lifted + sunHalf }
}

func sunLights(at Position) func(jd float64) float64 {
	return func(jd float64) float64 { return height(jd, sun(jd), at) - civil }
}

func moonUp(at Position) func(jd float64) float64 {
	return func(jd float64) float64 {
		b := moon(jd)
		return height(jd, b, at) + lifted + math.Asin(moonWidth*6378.14/b.distance)/degree
	}
}

// Day tells whether the sun is up at a place.
func Day(at Position, when time.Time) bool { return sunUp(at)(julian(when)) > 0 }

// LightAt works out the light between two times. It takes some thousand positions a day.
func LightAt(at Position, from, to time.Time) Light {
	a, b := julian(from), julian(to)
	var out Light
	add := func(over func(float64) float64, rises, sets string) {
		for _, c := range crossings(over, a, b) {
			kind := sets
			if c.rises {
				kind = rises
			}
			if kind != "" {
				out.Crossings = append(out.Crossings, Crossing{moment(c.jd, from.Location()), kind})
			}
		}
	}
	add(sunLights(at), Dawn, Dusk)
	add(sunUp(at), Sunrise, Sunset)
	add(moonUp(at), Moonrise, Moonset)
	add(func(jd float64) float64 { return math.Sin(turned(jd, moon(jd), at)) }, MoonHighs, "")
	slices.SortStableFunc(out.Crossings, func(a, b Crossing) int { return a.Time.Compare(b.Time) })
	middle := (a + b) / 2
	out.Up = sunUp(at)(a) > 0
	apart := elongation(middle)
	out.Lit, out.Waxing = (1-math.Cos(apart*degree))/2, apart < 180
	out.SinceNew, out.SinceFull = since(middle, 0), since(middle, 180)
	return out
}

// elongation is how far the moon is ahead of the sun along the ecliptic, degrees.
func elongation(jd float64) float64 { return wrapped(moon(jd).longitude - sun(jd).longitude) }

// since is how many days ago the moon was last so many degrees ahead of the sun.
func since(jd, apart float64) float64 {
	const daily = 12.19 // degrees, on average
	at := jd - wrapped(elongation(jd)-apart)/daily
	for range 8 {
		at -= math.Remainder(elongation(at)-apart, 360) / daily
	}
	if at > jd { // by the error of the mean
		return 0
	}
	return jd - at
}

// moment is the time of a Julian date, to a second.
func moment(jd float64, zone *time.Location) time.Time {
	return time.Unix(int64(math.Round((jd-2440587.5)*86400)), 0).In(zone)
}

// crossing is where something passes nothing.
type crossing struct {
	jd    float64
	rises bool
}

// crossings are where over changes its sign between two dates, to a second. A dip that is
// shorter than the step of looking is looked for where it comes near.
func crossings(over func(jd float64) float64, from, to float64) []crossing {
	const step = 10.0 / 1440 // days
	var out []crossing
	find := func(a, b, va, vb float64) {
		if (va > 0) == (vb > 0) {
			return
		}
		rises := vb > 0
		for b-a > 0.5/86400 {
			if m := (a + b) / 2; (over(m) > 0) == rises {
				b = m
			} else {
				a = m
			}
		}
		out = append(out, crossing{(a + b) / 2, rises})
	}
	before, v0 := math.NaN(), over(from)
	for a := from; a < to; a += step {
		b := math.Min(a+step, to)
		v1 := over(b)
		// Where it turns around within reach of nothing, both ways are looked at.
		if !math.IsNaN(before) && (before > 0) == (v0 > 0) && (v0 > 0) == (v1 > 0) && math.Abs(v0) < 0.1 &&
			(v0-before)*(v1-v0) < 0 {
			middle := turn(over, a-step, b, v0 > 0)
			find(a-step, middle, before, over(middle))
			find(middle, b, over(middle), v1)
		} else {
			find(a, b, v0, v1)
		}
		before, v0 = v0, v1
	}
	return out
}

// turn is where over is least, or most, between two dates.
func turn(over func(float64) float64, a, b float64, least bool) float64 {
	for b-a > 0.5/86400 {
		p, q := a+(b-a)/3, b-(b-a)/3
		if (over(p) < over(q)) == least {
			b = q
		} else {
			a = p
		}
	}
	return (a + b) / 2
}
