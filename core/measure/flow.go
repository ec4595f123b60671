package measure

import (
	"fmt"
	"math"

	"dunvel/core/almanac"
	"dunvel/core/boat"
	"dunvel/core/catalogue"
	"dunvel/core/droptest"
	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/units"
)

// Measured is a measured value and how well it is known.
type Measured struct {
	Value     float64 `json:"value"`     // m/s of a current or a drift, m of a cast
	Spread    float64 `json:"spread"`    // relative standard deviation
	Direction float64 `json:"direction"` // of a drift: degrees from north, clockwise
	Words     string  `json:"words"`
}

// fieldError is an error about one field.
func fieldError(field, format string, args ...any) input.Errors {
	return input.Errors{{Field: field, Message: fmt.Sprintf(format, args...)}}
}

// ByFloat returns the speed of a current from the times in s that a float took to pass a length in m.
func ByFloat(length float64, times []float64, choice units.Choice) (Measured, error) {
	field := setup.Field{Label: "Length", Measure: "depth", Min: 0.5, Max: 500}
	if message := field.Check(length, choice); message != "" {
		return Measured{}, fieldError("length", "%s", message)
	}
	if len(times) == 0 {
		return Measured{}, fieldError("times", "Times: there is none; write seconds, such as 12 13.5 11.")
	}
	for _, s := range times {
		if message := droptest.CheckTime(s); message != "" {
			return Measured{}, fieldError("times", "%s", message)
		}
	}
	mean, sd := droptest.Timing(times)
	run := sd / mean
	if len(times) == 1 {
		run = math.Hypot(run, judgement.FloatRun.Spread) // one run does not show how much runs differ
	}
	out := Measured{Value: length / mean, Spread: math.Hypot(judgement.FloatOwn.Spread, run)}
	if most := setup.LookupField("flow.speed").Max; out.Value > most {
		return Measured{}, fieldError("times",
			"Times: %s in %s is %s, more than the %s that is allowed; are they seconds?", choice.Show("depth", length),
			units.Seconds(mean), choice.Show("speed", out.Value), choice.Show("speed", most))
	}
	out.Words = fmt.Sprintf("%s from %s of a float, ± %s.", choice.Show("speed", out.Value),
		units.Counted(len(times), "run"), units.Percent(out.Spread))
	return out, nil
}

// ByLine returns the speed of the current at the surface from the angle of the line at the rod tip, in degrees
// from the vertical: a head of a mass in kg hangs off the bed on out m of line from a boat that lies still. It
// inverts the statics of the line.
func ByLine(s setup.Setup, mass, out, angle float64, choice units.Choice) (Measured, error) {
	s.Boat = setup.Boat{Kind: catalogue.Anchored}
	s.Wind, s.Cast.Distance, s.Cast.Drag, s.Water.SplashDepth = setup.Wind{Source: setup.ByEye}, 0, 0, 0
	s.Flow.Speed, s.Flow.NearBed, s.Target = 0, 0, setup.Default().Target
	s.Approach = setup.Default().Approach
	s.Rigging.Kind = rigging.SingleHead
	if err := s.Validate(choice); err != nil {
		return Measured{}, err
	}
	line := setup.Field{Label: "Line out", Measure: "depth", Min: s.Rod.TipHeight + 0.5, Max: s.Rod.TipHeight +
		s.Water.Depth}
	if message := line.Check(out, choice); message != "" {
		return Measured{}, fieldError("out", "%s It is counted from the rod tip, and the head hangs off the bed.",
			message)
	}
	tilt := setup.Field{Label: "Angle", Measure: "angle", Min: 2, Max: 80}
	if message := tilt.Check(angle, choice); message != "" {
		return Measured{}, fieldError("angle", "%s It is that of the line from the vertical.", message)
	}
	speed, err := speedAt(s, mass, out, angle, 1)
	if err != nil {
		return Measured{}, err
	}
	if speed == 0 {
		return Measured{}, fieldError("angle",
			"Angle: with %s on %s of line no current up to %s gives %.0f°; is the head in the water and off the bed?",
			choice.Show("mass", mass), choice.Show("depth", out),
			choice.Show("speed", setup.LookupField("flow.speed").Max), angle)
	}
	// How much the speed changes with each unknown, moved by one standard deviation.
	var sum float64
	add := func(s setup.Setup, mass, angle, tow float64) error {
		other, err := speedAt(s, mass, out, angle, tow)
		if other > 0 {
			sum += math.Pow(math.Log(other/speed), 2)
		}
		return err
	}
	thicker := s
	thicker.Line.Diameter *= spread.Factor(math.Hypot(model.DiameterSpread(s), judgement.NormalSpread.Spread), 1)
	for _, err := range []error{
		add(s, mass, angle+judgement.AngleByEye.Number, 1),
		add(s, mass, angle, spread.Factor(judgement.TowArea.Spread, 1)),
		add(thicker, mass, angle, 1),
		add(s, mass*spread.Factor(model.HeadSpread(s), 1), angle, 1),
	} {
		if err != nil {
			return Measured{}, err
		}
	}
	m := Measured{Value: speed, Spread: spread.RelativeSD(math.Sqrt(sum))}
	m.Words = fmt.Sprintf("%s at the surface from a line that stands at %.0f°, ± %s.", choice.Show("speed", speed),
		angle, units.Percent(m.Spread))
	return m, nil
}

// speedAt returns the current at the surface at which the line stands at an angle, 0 where none makes it do
// so. It bisects, as a faster current always lifts the line farther. tow is a factor on the drag areas.
func speedAt(s setup.Setup, mass, out, angle, tow float64) (float64, error) {
	tilt := func(speed float64) (float64, error) {
		s.Flow.Speed = speed
		scene, err := model.Scene(s)
		if err != nil {
			return 0, err
		}
		r, _, err := model.Rig(s, mass, scene.Water)
		if err != nil {
			return 0, err
		}
		for i := range r.Bodies {
			r.Bodies[i].TowArea *= tow
		}
		e := scene.Rest(r, mechanics.Gait{}, out, nil)
		if e.Outcome == mechanics.OnBed || e.Outcome == mechanics.Slack {
			return 0, nil // the head lies on the bed: the current does not lift it
		}
		if e.Outcome != mechanics.Hangs {
			return 90, nil // carried off
		}
		up := e.TipTension
		return math.Atan2(math.Hypot(up.X, up.Y), math.Abs(up.Z)) * 180 / math.Pi, nil
	}
	low, high := 0.0, setup.LookupField("flow.speed").Max
	most, err := tilt(high)
	if err != nil || most < angle {
		return 0, err
	}
	for range 40 {
		middle := (low + high) / 2
		got, err := tilt(middle)
		if err != nil {
			return 0, err
		}
		if got < angle {
			low = middle
		} else {
			high = middle
		}
	}
	return (low + high) / 2, nil
}

// ByFixes returns the drift of a boat from two positions and the time between them, s.
func ByFixes(from, to Position, time float64, choice units.Choice) (Measured, error) {
	field := setup.Field{Label: "Time", Measure: "time", Min: 5, Max: 7200}
	if message := field.Check(time, choice); message != "" {
		return Measured{}, fieldError("time", "%s", message)
	}
	east, north := boat.Metres(almanac.Position{Latitude: from.North, Longitude: from.East},
		almanac.Position{Latitude: to.North, Longitude: to.East})
	far := math.Hypot(east, north)
	out := Measured{Value: far / time, Direction: boat.Course(east, north)}
	if most := setup.LookupField("boat.speed").Max; out.Value > most {
		return Measured{}, fieldError("to",
			"To: %s from the first in %s is a drift of %s, more than the %s that is allowed.", choice.Show("depth",
				far), units.Seconds(time), choice.Show("speed", out.Value), choice.Show("speed", most))
	}
	fix := math.Sqrt2 * judgement.Fix.Number
	if far < fix {
		return Measured{}, fieldError("to",
			"To: it is %s from the first, less than two fixes are sure of (%s); drift longer.",
			choice.Show("depth", far), choice.Show("depth", fix))
	}
	out.Spread = math.Hypot(fix/far, judgement.Timing.Number/time)
	out.Words = fmt.Sprintf("%s towards %03.0f°, ± %s.", choice.Show("speed", out.Value), out.Direction,
		units.Percent(out.Spread))
	return out, nil
}

// ByTurns returns the mean length of casts in m from counts of turns of the reel, or of paces; each is the
// line of a turn or the length of a pace, m.
func ByTurns(counted []float64, each float64, choice units.Choice) (Measured, error) {
	field := setup.Field{Label: "Each", Measure: "depth", Min: 0.1, Max: 3}
	if message := field.Check(each, choice); message != "" {
		return Measured{}, fieldError("each", "%s", message)
	}
	if len(counted) == 0 {
		return Measured{}, fieldError("counts",
			"Counts: there is none; write how many, one number a cast, such as 34 36 33.")
	}
	var mean float64
	for _, n := range counted {
		mean += n * each / float64(len(counted))
	}
	limits := setup.LookupField("rod.thrown")
	if mean < 2 || mean > limits.Max {
		return Measured{}, fieldError("counts", "Counts: they make a cast of %s, outside what is allowed, %s to %s.",
			choice.Show("depth", mean), choice.Show("depth", 2), choice.Show("depth", limits.Max))
	}
	var sum float64
	for _, n := range counted {
		sum += math.Pow(n*each-mean, 2)
	}
	out := Measured{Value: mean, Spread: judgement.ReachFitted.Spread}
	if n := float64(len(counted)); n > 1 {
		out.Spread = math.Hypot(judgement.TurnLine.Spread, math.Sqrt(sum/(n-1)/n)/mean)
	}
	out.Words = fmt.Sprintf("%s from %s, ± %s.", choice.Show("depth", mean), units.Counted(len(counted), "cast"),
		units.Percent(out.Spread))
	return out, nil
}

// byLog returns the current of the setup corrected by the falls that were logged at a place.
func byLog(f droptest.FlowAt, s setup.Setup, choice units.Choice) (Measured, error) {
	speed := setup.LookupField("flow.speed")
	if s.Flow.Speed == 0 {
		return Measured{}, fieldError("at",
			"Current: none is entered; enter what you would say of it by eye, and it is set right by the log.")
	}
	if !(f.Factor > 0) || !(f.Spread >= 0) || f.Spread > setup.LookupField("flow.spread").Max {
		return Measured{}, fieldError("at", "Place: %g times, known to %g, is nothing that a log says.",
			f.Factor, f.Spread)
	}
	out := Measured{Value: s.Flow.Speed * f.Factor, Spread: f.Spread}
	if message := speed.Check(out.Value, choice); message != "" {
		return Measured{}, fieldError("at", "%s", message)
	}
	out.Words = fmt.Sprintf("%s at %s, %.2f times what is entered (%s).", choice.Show("speed", out.Value), f.Where,
		f.Factor, units.Counted(f.Falls, "fall"))
	return out, nil
}
