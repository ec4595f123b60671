package droptest

import (
	"errors"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/trust"
	"dunvel/core/units"
)

// dropped is a test of the usual bait in 3 m beside the boat.
func dropped(mass float64, times ...float64) Test {
	t := Test{Setup: setup.Default(), Mass: mass, Depth: 3, Place: Boat, Held: Slack}
	for _, s := range times {
		t.Drops = append(t.Drops, Drop{Time: s})
	}
	return t
}

// given is what the engine gives for a test.
func given(t *testing.T, test Test, factor float64) run {
	t.Helper()
	r, err := test.run(t.Context(), factor)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

// A known factor comes back from drops with the errors they are taken to have,
// and lies in its 80 % range as often as that says.
func TestFitCovers(t *testing.T) {
	if testing.Short() {
		t.Skip("a hundred fits")
	}
	const seeds = 100
	prior := spread.LogSD(judgement.FallArea.Spread)
	heads := []float64{3.5e-3, 7.1e-3}
	inside, off := 0, 0.0
	for seed := range uint64(seeds) {
		random := rand.New(rand.NewPCG(seed, 11))
		factor := math.Exp(prior * random.NormFloat64())
		var tests []Test
		for _, mass := range heads {
			test := dropped(mass)
			r := given(t, test, factor)
			shared := math.Exp(test.shared(r) * random.NormFloat64())
			for range 3 {
				fell := r.time * shared * math.Exp(judgement.DropModel.Spread*random.NormFloat64())
				test.Drops = append(test.Drops, Drop{Time: fell + judgement.Timing.Number*random.NormFloat64()})
			}
			tests = append(tests, test)
		}
		fit, err := FitDrag(t.Context(), tests)
		if err != nil || fit.Outcome != Fitted {
			t.Fatalf("%+v %v", fit, err)
		}
		if low, high := fit.Range(); factor >= low && factor <= high {
			inside++
		}
		off += math.Log(fit.Factor/factor) / seeds
		if fit.Spread > 0.12 {
			t.Errorf("six drops leave ± %g", fit.Spread)
		}
	}
	trust.Tell(t, "drop tests", trust.Figure{Cases: seeds, Value: float64(inside) / seeds, Low: 0.7, High: 0.9})
	trust.Tell(t, "drop tests mean", trust.Figure{Cases: seeds, Value: math.Abs(off), High: 0.03})
	if share := float64(inside) / seeds; share < 0.7 || share > 0.9 {
		t.Errorf("%g of the 80 %% ranges hold the factor", share)
	}
	if math.Abs(off) > 0.03 {
		t.Errorf("off by %g on average", off)
	}
}

// Drops without error give the factor back, pulled to the form by no more than
// their own weight says; struck ones and those on the water do not count.
func TestFitDrag(t *testing.T) {
	test := dropped(7.1e-3)
	wanted := 0.8
	for range 6 {
		test.Drops = append(test.Drops, Drop{Time: given(t, test, wanted).time})
	}
	fit, err := FitDrag(t.Context(), []Test{test})
	if err != nil || math.Abs(fit.Factor-wanted) > 0.05 || fit.Drops != 6 || fit.Spread > 0.11 || fit.Spread < 0.05 {
		t.Errorf("%+v %v", fit, err)
	}
	test.Drops = append(test.Drops, Drop{Time: 20, Struck: true})
	water := test
	water.Place, water.Drops = OnWater, []Drop{{Time: 60}}
	if again, err := FitDrag(t.Context(), []Test{test, water}); err != nil || again != fit {
		t.Errorf("%+v, not %+v (%v)", again, fit, err)
	}
	none, err := FitDrag(t.Context(), []Test{water})
	if err != nil || none.Outcome != NoDrops || none.Factor != 1 || none.Spread != judgement.FallArea.Spread {
		t.Errorf("%+v %v", none, err)
	}
	// Minutes taken for seconds: nothing within reason explains them.
	if far, err := FitDrag(t.Context(), []Test{dropped(7.1e-3, 300, 310, 290)}); err != nil || far.Outcome != Beyond {
		t.Errorf("%+v %v", far, err)
	}
	// A floating bait is timed on its way up.
	rising := dropped(0)
	rising.Setup.Bait.Body, rising.Setup.Head.Hook, rising.Setup.Bait.Form = "floating", "#6", "paddle tail"
	r := given(t, rising, 1)
	if !r.floats || r.time == 0 {
		t.Fatalf("%+v", r)
	}
	rising.Drops = []Drop{{Time: 1.3 * r.time}}
	if fit, err := FitDrag(t.Context(), []Test{rising}); err != nil || fit.Factor < 1.1 {
		t.Errorf("%+v %v", fit, err)
	}
}

// A line held tight has the bait fall flatter, and slower.
func TestHeld(t *testing.T) {
	slack, tight := dropped(3.5e-3), dropped(3.5e-3)
	tight.Held = Tight
	if a, b := given(t, slack, 1).time, given(t, tight, 1).time; b < 1.03*a {
		t.Errorf("slack %g s, tight %g s", a, b)
	}
}

func TestCarried(t *testing.T) {
	fit := Fit{Outcome: Fitted, Factor: 0.9, Spread: 0.05, Before: 0.25}
	bait := setup.Default().Bait
	with := func(change func(*setup.Bait)) setup.Bait {
		b := bait
		change(&b)
		return b
	}
	if same, ok := fit.Carried(bait, bait); !ok || math.Abs(same.Spread-fit.Spread) > 1e-12 {
		t.Errorf("%+v %v", same, ok)
	}
	last := fit.Spread
	for _, b := range []setup.Bait{
		with(func(b *setup.Bait) { b.Length *= 1.3 }),
		with(func(b *setup.Bait) { b.Length *= 0.5 }),
		with(func(b *setup.Bait) { b.Length, b.Trimmed, b.NoTail = 0.6*b.Length, 0.4*b.Length, true }),
	} {
		carried, ok := fit.Carried(bait, b)
		if !ok || carried.Factor != fit.Factor || carried.Spread <= last {
			t.Errorf("%+v: %+v %v", b, carried, ok)
		}
		last = carried.Spread
	}
	if _, ok := fit.Carried(bait, with(func(b *setup.Bait) { b.Form = "craw" })); ok {
		t.Error("carried over to another form")
	}
	if _, ok := (Fit{Outcome: Beyond, Spread: 0.05, Before: 0.25}).Carried(bait, bait); ok {
		t.Error("a fit that is beyond the bounds is used")
	}
	// Of two baits that were dropped the one that is closer says more.
	near, far := dropped(7.1e-3, 6.1, 6.2), dropped(7.1e-3, 9, 9.1)
	near.Setup.Bait.Length, far.Setup.Bait.Length = 0.11, 0.05
	var known Known
	_, of, ok, err := known.Best(t.Context(), []Test{far, near, far}, bait)
	if err != nil || !ok || of.Length != 0.11 {
		t.Errorf("%+v %v %v", of, ok, err)
	}
	if _, again, ok, err := known.Best(t.Context(), []Test{far, near, far}, bait); err != nil || !ok || again != of ||
		len(known.fits) != 2 {
		t.Errorf("%+v %v %v, %d remembered", again, ok, err, len(known.fits))
	}
	if _, _, ok, _ := known.Best(t.Context(), nil, bait); ok {
		t.Error("something from nothing")
	}
}

func TestSee(t *testing.T) {
	usual := given(t, dropped(7.1e-3), 1).time
	look := func(test Test) *Look {
		l, err := See(t.Context(), test, []Test{dropped(3.5e-3, 1.4*usual)}, nil)
		if err != nil {
			t.Fatal(err)
		}
		return l
	}
	l := look(dropped(7.1e-3, usual, usual+0.1, usual-0.1, usual+3))
	if math.Abs(l.Expected-usual) > 1e-9 || l.Odd[0] != "" ||
		!strings.Contains(l.Odd[3], "slow: the others take about") || len(l.Points) != 2 || !l.Points[0].This {
		t.Errorf("%+v", l)
	}
	// Both distributions are whole, and the drops have made one narrower.
	var before, after float64
	for i := 1; i < len(l.Curve); i++ {
		step := l.Curve[i].Factor - l.Curve[i-1].Factor
		before += step * (l.Curve[i].Before + l.Curve[i-1].Before) / 2
		after += step * (l.Curve[i].After + l.Curve[i-1].After) / 2
	}
	if math.Abs(before-1) > 0.02 || math.Abs(after-1) > 0.02 || l.Fit.Spread >= l.Fit.Before {
		t.Errorf("areas %g and %g, %+v", before, after, l.Fit)
	}
	if l := look(dropped(7.1e-3, usual, 2*usual)); !strings.Contains(l.Caution, "do not agree") {
		t.Errorf("%q", l.Caution)
	}
	if l := look(dropped(7.1e-3, 50*usual, 50*usual)); !strings.Contains(l.Caution, "not used") {
		t.Errorf("%q", l.Caution)
	}
	deep := dropped(0.9e-3)
	deep.Depth = 60
	wait := given(t, deep, 1).time
	deep.Drops = []Drop{{Time: wait / 60}}
	if l := look(deep); !strings.Contains(l.Odd[0], "minutes?") {
		t.Errorf("%+v", l.Odd)
	}
	floats := dropped(0)
	floats.Setup.Bait.Body, floats.Setup.Head.Hook, floats.Setup.Bait.Form = "floating", "#6", "paddle tail"
	if l := look(floats); !l.Floats || !strings.Contains(l.Caution, "time it to the surface") {
		t.Errorf("%+v", l)
	}
}

func TestValidate(t *testing.T) {
	for words, change := range map[string]func(*Test){
		"Place: “well” is not one of tank":     func(t *Test) { t.Place = "well" },
		"Line held: “loose” is not one of":     func(t *Test) { t.Held = "loose" },
		"Depth: 0.1 m is outside":              func(t *Test) { t.Depth = 0.1 },
		"is not more than the bait is long":    func(t *Test) { t.Depth, t.Setup.Bait.Length = 0.35, 0.39 },
		"Time: 0 s is outside what is allowed": func(t *Test) { t.Drops = []Drop{{}} },
		"Head: 600 g is outside":               func(t *Test) { t.Mass = 0.6 },
		"Bait: “brick” is not one of":          func(t *Test) { t.Setup.Bait.Form = "brick" },
		"Time: NaN s":                          func(t *Test) { t.Drops = []Drop{{Time: math.NaN()}} },
		"Drops: 61 are too many":               func(t *Test) { t.Drops = make([]Drop, 61) },
	} {
		test := dropped(7.1e-3, 5)
		change(&test)
		if err := test.Validate(nil); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("%s: %v", words, err)
		}
	}
}

func TestReadTimes(t *testing.T) {
	for text, want := range map[string][]float64{
		"5.2 4.9, 5.1":   {5.2, 4.9, 5.1},
		"5,2; 4,9":       {5.2, 4.9},
		"5.2,4.9":        {5.2, 4.9},
		"1:05 58 s":      {65, 58},
		" 7s\n8 s\t9.5s": {7, 8, 9.5},
	} {
		got, err := ReadTimes(text)
		if err != nil || len(got) != len(want) {
			t.Errorf("%q: %v %v", text, got, err)
			continue
		}
		for i := range want {
			if got[i] != want[i] {
				t.Errorf("%q: %v", text, got)
			}
		}
	}
	for text, words := range map[string]string{
		"": "there is none", "soon": "“soon” is not a time", "5.2 0": "Time: 0 s is outside",
		"5 -3":  "Time: -3 s is outside",
		"1:75x": "is not a time", "9999": "outside what is allowed, 0.2 s to 600 s", "NaN": "outside",
		strings.Repeat("5 ", 70): "70 are too many",
	} {
		var errs input.Errors
		if got, err := ReadTimes(text); !errors.As(err, &errs) || errs[0].Field != "times" ||
			!strings.Contains(errs[0].Message, words) {
			t.Errorf("%q: %v %v", text, got, err)
		}
	}
}

// onWater are casts that take some times as long as expected.
func onWater(t *testing.T, truth func(*Test), masses ...float64) []Test {
	var out []Test
	for _, mass := range masses {
		test := dropped(mass)
		test.Place, test.Setup.Flow.Speed, test.Setup.Flow.Direction = OnWater, 0.35, 0
		test.Setup.Water.Depth = 12
		really := test
		truth(&really)
		r := given(t, really, drag(really.Setup))
		test.Drops = []Drop{{Time: r.time, LineOut: r.line}}
		out = append(out, test)
	}
	return out
}

// One change at a time is found by how it acts on light and heavy heads.
func TestCheck(t *testing.T) {
	masses := []float64{3.5e-3, 5.3e-3, 7.1e-3, 10.6e-3, 14.2e-3, 21.3e-3, 28.4e-3}
	check := func(truth func(*Test)) *Truth {
		got, err := Check(t.Context(), onWater(t, truth, masses...), nil)
		if err != nil {
			t.Fatal(err)
		}
		sum := 0.0
		for _, c := range got.Causes {
			sum += c.Sure
		}
		if math.Abs(sum-1) > 1e-9 || len(got.Cases) != len(masses) {
			t.Errorf("sum %g, %d cases", sum, len(got.Cases))
		}
		return got
	}
	if got := check(func(*Test) {}); got.Causes[0].Name != Chance {
		t.Errorf("%+v", got.Causes)
	}
	got := check(func(t *Test) { t.Setup.Flow.Speed *= 1.6 })
	if top := got.Causes[0]; top.Name != "the current is stronger than entered" || top.Factor < 1.3 ||
		top.Factor > 1.9 || !strings.Contains(got.Words, "longer than expected") {
		t.Errorf("%s\n%+v", got.Words, got.Causes)
	}
	got = check(func(t *Test) { t.Setup.Bait.Drag = 0.6 })
	if top := got.Causes[0]; top.Name != "the bait drags less than expected" || top.Factor < 0.5 || top.Factor > 0.8 ||
		!strings.Contains(got.Words, "less time") {
		t.Errorf("%s\n%+v", got.Words, got.Causes)
	}
	empty, err := Check(t.Context(), nil, nil)
	if err != nil || len(empty.Causes) != 0 || !strings.Contains(empty.Words, "no times on the water") {
		t.Errorf("%+v %v", empty, err)
	}
	if _, err := Check(t.Context(), nil, units.Choice{"depth": "kg"}); err == nil {
		t.Error("depths in kg")
	}
}
