package droptest

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"sync"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"
)

// Fit is what the tests of one bait say of its drag as it falls, over what is
// usual for its form.
type Fit struct {
	Outcome string  `json:"outcome"` // Fitted, NoDrops or Beyond
	Factor  float64 `json:"factor"`  // median
	Spread  float64 `json:"spread"`  // relative standard deviation
	Before  float64 `json:"before"`  // that of before any test
	Drops   int     `json:"drops"`   // that count
}

// How a fit may come out.
const (
	Fitted  = "fitted"
	NoDrops = "no drops"          // none that count
	Beyond  = "beyond the bounds" // no drag within reason explains the times; it is not to be used
)

// datum is what a test adds to a fit.
type datum struct {
	mean, sd float64 // s
	gradient float64 // of the logarithm of the time in that of the factor
}

// FitDrag fits the tests of one bait: the factor most probable under the spread
// of baits of its form and the errors of the times, by Gauss-Newton on its
// logarithm, and its spread by the curvature there (Tarantola, 2005, Inverse
// Problem Theory, section 3.2). Tests on the water do not count: more than the
// bait is uncertain there. Errors are those of the engine.
func FitDrag(ctx context.Context, tests []Test) (Fit, error) {
	prior := spread.LogSD(judgement.FallArea.Spread)
	out := Fit{Outcome: NoDrops, Factor: 1, Spread: judgement.FallArea.Spread, Before: judgement.FallArea.Spread}
	var data []datum
	var counted []Test
	for _, t := range tests {
		times := t.counted()
		if t.Place == OnWater || len(times) == 0 {
			continue
		}
		mean, sd := Timing(times)
		data, counted = append(data, datum{mean: mean, sd: sd}), append(counted, t)
		out.Drops += len(times)
	}
	if len(data) == 0 {
		return out, nil
	}
	// Times go with the root of the drag: their logarithms are all but straight
	// in that of the factor. The gradient is taken once, and few rounds are enough.
	const rounds, step, close = 8, 0.1, 1e-3
	bound := math.Log(judgement.DragMost.Number)
	there, err := runs(ctx, counted, math.Exp(step))
	if err != nil {
		return out, err
	}
	log, information := 0.0, 0.0
	for round := range rounds {
		slope := log / (prior * prior)
		information = 1 / (prior * prior)
		here, err := runs(ctx, counted, math.Exp(log))
		if err != nil {
			return out, err
		}
		for i := range data {
			d, r := &data[i], here[i]
			if round == 0 {
				d.gradient = math.Log(there[i].time/r.time) / step
			}
			if r.time == 0 || math.IsInf(d.gradient, 0) {
				out.Outcome = Beyond
				return out, nil
			}
			sd := math.Hypot(d.sd/d.mean, counted[i].shared(r))
			slope += d.gradient * math.Log(r.time/d.mean) / (sd * sd)
			information += d.gradient * d.gradient / (sd * sd)
		}
		next := min(max(log-slope/information, -bound), bound)
		moved := math.Abs(next - log)
		log = next
		if moved < close {
			break
		}
	}
	out.Outcome, out.Factor, out.Spread = Fitted, math.Exp(log), spread.RelativeSD(1/math.Sqrt(information))
	if math.Abs(log) > bound-close {
		out.Outcome = Beyond
	}
	return out, nil
}

// Carried is a fit as it is good for another bait of the same form and make: as
// well as it is known, and less well the more the two differ; ok is false where
// they are not of a kind, or it says no more than the form does.
func (f Fit) Carried(from, to setup.Bait) (Fit, bool) {
	if f.Outcome != Fitted || from.Form != to.Form || from.Body != to.Body {
		return Fit{}, false
	}
	sd := spread.LogSD(f.Spread)
	change := math.Abs(math.Log2((from.Length + from.Trimmed) / (to.Length + to.Trimmed)))
	if change > judgement.SameLength.Number {
		sd = math.Hypot(sd, spread.LogSD(judgement.CarryLength.Spread)*change)
	}
	if math.Abs(from.Trimmed/from.Length-to.Trimmed/to.Length) > judgement.SameLength.Number {
		sd = math.Hypot(sd, spread.LogSD(judgement.CarryTrim.Spread))
	}
	if from.NoTail != to.NoTail {
		sd = math.Hypot(sd, spread.LogSD(judgement.CarryTail.Spread))
	}
	f.Spread = spread.RelativeSD(sd)
	return f, f.Spread < f.Before
}

// Same is whether two baits are one and the same kind.
func Same(a, b setup.Bait) bool {
	near := func(x, y float64) bool { return math.Abs(x-y) <= judgement.SameLength.Number*max(a.Length, b.Length) }
	return a.Form == b.Form && a.Body == b.Body && a.NoTail == b.NoTail &&
		near(a.Length, b.Length) && near(a.Trimmed, b.Trimmed)
}

// Known remembers fits, so that tests that have not changed are not fitted
// again. It is safe for concurrent use; the zero value is ready.
type Known struct {
	mutex sync.Mutex
	fits  map[string]Fit
}

// mostKnown is how many fits are remembered.
const mostKnown = 64

// Best is the fit that says most of a bait, from all tests there are, and the
// bait that was dropped; ok is false where none says anything.
func (k *Known) Best(ctx context.Context, tests []Test, bait setup.Bait) (best Fit, of setup.Bait, ok bool, err error) {
	left := slices.Clone(tests)
	for len(left) > 0 {
		first := left[0].Setup.Bait
		var group []Test
		left = slices.DeleteFunc(left, func(t Test) bool {
			if !Same(t.Setup.Bait, first) {
				return false
			}
			group = append(group, t)
			return true
		})
		if first.Form != bait.Form || first.Body != bait.Body {
			continue
		}
		fit, err := k.fit(ctx, group)
		if err != nil {
			return Fit{}, setup.Bait{}, false, err
		}
		if carried, good := fit.Carried(first, bait); good && (!ok || carried.Spread < best.Spread) {
			best, of, ok = carried, first, true
		}
	}
	return best, of, ok, nil
}

// fit is FitDrag, or what it gave for the same tests before.
func (k *Known) fit(ctx context.Context, tests []Test) (Fit, error) {
	text, err := json.Marshal(tests)
	if err != nil {
		return Fit{}, fmt.Errorf("measure: %w", err)
	}
	key := string(text)
	k.mutex.Lock()
	fit, ok := k.fits[key]
	k.mutex.Unlock()
	if ok {
		return fit, nil
	}
	if fit, err = FitDrag(ctx, tests); err != nil {
		return Fit{}, err
	}
	k.mutex.Lock()
	defer k.mutex.Unlock()
	if k.fits == nil || len(k.fits) >= mostKnown {
		k.fits = map[string]Fit{}
	}
	k.fits[key] = fit
	return fit, nil
}
