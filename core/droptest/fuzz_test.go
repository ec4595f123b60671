package droptest

import (
	"math"
	"testing"

	"dunvel/core/rigging"
	"dunvel/core/setup"
)

// Whatever is typed, times are within their limits or refused.
func FuzzReadTimes(f *testing.F) {
	for _, seed := range []string{"5.2 4.9", "1:05", "5,2; 4,9", "", "NaN", "1e308", "::", "99:99", "-1",
		"0x1p4", "٣"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		times, err := ReadTimes(text)
		if err == nil && len(times) == 0 {
			t.Error("nothing, and no error")
		}
		for _, s := range times {
			if !(s >= leastTime && s <= mostTime) {
				t.Errorf("%q: %g s", text, s)
			}
		}
	})
}

// A look after every drop is to be there within the blink of an eye.
func BenchmarkSee(b *testing.B) {
	test := dropped(7.1e-3, 5.6, 5.9, 5.4)
	other := dropped(3.5e-3, 7.4, 7.7)
	for b.Loop() {
		if _, err := See(b.Context(), test, []Test{other}, nil); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkCheck(b *testing.B) {
	var tests []Test
	for i := range 7 {
		test := dropped(float64(i+3)*2e-3, 20)
		test.Place = OnWater
		tests = append(tests, test)
	}
	for b.Loop() {
		if _, err := Check(b.Context(), tests, nil); err != nil {
			b.Fatal(err)
		}
	}
}

// Baits of every form and rigs of every kind can be dropped.
func TestEveryBaitDrops(t *testing.T) {
	for _, form := range setup.LookupField("bait.form").Options {
		for _, kind := range rigging.Rigs {
			test := dropped(7.1e-3)
			test.Setup.Bait.Form, test.Setup.Rigging.Kind = form, kind
			if r := given(t, test, 1); r.time < 1 || r.time > 60 || r.floats {
				t.Errorf("%s on a %s: %+v", form, kind, r)
			}
		}
	}
}

// Time goes with the root of the drag, all but what the line does.
func TestTimeOverDrag(t *testing.T) {
	test := dropped(7.1e-3)
	once, twice := given(t, test, 1).time, given(t, test, 2).time
	if ratio := twice / once; ratio < 1.25 || ratio > math.Sqrt2+0.01 {
		t.Errorf("twice the drag takes %g times as long", ratio)
	}
}
