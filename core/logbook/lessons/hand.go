package lessons

import (
	"fmt"
	"math"
	"slices"

	"dunvel/core/droptest"
	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/spread"
	"dunvel/core/units"

	"gonum.org/v1/gonum/stat"
)

// Outfit is what was fished with somewhere, in how many casts, and how long its heads took to
// the bed, s; 0 where none was timed.
type Outfit struct {
	Place string
	State logbook.State
	Casts int
	Timed float64
}

// mostOutfits is how many outfits are held against what is said, the latest first: each is a question
// of its own.
const mostOutfits = 20

// Outfits are the latest that were fished with in conditions that are known, each in a few casts.
func Outfits(logs []logbook.Log) []Outfit {
	byStart := slices.SortedStableFunc(slices.Values(logs),
		func(a, b logbook.Log) int { return b.Trip.Start.Compare(a.Trip.Start) })
	var out []Outfit
	for _, l := range byStart {
		var here []Outfit
		var seconds [][]float64
		casts, _ := l.Fished(longest())
		for _, c := range casts {
			if !c.Known || c.State.Mass == 0 {
				continue
			}
			i := slices.IndexFunc(here, func(o Outfit) bool {
				return o.State.Mass == c.State.Mass && o.State.Setup.Equal(&c.State.Setup)
			})
			if i < 0 {
				i = len(here)
				here, seconds = append(here, Outfit{Place: l.Trip.Place, State: *c.State}), append(seconds, nil)
			}
			here[i].Casts++
			for _, e := range c.Events {
				if e.Kind == logbook.Bottom {
					seconds[i] = append(seconds[i], e.Seconds)
				}
			}
		}
		for i, s := range seconds {
			if len(s) > 0 {
				here[i].Timed = stat.Mean(s, nil)
			}
		}
		out = append(out, slices.DeleteFunc(
			here, func(o Outfit) bool { return o.Casts < int(judgement.HandCasts.Number) })...)
	}
	return out[:min(len(out), mostOutfits)]
}

// Tied is what was tied on in an outfit, and what was said, kg; Said is 0 where no head was worth it.
type Tied struct {
	Place string  `json:"place"`
	Bait  string  `json:"bait"`
	Casts int     `json:"casts"`
	Tied  float64 `json:"tied"`
	Said  float64 `json:"said"`

	Wait float64 `json:"-"` // s, as usual
	Own  Weighed `json:"-"` // how what was tied on does there
	Best Weighed `json:"-"` // and what was said
}

// Weighed is how a head does: how long it takes, s, with the longest of 8 falls in 10, and the
// pull that it is felt by, over what is told, of which Hand is what rod and hand tell at all, N.
// What does not matter there is 0.
type Weighed struct{ Time, Longest, Pull, Told, Hand float64 }

// Hand is how an angler ties against what is said: so many times as heavy, and within what in 8 outfits of 10.
type Hand struct {
	Rows  []Tied  `json:"rows"`
	Times float64 `json:"times"` // 0 where there are too few
	Low   float64 `json:"low"`
	High  float64 `json:"high"`
	Words string  `json:"words"`

	Patience Own `json:"patience"`
	Feel     Own `json:"feel"`

	Bias droptest.Bias `json:"bias"` // of what was expected of their casts
}

// Own is what an angler does so many times as much as is usual, and within what, 8 times in
// 10; Factor is 0 where too few outfits tell it.
type Own struct {
	Factor  float64 `json:"factor"`
	Low     float64 `json:"low"`
	High    float64 `json:"high"`
	Outfits int     `json:"outfits"`
	Words   string  `json:"words"`
}

// HandOf is how an angler ties, by outfits with what is said of each.
func HandOf(rows []Tied) Hand {
	out := Hand{Rows: rows, Patience: patience(rows), Feel: feel(rows)}
	var logs []float64
	sum := 0.0
	for _, r := range rows {
		if r.Said > 0 {
			v := math.Log(r.Tied / r.Said)
			logs, sum = append(logs, v), sum+v
		}
	}
	n := float64(len(logs))
	if n < judgement.HandLeast.Number {
		out.Words = fmt.Sprintf("%s with known conditions and a weight that is said: too few to say how you tie.",
			units.Counted(len(logs), "outfit"))
		return out
	}
	mean, square := sum/n, 0.0
	for _, v := range logs {
		square += (v - mean) * (v - mean)
	}
	reach := spread.Reach * math.Sqrt(square/(n-1))
	out.Times, out.Low, out.High = math.Exp(mean), math.Exp(mean-reach), math.Exp(mean+reach)
	within := fmt.Sprintf("%.1f to %.1f times in 8 of 10 outfits", out.Low, out.High)
	switch same := judgement.HandSame.Number; {
	case out.Times > same:
		out.Words = fmt.Sprintf("You tie on heavier heads than said: %.1f times as heavy (%s). Try what is said; "+
			"where it does not hold or is not felt, raise the share that is enough, or time falls in Drop test.",
			out.Times, within)
	case out.Times < 1/same:
		out.Words = fmt.Sprintf("You tie on lighter heads than said: %.1f times as heavy (%s). Where yours come down "+
			"and stay, time falls in Drop test, so that it is known here too.", out.Times, within)
	default:
		out.Words = fmt.Sprintf("You tie on about what is said (%s).", within)
	}
	return out
}
