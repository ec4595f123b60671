package measure

import (
	"fmt"
	"math"
	"time"

	"dunvel/core/boat"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Drifted is a stretch of a track on which the boat drifted.
type Drifted struct {
	Measured
	From   time.Time `json:"from"`
	To     time.Time `json:"to"`
	Length float64   `json:"length"` // m from its beginning to its end
}

// lasts returns a time of the judgement table.
func lasts(v judgement.Value) time.Duration { return time.Duration(v.Number * float64(time.Second)) }

// Drifts returns the stretches of a track on which the boat drifted, with speed, course and how much these
// varied from minute to minute. A track under motor, at rest or without times has none.
func Drifts(points []boat.Point, choice units.Choice) []Drifted {
	var out []Drifted
	begin := 0
	end := func(i int) { // ends a stretch before the point i
		if d, ok := drifted(points[begin:i], choice); ok {
			out = append(out, d)
		}
		begin = i
	}
	for i := 1; i < len(points); i++ {
		gap := points[i].Time.Sub(points[i-1].Time)
		if gap <= 0 || gap > lasts(judgement.DriftApart) || speedAround(points, i) > judgement.UnderWay.Number {
			end(i)
		}
	}
	end(len(points))
	return out
}

// speedAround returns the speed of the boat over some time around a point, m/s.
func speedAround(points []boat.Point, i int) float64 {
	from, to := i-1, i
	for to+1 < len(points) && points[to].Time.Sub(points[from].Time) < lasts(judgement.DriftLook) &&
		points[to+1].Time.Sub(points[to].Time) <= lasts(judgement.DriftApart) {
		to++
	}
	for from > 0 && points[to].Time.Sub(points[from].Time) < lasts(judgement.DriftLook) &&
		points[from].Time.Sub(points[from-1].Time) <= lasts(judgement.DriftApart) {
		from--
	}
	east, north := boat.Metres(points[from].Position, points[to].Position)
	return math.Hypot(east, north) / points[to].Time.Sub(points[from].Time).Seconds()
}

// drifted returns the drift along a stretch: a straight line in time through its points (least squares), and
// how much the minutes differ from it.
func drifted(points []boat.Point, choice units.Choice) (Drifted, bool) {
	points = trimmed(points)
	n := len(points)
	if n < 2 || points[n-1].Time.Sub(points[0].Time) < lasts(judgement.DriftLeast) {
		return Drifted{}, false
	}
	out := Drifted{From: points[0].Time, To: points[n-1].Time}
	east, north := fitted(points)
	out.Value = math.Hypot(east, north)
	span := out.To.Sub(out.From).Seconds()
	if out.Length = out.Value * span; out.Length < math.Sqrt2*judgement.Fix.Number ||
		out.Value > setup.LookupField("boat.speed").Max {
		return Drifted{}, false // no farther than fixes are wrong: it lay still
	}
	out.Direction = boat.Course(east, north)
	out.Spread = math.Hypot(swayed(points, east, north)/out.Value, math.Sqrt2*judgement.Fix.Number/out.Length)
	out.Words = fmt.Sprintf("%s towards %03.0f° for %.0f minutes, ± %s from minute to minute.",
		choice.Show("speed", out.Value), out.Direction, span/60, units.Percent(out.Spread))
	return out, true
}

// trimmed returns a stretch without its ends, whose speeds were taken over a time that reaches into the way
// under motor.
func trimmed(points []boat.Point) []boat.Point {
	fast := func(a, b boat.Point) bool {
		east, north := boat.Metres(a.Position, b.Position)
		return math.Hypot(east, north) > judgement.UnderWay.Number*b.Time.Sub(a.Time).Seconds()
	}
	for len(points) > 1 && fast(points[0], points[1]) {
		points = points[1:]
	}
	for len(points) > 1 && fast(points[len(points)-2], points[len(points)-1]) {
		points = points[:len(points)-1]
	}
	return points
}

// fitted returns the velocity of the straight line in time through some points, m/s.
func fitted(points []boat.Point) (east, north float64) {
	n := float64(len(points))
	var t, x, y, tt, tx, ty float64
	for _, p := range points {
		s := p.Time.Sub(points[0].Time).Seconds()
		e, h := boat.Metres(points[0].Position, p.Position)
		t, x, y, tt, tx, ty = t+s, x+e, y+h, tt+s*s, tx+s*e, ty+s*h
	}
	below := n*tt - t*t
	return (n*tx - t*x) / below, (n*ty - t*y) / below
}

// swayed returns the standard deviation of the velocities of the minutes of a stretch, m/s, and 0 for fewer
// than two minutes.
func swayed(points []boat.Point, east, north float64) float64 {
	var sum, legs float64
	begin := points[0]
	for _, p := range points[1:] {
		passed := p.Time.Sub(begin.Time)
		if passed < lasts(judgement.DriftLeg) {
			continue
		}
		e, h := boat.Metres(begin.Position, p.Position)
		s := passed.Seconds()
		sum += math.Pow(e/s-east, 2) + math.Pow(h/s-north, 2)
		legs++
		begin = p
	}
	if legs < 2 {
		return 0
	}
	return math.Sqrt(sum / (legs - 1))
}
