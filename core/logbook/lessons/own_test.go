package lessons

import (
	"math"
	"testing"
)

// waits is an outfit in which the wait decides: what is tied on takes so many times as long.
func waits(times float64) Tied {
	return Tied{Wait: 20, Best: Weighed{Time: 12, Longest: 16, Pull: 0.1, Told: 0.02, Hand: 0.01},
		Own: Weighed{Time: 12 * times, Pull: 0.1}}
}

// feels is one in which feel decides: what is tied on pulls so many times as much.
func feels(times float64) Tied {
	return Tied{Wait: 20, Best: Weighed{Time: 4, Longest: 5, Pull: 0.025, Told: 0.02, Hand: 0.016},
		Own: Weighed{Time: 3, Pull: 0.025 * times}}
}

// Each is learnt by the outfits that it decides in, drawn to what is usual as four outfits of a spread
// as wide as that of anglers say: to four fifths of the logarithm.
func TestOwn(t *testing.T) {
	hand := HandOf([]Tied{waits(0.5), waits(0.5), waits(0.5), waits(0.5), feels(1)})
	p := hand.Patience
	if want := math.Pow(0.5, 0.8); math.Abs(p.Factor-want) > 1e-9 || p.Outfits != 4 || hand.Feel.Factor != 0 {
		t.Errorf("%+v, want %g; feel %+v", p, want, hand.Feel)
	}
	// One fifth of the variance of a logarithm with a spread of 0.4 is left.
	if reach := math.Exp(1.2815515655 * math.Sqrt(math.Log(1.16)/5)); math.Abs(p.High/p.Factor-reach) > 1e-6 ||
		math.Abs(p.Factor/p.Low-reach) > 1e-6 {
		t.Errorf("%+v, want a factor of %g either way", p, reach)
	}
	if want := "You wait 0.6 times as long as is usual (0.5 to 0.7), by 4 outfits in which the wait " +
		"decides."; p.Words != want {
		t.Error(p.Words)
	}
	if want := "What you feel is taken as usual: feel decided in 1 outfit only."; hand.Feel.Words != want {
		t.Error(hand.Feel.Words)
	}
	// Of the pull that is told, 0.02, the hand is 0.016, and 0.012 is what disturbs it. A hand that is
	// as sure of twice the pull tells √(0.04² − 0.012²), which is 2.385 times 0.016.
	hand = HandOf([]Tied{feels(2), feels(2), feels(2), waits(1), waits(1)})
	if want := math.Pow(2.38484, 0.75); math.Abs(hand.Feel.Factor-want) > 1e-4 || hand.Feel.Outfits != 3 {
		t.Errorf("%+v, want %g", hand.Feel, want)
	}
	if want := "You tie on for 1.9 times the pull that is usually told (1.5 to 2.5), by 3 outfits in which feel " +
		"decides."; hand.Feel.Words != want {
		t.Error(hand.Feel.Words)
	}
	if want := "How long you wait is taken as usual: the wait decided in 2 outfits only."; hand.Patience.Words != want {
		t.Error(hand.Patience.Words)
	}
}

// Where neither is used by seven tenths nothing is learnt, and a hand is within four times what is usual.
func TestOwnDecides(t *testing.T) {
	easy := waits(0.2)
	easy.Best.Longest = 13.9
	just := easy
	just.Best.Longest = 14
	if got := patience([]Tied{easy, easy, easy}); got.Outfits != 0 ||
		got.Words != "How long you wait is taken as usual: the wait decided in no outfit yet." {
		t.Errorf("%+v", got)
	}
	if got := patience([]Tied{just, just, just}); got.Outfits != 3 {
		t.Errorf("%+v", got)
	}
	// A pull that gusts alone would hide is as fine a hand as there is.
	light := feels(0.5)
	if got, want := feel([]Tied{light, light, light}), math.Pow(0.25, 0.75); math.Abs(got.Factor-want) > 1e-9 {
		t.Errorf("%+v, want %g", got, want)
	}
	if got, want := patience([]Tied{waits(9), waits(9), waits(9)}),
		math.Pow(4, 0.75); math.Abs(got.Factor-want) > 1e-9 {
		t.Errorf("%+v, want %g", got, want)
	}
	if got := feel(nil).Words; got != "What you feel is taken as usual: feel decided in no outfit yet." {
		t.Error(got)
	}
}
