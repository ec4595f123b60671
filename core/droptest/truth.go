package droptest

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/units"

	"gonum.org/v1/gonum/floats"
	"gonum.org/v1/gonum/stat"
)

// Truth is what times taken on the water say of the predictions.
type Truth struct {
	Cases  []Case  `json:"cases"`
	Causes []Cause `json:"causes"` // the most probable first
	Words  string  `json:"words"`
}

// Case is a time on the water and what was expected.
type Case struct {
	Mass     float64 `json:"mass"`     // kg
	Depth    float64 `json:"depth"`    // m
	Measured float64 `json:"measured"` // s
	Expected float64 `json:"expected"` // s
	Low      float64 `json:"low"`      // s, 80 % range of what was expected
	High     float64 `json:"high"`

	LineOut      float64 `json:"lineOut"` // m at the touch; 0: not counted
	LineExpected float64 `json:"lineExpected"`
}

// Cause is one change that would explain the times.
type Cause struct {
	Name   string  `json:"name"`
	Factor float64 `json:"factor"` // what it is over what was entered, if it is that
	Sure   float64 `json:"sure"`   // probability that it is the one
}

// suspect is an input that may be off for all of the times alike.
type suspect struct {
	more, less string
	spread     func(Test) float64
	change     func(t *Test, factor float64)
	bias       bool // it is off in the same way again and again: see FindBias
}

var suspects = []suspect{
	{"the current is stronger than entered", "the current is weaker than entered",
		func(t Test) float64 { return model.FlowSpread(t.Setup) },
		func(t *Test, f float64) { t.Setup.Flow.Speed *= f; t.Setup.Flow.NearBed *= f }, true},
	{"the wind is stronger than entered", "the wind is weaker than entered",
		func(t Test) float64 { return model.WindSpread(t.Setup) },
		func(t *Test, f float64) { t.Setup.Wind.Speed *= f }, false},
	{"the line is thicker than its label", "the line is thinner than its label",
		func(t Test) float64 { return math.Hypot(model.DiameterSpread(t.Setup), judgement.NormalSpread.Spread) },
		func(t *Test, f float64) { t.Setup.Line.Diameter *= f }, true},
	{"head, hook or keeper are heavier than marked", "head, hook or keeper are lighter than marked",
		func(t Test) float64 { return model.HeadSpread(t.Setup) },
		func(t *Test, f float64) { t.Mass *= f }, false},
	{"the bait drags more than expected", "the bait drags less than expected",
		func(t Test) float64 { return model.DragSpread(t.Setup) },
		func(t *Test, f float64) { t.Setup.Bait.Drag = drag(t.Setup) * f }, true},
	{"the water is deeper than entered", "the water is shallower than entered",
		func(Test) float64 { return judgement.DepthSpread.Spread },
		func(t *Test, f float64) { t.Setup.Water.Depth *= f; t.Setup.Water.SplashDepth *= f }, false},
}

// drag of the bait of a setup, over what is usual for its form.
func drag(s setup.Setup) float64 {
	if s.Bait.Drag > 0 {
		return s.Bait.Drag
	}
	return 1
}

// evidence is what times and lengths of line say: of each the logarithm of
// measured over expected, and its error; of each suspect what a standard
// deviation of it does to that, and the deviations.
type evidence struct {
	off, own   []float64
	bend, wide [][]float64
}

// Check compares times on the water with what the engine expects. Each suspect
// on its own, and chance alone, is held to account for all of them: how probable
// the times are under it, linear around what was entered, says how sure it is
// (Bayes factors; Kass and Raftery, 1995). Every suspect that matters is taken
// to be as likely as the others beforehand, and chance as all of them together.
// Errors are that a unit is not known, and those of the engine.
func Check(ctx context.Context, tests []Test, choice units.Choice) (*Truth, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	out := &Truth{Cases: []Case{}, Causes: []Cause{}}
	e := evidence{bend: make([][]float64, len(suspects)), wide: make([][]float64, len(suspects))}
	tests = slices.SortedStableFunc(slices.Values(tests), func(a, b Test) int { return cmp.Compare(a.Mass, b.Mass) })
	for _, t := range tests {
		times := t.counted()
		if t.Place != OnWater || len(times) == 0 {
			continue
		}
		here, err := t.run(ctx, drag(t.Setup))
		if err != nil {
			return nil, err
		}
		if here.time == 0 || here.floats {
			continue // nothing to compare with
		}
		others, err := e.others(ctx, t)
		if err != nil {
			return nil, err
		}
		mean, sd := Timing(times)
		reach := e.add(here, others, func(r run) float64 { return r.time }, mean,
			math.Hypot(sd/mean, judgement.WaterModel.Spread))
		c := Case{Mass: t.Mass, Depth: t.Setup.Water.Depth, Measured: mean, Expected: here.time, Low: here.time / reach,
			High: here.time * reach}
		if lines := t.lines(); len(lines) > 0 {
			c.LineOut, c.LineExpected = stat.Mean(lines, nil), here.line
			e.add(here, others, func(r run) float64 { return r.line }, c.LineOut, judgement.LineCounted.Spread)
		}
		out.Cases = append(out.Cases, c)
	}
	if len(out.Cases) == 0 {
		out.Words = "There are no times on the water yet. Count one from the splash to the touch, and put it in."
		return out, nil
	}
	out.Causes = e.causes()
	out.Words = say(out.Cases, out.Causes)
	return out, nil
}

// other is a test with one suspect a standard deviation off.
type other struct {
	sd float64 // 0 where it is known
	run
}

func (e *evidence) others(ctx context.Context, t Test) ([]other, error) {
	out := make([]other, len(suspects))
	for k, s := range suspects {
		out[k].sd = s.spread(t)
		if out[k].sd == 0 {
			continue
		}
		moved := t
		s.change(&moved, spread.Factor(out[k].sd, 1))
		var err error
		if out[k].run, err = moved.run(ctx, drag(moved.Setup)); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// add adds what was measured of a test, with its relative error, and returns by
// how much what is expected may be off, as a factor either way, in 8 cases of 10.
func (e *evidence) add(here run, others []other, of func(run) float64, measured, own float64) (reach float64) {
	e.off, e.own = append(e.off, math.Log(measured/of(here))), append(e.own, own)
	wide := own * own
	for k, o := range others {
		per := 0.0
		if o.sd > 0 && of(o.run) > 0 {
			per = math.Log(of(o.run) / of(here))
		}
		e.bend[k], e.wide[k] = append(e.bend[k], per), append(e.wide[k], o.sd)
		wide += per * per
	}
	return math.Exp(spread.Reach * math.Sqrt(wide))
}

// likely is the logarithm of how probable the times are where one thing bends them, or
// nothing does: a normal density whose covariance is a diagonal and one product, of which
// the determinant and the inverse are known in closed form (Sherman and Morrison, 1950).
func (e *evidence) likely(bend []float64) float64 {
	sum, apart, bent, along := 0.0, 0.0, 1.0, 0.0
	for i, off := range e.off {
		own := e.own[i] * e.own[i]
		sum += math.Log(2 * math.Pi * own)
		apart += off * off / own
		if bend != nil {
			bent += bend[i] * bend[i] / own
			along += bend[i] * off / own
		}
	}
	return -(sum + math.Log(bent) + apart - along*along/bent) / 2
}

// matters is the least that a suspect has to do to a time, as a share of it.
const matters = 2e-3

// causes weighs the suspects and chance, the most probable first.
func (e *evidence) causes() []Cause {
	chance := e.likely(nil)
	out := []Cause{}
	sum := 0.0
	for k, s := range suspects {
		if floats.Norm(e.bend[k], math.Inf(1)) < matters {
			continue
		}
		// How far it is off: least squares, with what it was taken to be.
		up, down := 0.0, 1.0
		for i, bend := range e.bend[k] {
			weight := bend / (e.own[i] * e.own[i])
			up += weight * e.off[i]
			down += weight * bend
		}
		z := up / down
		c := Cause{Name: s.more, Factor: spread.Factor(stat.Mean(e.wide[k], nil), z),
			Sure: math.Exp(e.likely(e.bend[k]) - chance)}
		if z < 0 {
			c.Name = s.less
		}
		sum += c.Sure
		out = append(out, c)
	}
	out = append(out, Cause{Name: Chance, Factor: 1, Sure: float64(max(len(out), 1))})
	sum += out[len(out)-1].Sure
	for i := range out {
		out[i].Sure /= sum
	}
	slices.SortStableFunc(out, func(a, b Cause) int { return cmp.Compare(b.Sure, a.Sure) })
	return out
}

// Chance is the cause that is none.
const Chance = "chance"

// say tells the bias and its likely cause.
func say(cases []Case, causes []Cause) string {
	log := 0.0
	for _, c := range cases {
		log += math.Log(c.Measured/c.Expected) / float64(len(cases))
	}
	bias := math.Exp(log)
	what := fmt.Sprintf("On the water it takes %s longer than expected", units.Percent(bias-1))
	if bias < 1 {
		what = fmt.Sprintf("On the water it takes %s less time than expected", units.Percent(1-bias))
	}
	what += fmt.Sprintf(" (%s). ", units.Counted(len(cases), "case"))
	likely := causes[0]
	if likely.Name == Chance {
		return what + fmt.Sprintf("That is within what chance and a hand on the watch do, %s.",
			spread.Odds(likely.Sure))
	}
	return what + fmt.Sprintf("What explains it best by itself: %s, %.2f times (%s).", likely.Name, likely.Factor,
		spread.Odds(likely.Sure))
}
