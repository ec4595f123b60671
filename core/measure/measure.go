package measure

import (
	"cmp"
	"math"
	"slices"
	"strconv"
	"strings"

	"dunvel/core/boat"
	"dunvel/core/catalogue"
	"dunvel/core/droptest"
	"dunvel/core/input"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// The ways to measure.
const (
	Float = "float"         // a float passes a length
	Line  = "line angle"    // a head hangs in the current
	Drift = "two positions" // a boat drifts
	Cast  = "cast"          // turns of the reel, or paces
	Along = "track"         // a drift of a track that is kept
	ByLog = "log"           // falls that were logged at a place
)

// Ways are all of them.
var Ways = []string{Float, Line, Drift, Cast, Along, ByLog}

// Question is what the angler measured, as typed.
type Question struct {
	Way    string  `json:"way"`
	Length string  `json:"length"` // that a float passes
	Times  string  `json:"times"`  // that it takes, one or more
	Mass   float64 `json:"mass"`   // kg, of the head that hangs, or was cast
	Out    string  `json:"out"`    // line from the rod tip to the head
	Angle  string  `json:"angle"`  // of the line from the vertical, or two lengths: aside / down
	From   string  `json:"from"`   // positions of the boat
	To     string  `json:"to"`
	Time   string  `json:"time"`   // between them
	Toward string  `json:"toward"` // the compass course of the cast; may be empty
	Each   string  `json:"each"`   // line of a turn, or length of a pace
	Counts string  `json:"counts"` // turns or paces, one number a cast

	Drift *Drifted         `json:"drift,omitempty"` // of a track
	At    *droptest.FlowAt `json:"at,omitempty"`    // what the log has of a place
}

// Found is the measured value, and the fields of the setup that it sets, by path.
type Found struct {
	Measured
	Changes map[string]any `json:"changes"`
}

// Measure works out a value from what was typed, in the units of choice. The error is input.Errors, or that
// of a unit that does not exist.
func Measure(q Question, s setup.Setup, choice units.Choice) (*Found, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	by, ok := ways()[q.Way]
	if !ok {
		return nil, fieldError("way", "Way: “%s” is not one of %s.", q.Way, strings.Join(Ways, ", "))
	}
	read := reader{choice: choice}
	out, err := by(&read, q, s)
	if err = cmp.Or(read.wrong, err); err != nil {
		return nil, err
	}
	return out, nil
}

// ways are the ways to measure, by name. A text that cannot be read is the reader's error, which comes before
// any other. It is a function so that the linker can leave it out of programs that measure nothing.
func ways() map[string]func(r *reader, q Question, s setup.Setup) (*Found, error) {
	return map[string]func(r *reader, q Question, s setup.Setup) (*Found, error){
		Float: func(r *reader, q Question, _ setup.Setup) (*Found, error) {
			length, times := r.number("length", "Length", "depth", q.Length), r.times(q.Times)
			m, err := ifRead(r, func() (Measured, error) { return ByFloat(length, times, r.choice) })
			return &Found{Measured: m, Changes: map[string]any{
				"flow.speed": m.Value, "flow.spread": m.Spread, "flow.nearBed": 0, "flow.source": setup.FloatTest,
			}}, err
		},
		Line: func(r *reader, q Question, s setup.Setup) (*Found, error) {
			length, angle := r.number("out", "Line out", "depth", q.Out), r.angle(q.Angle)
			m, err := ifRead(r, func() (Measured, error) { return ByLine(s, q.Mass, length, angle, r.choice) })
			return &Found{Measured: m, Changes: map[string]any{"flow.speed": m.Value, "flow.spread": m.Spread,
				"flow.nearBed": 0}}, err
		},
		Drift: func(r *reader, q Question, s setup.Setup) (*Found, error) {
			from, to, time := r.position("from", "From", q.From), r.position("to", "To", q.To),
				r.number("time", "Time", "time", q.Time)
			m, err := ifRead(r, func() (Measured, error) { return ByFixes(from, to, time, r.choice) })
			return &Found{Measured: m, Changes: r.drift(q, s, m)}, err
		},
		Along: func(r *reader, q Question, s setup.Setup) (*Found, error) {
			if q.Drift == nil {
				return nil, fieldError("drift", "Drift: choose one of a track.")
			}
			if message := setup.LookupField("boat.speed").Check(q.Drift.Value, r.choice); message != "" {
				return nil, fieldError("drift", "%s", message)
			}
			m := q.Drift.Measured
			m.Spread = min(max(m.Spread, 0), setup.LookupField("boat.spread").Max)
			return &Found{Measured: m, Changes: r.drift(q, s, m)}, nil
		},
		ByLog: func(r *reader, q Question, s setup.Setup) (*Found, error) {
			if q.At == nil {
				return nil, fieldError("at", "Place: choose one of the log.")
			}
			m, err := byLog(*q.At, s, r.choice)
			return &Found{Measured: m, Changes: map[string]any{
				"flow.speed": m.Value, "flow.spread": m.Spread, "flow.nearBed": s.Flow.NearBed * q.At.Factor,
			}}, err
		},
		Cast: func(r *reader, q Question, _ setup.Setup) (*Found, error) {
			each, counts := r.number("each", "Each", "depth", q.Each), r.counts(q.Counts)
			m, err := ifRead(r, func() (Measured, error) { return ByTurns(counts, each, r.choice) })
			return &Found{Measured: m, Changes: map[string]any{"rod.thrown": m.Value, "rod.thrownMass": q.Mass}}, err
		},
	}
}

// ifRead calls by, unless a text could not be read.
func ifRead(r *reader, by func() (Measured, error)) (Measured, error) {
	if r.wrong != nil {
		return Measured{}, r.wrong
	}
	return by()
}

// drift returns the fields of the setup that a measured drift sets.
func (r *reader) drift(q Question, s setup.Setup, m Measured) map[string]any {
	out := map[string]any{"boat.speed": m.Value, "boat.spread": m.Spread, "boat.measured": true}
	if strings.TrimSpace(q.Toward) != "" {
		// Compass courses count to the right, directions of a setup to the left of the cast.
		toward := r.number("toward", "The cast goes", "angle", q.Toward)
		out["boat.direction"] = boat.Turn(toward - m.Direction)
	}
	if catalogue.BoatOf(s.Boat.Kind).Held {
		out["boat.kind"] = catalogue.Skiff
	}
	return out
}

// reader reads typed texts and gathers what is wrong with them.
type reader struct {
	choice units.Choice
	wrong  error
}

func (r *reader) fail(field, format string, args ...any) {
	errs, _ := r.wrong.(input.Errors)
	r.wrong = append(slices.Clone(errs), fieldError(field, format, args...)...)
}

func (r *reader) number(field, label, measure, text string) float64 {
	unit := r.choice.Unit(measure)
	value, _, err := units.Parse(text, unit.Dimension, unit)
	if err != nil {
		r.fail(field, "%s: %s.", label, err)
	}
	return value
}

// angle reads an angle from the vertical, in degrees, or two lengths: how far the line goes aside over how
// far it goes down.
func (r *reader) angle(text string) float64 {
	aside, down, two := strings.Cut(text, "/")
	if !two {
		return r.number("angle", "Angle", "angle", text)
	}
	_, unit, _ := units.Read(down, r.choice.Unit("size")) // one unit may stand for both lengths
	if bare, _, err := units.Read(aside, unit); err == nil &&
		strings.TrimSpace(aside) == strconv.FormatFloat(bare, 'f', -1, 64) {
		aside += " " + unit.Symbol
	}
	a, d := r.number("angle", "Angle", "size", aside), r.number("angle", "Angle", "size", down)
	if r.wrong == nil && !(a > 0 && d > 0) {
		r.fail("angle", "Angle: %s is not two lengths; write how far the line is aside over how far it is down, 40 / "+
			"90 cm.", text)
		return 0
	}
	return math.Atan2(a, d) * 180 / math.Pi
}

func (r *reader) times(text string) []float64 {
	out, err := droptest.ReadTimes(text)
	if err != nil {
		r.fail("times", "%s", err)
	}
	return out
}

func (r *reader) position(field, label, text string) Position {
	p, err := ReadPosition(text)
	if err != nil {
		r.fail(field, "%s: %s.", label, err)
	}
	return p
}

// between matches what separates two numbers.
var between = units.Pattern(`[\s;]+|,\s+`)

// counts reads numbers of turns or paces.
func (r *reader) counts(text string) []float64 {
	var out []float64
	for _, word := range between().Split(strings.TrimSpace(text), -1) {
		if word == "" {
			continue
		}
		n, ok := droptest.ReadTime(word)
		if !ok || !(n > 0) || n > 1000 || strings.Contains(word, ":") {
			r.fail("counts", "Counts: “%s” is not a number of turns or paces; write one for each cast, such as 34 36 "+
				"33.", word)
			return nil
		}
		out = append(out, n)
	}
	return out
}
