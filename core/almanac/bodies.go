package almanac

import (
	"fmt"
	"math"
	"time"
)

// Where the sun and the moon are seen from, degrees: north and east are positive.
type Position struct {
	Latitude  float64 `json:"latitude"`
	Longitude float64 `json:"longitude"`
}

// Check is what is wrong with a position, or "".
func (p Position) Check() string {
	if math.Abs(p.Latitude) <= 90 && math.Abs(p.Longitude) <= 180 {
		return ""
	}
	return fmt.Sprintf("Position: latitudes go to 90 degrees and longitudes to 180, not %g and %g.", p.Latitude,
		p.Longitude)
}

const degree = math.Pi / 180

// julian is the Julian date of a time.
func julian(t time.Time) float64 {
	return 2440587.5 + float64(t.Unix())/86400 + float64(t.Nanosecond())/86400e9
}

// body is where something is seen in the sky from the middle of the earth: right
// ascension and declination in rad, ecliptic longitude in degrees, and how far it is, km.
type body struct {
	ascension, declination float64
	longitude              float64
	distance               float64
}

// centuries are those of 36525 days since noon of 1 January 2000, by a uniform clock: the
// earth turns slower by some minute in a century (Morrison & Stephenson, 2004), which moves
// the moon by less than a minute of arc and is left out.
func centuries(jd float64) float64 { return (jd - 2451545) / 36525 }

// equatorial turns ecliptic longitude and latitude, degrees, into a body. The obliquity is
// that of Laskar (1986), its first two terms.
func equatorial(longitude, latitude, centuries, distance float64) body {
	obliquity := (23.43929111 - 0.013004167*centuries) * degree
	sinL, cosL := math.Sincos(longitude * degree)
	sinB, cosB := math.Sincos(latitude * degree)
	sinE, cosE := math.Sincos(obliquity)
	return body{
		ascension:   math.Atan2(sinL*cosB*cosE-sinB*sinE, cosL*cosB),
		declination: math.Asin(sinB*cosE + cosB*sinE*sinL),
		longitude:   wrapped(longitude), distance: distance,
	}
}

// wrapped is an angle in degrees from 0 to 360.
func wrapped(degrees float64) float64 {
	degrees = math.Mod(degrees, 360)
	if degrees < 0 {
		degrees += 360
	}
	return degrees
}

// sun is where the sun is, to a hundredth of a degree (Meeus, 1998, Astronomical
// Algorithms, chapter 25).
func sun(jd float64) body {
	t := centuries(jd)
	mean := 280.46646 + 36000.76983*t + 0.0003032*t*t
	anomaly := (357.52911 + 35999.05029*t - 0.0001537*t*t) * degree
	centre := (1.914602-0.004817*t)*math.Sin(anomaly) + (0.019993-0.000101*t)*math.Sin(2*anomaly) +
		0.000289*math.Sin(3*anomaly)
	node := (125.04 - 1934.136*t) * degree
	const astronomicalUnit = 149597870.7 // km
	return equatorial(mean+centre-0.00569-0.00478*math.Sin(node), 0, t, astronomicalUnit)
}

// term is one of the periodic terms of the moon: how many times the elongation, the sun's
// anomaly, the moon's and its argument of latitude, and what it adds.
type term struct {
	d, m, n, f      float64
	along, distance float64 // 1e-6 degrees, 1e-3 km
}

// The terms of the moon's longitude and distance, and of its latitude, down to a hundredth
// of a degree and less (Meeus, 1998, tables 47.A and 47.B, after Chapront-Touzé &
// Chapront, 1988).
var (
	moonAlong = []term{
		{0, 0, 1, 0, 6288774, -20905355}, {2, 0, -1, 0, 1274027, -3699111}, {2, 0, 0, 0, 658314, -2955968},
		{0, 0, 2, 0, 213618, -569925},
		{0, 1, 0, 0, -185116, 48888}, {0, 0, 0, 2, -114332, -3149}, {2, 0, -2, 0, 58793, 246158},
		{2, -1, -1, 0, 57066, -152138},
		{2, 0, 1, 0, 53322, -170733}, {2, -1, 0, 0, 45758, -204586}, {0, 1, -1, 0, -40923, -129620},
		{1, 0, 0, 0, -34720, 108743},
		{0, 1, 1, 0, -30383, 104755}, {2, 0, 0, -2, 15327, 10321}, {0, 0, 1, 2, -12528, 0}, {0, 0, 1, -2, 10980, 79661},
		{4, 0, -1, 0, 10675, -34782}, {0, 0, 3, 0, 10034, -23210}, {4, 0, -2, 0, 8548, -21636},
		{2, 1, -1, 0, -7888, 24208},
		{2, 1, 0, 0, -6766, 30824}, {1, 0, -1, 0, -5163, -8379}, {1, 1, 0, 0, 4987, -16675},
		{2, -1, 1, 0, 4036, -12831},
		{2, 0, 2, 0, 3994, -10445}, {4, 0, 0, 0, 3861, -11650}, {2, 0, -3, 0, 3665, 14403}, {0, 1, -2, 0, -2689, -7003},
		{2, 0, -1, 2, -2602, 0}, {2, -1, -2, 0, 2390, 10056}, {1, 0, 1, 0, -2348, 6322}, {2, -2, 0, 0, 2236, -9884},
	}
	moonAcross = []term{
		{0, 0, 0, 1, 5128122, 0}, {0, 0, 1, 1, 280602, 0}, {0, 0, 1, -1, 277693, 0}, {2, 0, 0, -1, 173237, 0},
		{2, 0, -1, 1, 55413, 0},
		{2, 0, -1, -1, 46271, 0}, {2, 0, 0, 1, 32573, 0}, {0, 0, 2, 1, 17198, 0}, {2, 0, 1, -1, 9266, 0},
		{0, 0, 2, -1, 8822, 0},
		{2, -1, 0, -1, 8216, 0}, {2, 0, -2, -1, 4324, 0}, {2, 0, 1, 1, 4200, 0}, {2, 1, 0, -1, -3359, 0},
		{2, -1, -1, 1, 2463, 0},
		{2, -1, 0, 1, 2211, 0}, {2, -1, -1, -1, 2065, 0}, {0, 1, -1, -1, -1870, 0}, {4, 0, -1, -1, 1828, 0},
		{0, 1, 0, 1, -1794, 0},
	}
)

// moon is where the moon is, to a few hundredths of a degree (Meeus, 1998, chapter 47).
func moon(jd float64) body {
	t := centuries(jd)
	mean := 218.3164477 + 481267.88123421*t - 0.0015786*t*t
	d := (297.8501921 + 445267.1114034*t - 0.0018819*t*t) * degree
	m := (357.5291092 + 35999.0502909*t - 0.0001536*t*t) * degree
	n := (134.9633964 + 477198.8675055*t + 0.0087414*t*t) * degree
	f := (93.2720950 + 483202.0175233*t - 0.0036539*t*t) * degree
	eccentricity := 1 - 0.002516*t - 0.0000074*t*t
	along, across, distance := 0.0, 0.0, 385000.56
	for _, s := range moonAlong {
		e := math.Pow(eccentricity, math.Abs(s.m))
		sin, cos := math.Sincos(s.d*d + s.m*m + s.n*n + s.f*f)
		along += s.along * 1e-6 * e * sin
		distance += s.distance * 1e-3 * e * cos
	}
	for _, s := range moonAcross {
		across += s.along * 1e-6 * math.Pow(eccentricity, math.Abs(s.m)) * math.Sin(s.d*d+s.m*m+s.n*n+s.f*f)
	}
	return equatorial(mean+along, across, t, distance)
}

// turned is the hour angle of a body from a place, rad: 0 where it stands highest. The
// sidereal time is that of the IAU of 1982.
func turned(jd float64, b body, at Position) float64 {
	t := centuries(jd)
	sidereal := 280.46061837 + 360.98564736629*(jd-2451545) + 0.000387933*t*t
	return math.Remainder((sidereal+at.Longitude)*degree-b.ascension, 2*math.Pi)
}

// height is how high the middle of a body stands from a place, degrees, on the ground and
// without air.
func height(jd float64, b body, at Position) float64 {
	const earth = 6378.14 // km
	sinP, cosP := math.Sincos(at.Latitude * degree)
	sinD, cosD := math.Sincos(b.declination)
	up := math.Asin(sinP*sinD + cosP*cosD*math.Cos(turned(jd, b, at)))
	return (up - earth/b.distance*math.Cos(up)) / degree
}
