package droptest

import (
	"context"
	"fmt"
	"math"
	"slices"

	"dunvel/core/abreast"
	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/spread"

	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/stat"
)

// Spotted is a test on the water, at a place that has a name, on a trip that has a number.
type Spotted struct {
	Where string
	Trip  int
	Test
}

// FlowAt is what times to the bed say of the current at a place: so many times what was
// entered there, trip after trip. Spread is how far a trip may be from that, relative standard
// deviation.
type FlowAt struct {
	Where  string  `json:"where"`
	Factor float64 `json:"factor"`
	Spread float64 `json:"spread"`
	Falls  int     `json:"falls"`
}

// LineAs is what they say of a line: it drags as if it were so many times as thick as it is said to be.
type LineAs struct {
	Material string  `json:"material"`
	Diameter float64 `json:"diameter"` // m, as it is said
	Factor   float64 `json:"factor"`
	Spread   float64 `json:"spread"` // relative standard deviation
	Falls    int     `json:"falls"`
}

// Bias is by how much what was expected is off, by what could be the reason, as far as the times
// tell it apart.
type Bias struct {
	Flows []FlowAt `json:"flows"`
	Lines []LineAs `json:"lines"`
}

// Is tells whether a line is the one.
func (l LineAs) Is(other setup.Line) bool {
	return l.Material == other.Material && math.Abs(l.Diameter-other.Diameter) <= judgement.SameLength.Number*l.Diameter
}

// The kinds of unknowns of a bias.
const (
	atPlace = iota
	onTrip
	ofLine
	ofBait // how it drags, which is no result: drop tests tell it better
)

// unknown is a factor that tests share, with how far it may be from 1, as a standard deviation
// of its logarithm, before any test.
type unknown struct {
	kind   int
	where  string
	trip   int
	line   LineAs
	bait   setup.Bait
	before float64
	falls  int
}

// biased is a test with the unknowns it depends on, by their numbers, and what they do to its time.
type biased struct {
	Spotted
	place, trip, line, bait int // -1: it does not depend on one
	seen                    []seen
}

// seen is what was seen of a test, a time or a length of line.
type seen struct {
	of                     func(run) float64
	measured, own          float64 // own: its error, relative
	expected               float64 // with the factors as they are taken to be
	byFlow, byLine, byBait float64 // what their logarithms do to that of it
}

// FindBias takes the times of tests on the water, and the line that was out then where it was counted,
// apart into what is of the place, of the day and of the line: currents are entered by eye and lines
// by their labels, which is off in the same way again and again. All are fitted together, linear
// around what they are taken to be until they settle, with how each bait drags, each drawn to 1 by how
// well it is known beforehand (Tarantola, 2005, Inverse Problem Theory, section 3.2). What else is not
// known of a test, wind, head and depth, is its own error. Errors are those of the engine.
func FindBias(ctx context.Context, tests []Spotted) (*Bias, error) {
	f, err := bend(ctx, tests)
	if err != nil {
		return nil, err
	}
	return f.found(judgement.BiasTold.Number), nil
}

// bend is the fit of tests.
func bend(ctx context.Context, tests []Spotted) (*bending, error) {
	f := &bending{}
	for _, t := range tests {
		if err := f.add(ctx, t); err != nil {
			return nil, err
		}
	}
	const rounds = 3
	for range rounds {
		if len(f.tests) == 0 {
			break
		}
		if err := f.look(ctx); err != nil {
			return nil, err
		}
		if err := f.solve(); err != nil {
			return nil, err
		}
	}
	return f, nil
}

// bending is a fit of what bends the times of tests.
type bending struct {
	tests     []biased
	unknowns  []unknown
	logs, sds []float64 // of the factors of the unknowns
}

// add adds a test, unless it says nothing.
func (f *bending) add(ctx context.Context, t Spotted) error {
	times := t.counted()
	if t.Place != OnWater || len(times) == 0 {
		return nil
	}
	here, err := t.run(ctx, drag(t.Setup))
	if err != nil || here.time == 0 || here.floats {
		return err
	}
	mean, sd := Timing(times)
	b := biased{Spotted: t, place: -1, trip: -1,
		seen: []seen{{of: func(r run) float64 { return r.time }, measured: mean,
			own: math.Hypot(sd/mean, judgement.WaterModel.Spread)}}}
	if lines := t.lines(); len(lines) > 0 {
		b.seen = append(b.seen, seen{of: func(r run) float64 { return r.line }, measured: stat.Mean(lines, nil),
			own: judgement.LineCounted.Spread})
	}
	for _, s := range suspects {
		if sd := s.spread(t.Test); sd > 0 && !s.bias {
			moved := t.Test
			s.change(&moved, spread.Factor(sd, 1))
			other, err := moved.run(ctx, drag(moved.Setup))
			if err != nil {
				return err
			}
			for i := range b.seen {
				v := &b.seen[i]
				v.own = math.Hypot(v.own, slope(v.of(here), v.of(other), 1))
			}
		}
	}
	falls := len(times)
	if sd := spread.LogSD(model.FlowSpread(t.Setup)); sd > 0 {
		share := judgement.SpotShare.Number // of the variance
		if t.Where != "" {
			b.place = f.unknown(unknown{kind: atPlace, where: t.Where, before: math.Sqrt(share) * sd, falls: falls})
		}
		b.trip = f.unknown(unknown{kind: onTrip, trip: t.Trip, before: math.Sqrt(1-share) * sd, falls: falls})
	}
	line := t.Setup.Line
	b.line = f.unknown(unknown{kind: ofLine, line: LineAs{Material: line.Material, Diameter: line.Diameter},
		before: spread.LogSD(math.Hypot(model.DiameterSpread(t.Setup), judgement.NormalSpread.Spread)), falls: falls})
	b.bait = f.unknown(unknown{kind: ofBait, bait: t.Setup.Bait,
		before: max(spread.LogSD(model.DragSpread(t.Setup)), nearly)})
	f.tests = append(f.tests, b)
	return nil
}

// nearly is how far something that is known exactly may be off all the same, so that it can be divided by.
const nearly = 1e-3

// unknown is the number of an unknown, which is a new one or one of before.
func (f *bending) unknown(u unknown) int {
	i := slices.IndexFunc(f.unknowns, func(o unknown) bool {
		return o.kind == u.kind && o.where == u.where && o.trip == u.trip &&
			(u.kind != ofLine || o.line.Is(setup.Line{Material: u.line.Material, Diameter: u.line.Diameter})) &&
			(u.kind != ofBait || Same(o.bait, u.bait))
	})
	if i < 0 {
		f.unknowns, f.logs, f.sds = append(f.unknowns, u), append(f.logs, 0), append(f.sds, 0)
		return len(f.unknowns) - 1
	}
	f.unknowns[i].falls += u.falls
	return i
}

// log is the logarithm of the factor of an unknown, by its number.
func (f *bending) log(of int) float64 {
	if of < 0 {
		return 0
	}
	return f.logs[of]
}

// look works out what is expected of every test, with the factors as they are taken to be, and
// what each does to it.
func (f *bending) look(ctx context.Context) error {
	const step = 0.1 // of a logarithm
	return abreast.Each(len(f.tests), func(i int) error {
		b := &f.tests[i]
		as := func(flow, line, bait float64) (run, error) {
			moved := b.Test
			s := &moved.Setup
			s.Flow.Speed *= math.Exp(flow)
			s.Flow.NearBed *= math.Exp(flow)
			s.Line.Thicker = math.Exp(line)
			return moved.run(ctx, drag(moved.Setup)*math.Exp(bait))
		}
		flow, line, bait := f.log(b.place)+f.log(b.trip), f.log(b.line), f.log(b.bait)
		var runs [4]run
		for k, more := range [4][3]float64{{0, 0, 0}, {step, 0, 0}, {0, step, 0}, {0, 0, step}} {
			var err error
			if runs[k], err = as(flow+more[0], line+more[1], bait+more[2]); err != nil {
				return err
			}
		}
		for k := range b.seen {
			v := &b.seen[k]
			v.expected = v.of(runs[0])
			v.byFlow, v.byLine, v.byBait = slope(v.expected, v.of(runs[1]), step),
				slope(v.expected, v.of(runs[2]), step), slope(v.expected, v.of(runs[3]), step)
		}
		return nil
	})
}

// slope is that of the logarithm of a time or a length; 0 where the bait does not get there.
func slope(here, there, step float64) float64 {
	if here == 0 || there == 0 {
		return 0
	}
	return math.Log(there/here) / step
}

// solve finds the most probable factors around what they are taken to be, and how well each is known.
func (f *bending) solve() error {
	n := len(f.unknowns)
	information, pull := mat.NewSymDense(n, nil), mat.NewVecDense(n, nil)
	for i, u := range f.unknowns {
		information.SetSym(i, i, 1/(u.before*u.before))
	}
	for _, b := range f.tests {
		for _, v := range b.seen {
			if v.expected > 0 {
				f.weigh(b, v, information, pull)
			}
		}
	}
	var whole mat.Cholesky
	if !whole.Factorize(information) {
		return fmt.Errorf("measure: the bias of %d tests cannot be solved for", len(f.tests))
	}
	var logs mat.VecDense
	var covariance mat.SymDense
	if err := whole.SolveVecTo(&logs, pull); err != nil {
		return fmt.Errorf("measure: bias: %w", err)
	}
	if err := whole.InverseTo(&covariance); err != nil {
		return fmt.Errorf("measure: bias: %w", err)
	}
	for i := range f.unknowns {
		f.logs[i], f.sds[i] = logs.AtVec(i), math.Sqrt(covariance.At(i, i))
	}
	return nil
}

// weigh adds what was seen of a test to what is known of the unknowns.
func (f *bending) weigh(b biased, v seen, information *mat.SymDense, pull *mat.VecDense) {
	gradient := slices.DeleteFunc([]bent{{b.place, v.byFlow}, {b.trip, v.byFlow}, {b.line, v.byLine},
		{b.bait, v.byBait}}, func(g bent) bool { return g.of < 0 })
	off := math.Log(v.measured / v.expected)
	for _, g := range gradient {
		off += g.per * f.logs[g.of]
	}
	weight := 1 / (v.own * v.own)
	for _, g := range gradient {
		pull.SetVec(g.of, pull.AtVec(g.of)+weight*g.per*off)
		for _, h := range gradient {
			if h.of >= g.of {
				information.SetSym(g.of, h.of, information.At(g.of, h.of)+weight*g.per*h.per)
			}
		}
	}
}

// bent is what the logarithm of the factor of an unknown does to that of what was seen.
type bent struct {
	of  int
	per float64
}

// found are the places and the lines that are known well enough: told is the share of how far each
// was known beforehand.
func (f *bending) found(told float64) *Bias {
	out := &Bias{Flows: []FlowAt{}, Lines: []LineAs{}}
	for i, u := range f.unknowns {
		factor, sd := math.Exp(f.logs[i]), f.sds[i]
		if sd > told*u.before {
			continue
		}
		switch u.kind {
		case atPlace:
			day := 0.0
			for _, b := range f.tests {
				if b.place == i {
					day = max(day, f.unknowns[b.trip].before)
				}
			}
			out.Flows = append(out.Flows,
				FlowAt{Where: u.where, Factor: factor, Spread: spread.RelativeSD(math.Hypot(sd, day)), Falls: u.falls})
		case ofLine:
			u.line.Factor, u.line.Spread, u.line.Falls = factor, spread.RelativeSD(sd), u.falls
			out.Lines = append(out.Lines, u.line)
		}
	}
	return out
}
