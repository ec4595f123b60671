// Package snags is what losses teach of beds and of heads: how much they snag over what is judged.
package snags

import (
	"cmp"
	"math"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/logbook"
)

// Bed is what losses teach of a kind of bed: how much it snags over what is
// usual for it, by judgement.
type Bed struct {
	Bed      string  `json:"bed"`
	Casts    int     `json:"casts"`
	Lost     int     `json:"lost"`
	Expected float64 `json:"expected"` // heads, by judgement
	Factor   float64 `json:"factor"`
	Spread   float64 `json:"spread"` // relative standard deviation
}

// Fished is how a kind of bed was fished with a shape of heads, guarded or not, in
// conditions that are known: how often, with what sum of the snag indexes of the casts,
// and how many heads it cost.
type Fished struct {
	Bed   string
	Shape string
	Guard bool
	Casts int
	Snags float64
	Lost  int
}

// Of adds up how each kind of bed was fished with each kind of heads.
func Of(logs []logbook.Log) []Fished {
	type kind struct {
		bed, shape string
		guard      bool
	}
	kinds := map[kind]*Fished{}
	for _, l := range logs {
		for _, e := range l.Events {
			if e.With.Bed == "" || e.With.Snags == 0 || e.Kind != logbook.Splash && e.Kind != logbook.Lost {
				continue // of what was taken in without its conditions nothing can be expected
			}
			of := kind{e.With.Bed, e.With.Shape, e.With.Guard}
			b := kinds[of]
			if b == nil {
				b = &Fished{Bed: of.bed, Shape: of.shape, Guard: of.guard}
				kinds[of] = b
			}
			if e.Kind == logbook.Lost {
				b.Lost++
				continue
			}
			b.Casts++
			b.Snags += e.With.Snags
		}
	}
	var out []Fished
	for _, b := range kinds {
		out = append(out, *b)
	}
	return out
}

// learnt is how many times as much something snags as was expected of it, and the
// relative standard deviation of that: gamma-distributed beforehand with a spread, and
// losses are Poisson in what is expected, so that the posterior is gamma again (Gelman
// et al., 2013, Bayesian Data Analysis, section 2.6).
func learnt(lost int, expected, spread float64) (factor, left float64) {
	shape := 1 / (spread * spread)
	return (shape + float64(lost)) / (shape + expected), 1 / math.Sqrt(shape+float64(lost))
}

// Beds is what losses teach of each kind of bed that was fished, beforehand with the
// spread of its judged index and of the judged rate.
func Beds(all []Fished) []Bed {
	sums := map[string]*Bed{}
	for _, f := range all {
		b := sums[f.Bed]
		if b == nil {
			b = &Bed{Bed: f.Bed}
			sums[f.Bed] = b
		}
		b.Casts += f.Casts
		b.Lost += f.Lost
		b.Expected += judgement.SnagRate.Number * f.Snags
	}
	out := []Bed{}
	for _, b := range sums {
		if b.Casts == 0 {
			continue // against what?
		}
		b.Factor, b.Spread = learnt(b.Lost, b.Expected,
			math.Hypot(catalogue.Beds[b.Bed].Snags.Spread, judgement.SnagRate.Spread))
		out = append(out, *b)
	}
	slices.SortFunc(out, func(a, b Bed) int { return cmp.Or(cmp.Compare(b.Lost, a.Lost), cmp.Compare(a.Bed, b.Bed)) })
	return out
}

// Kind is what losses teach of a shape of heads, guarded or not: how much it snags over
// what is usual for it, by judgement, where the beds are taken as they were learnt.
type Kind struct {
	Shape    string  `json:"shape"`
	Guard    bool    `json:"guard"`
	Casts    int     `json:"casts"`
	Lost     int     `json:"lost"`
	Expected float64 `json:"expected"` // heads
	Factor   float64 `json:"factor"`
	Spread   float64 `json:"spread"` // relative standard deviation
}

// Kinds is what losses teach of the shapes of heads that were fished.
func Kinds(all []Fished, beds []Bed) []Kind {
	var out []Kind
	for _, f := range all {
		if _, known := catalogue.HeadShapes[f.Shape]; !known {
			continue
		}
		i := slices.IndexFunc(out, func(k Kind) bool { return k.Shape == f.Shape && k.Guard == f.Guard })
		if i < 0 {
			i, out = len(out), append(out, Kind{Shape: f.Shape, Guard: f.Guard})
		}
		factor := 1.0
		if k := slices.IndexFunc(beds, func(b Bed) bool { return b.Bed == f.Bed }); k >= 0 {
			factor = beds[k].Factor
		}
		out[i].Casts += f.Casts
		out[i].Lost += f.Lost
		out[i].Expected += judgement.SnagRate.Number * f.Snags * factor
	}
	out = slices.DeleteFunc(out, func(k Kind) bool { return k.Casts == 0 })
	for i := range out {
		k := &out[i]
		spread := catalogue.HeadShapes[k.Shape].Snags.Spread
		if k.Guard {
			spread = math.Hypot(spread, judgement.SnagGuard.Spread)
		}
		k.Factor, k.Spread = learnt(k.Lost, k.Expected, spread)
	}
	slices.SortFunc(out, func(a, b Kind) int {
		return cmp.Or(cmp.Compare(a.Shape, b.Shape), cmp.Compare(a.Expected, b.Expected))
	})
	return out
}

// Held is how many of the fish at a bait were landed, the point of the hook sitting in it so.
type Held struct {
	Point  string `json:"point"`
	Takes  int    `json:"takes"`
	Landed int    `json:"landed"`
}
