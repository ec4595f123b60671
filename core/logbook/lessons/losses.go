package lessons

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/units"
)

// Losses are what was lost, and what that says.
type Losses struct {
	Lost    int     `json:"lost"`
	Hourly  float64 `json:"hourly"`  // heads an hour
	Cost    float64 `json:"cost"`    // in the money of the prices
	Unknown int     `json:"unknown"` // of them without a price
	Groups  []Lost  `json:"groups"`
	Beds    []Bed   `json:"beds"`
	Saved   string  `json:"saved"` // which change would have saved most
}

// Lost is one part of what was lost: of a shape, a bed or a place.
type Lost struct {
	Name   string  `json:"name"` // such as "Shape"
	Label  string  `json:"label"`
	Lost   int     `json:"lost"`
	Freed  int     `json:"freed"`
	Casts  int     `json:"casts"`
	Hourly float64 `json:"hourly"` // heads an hour of the trips with it
	Cost   float64 `json:"cost"`   // in the money of the prices, of those that have one
}

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

var lossGroups = []struct {
	name  string
	label func(logbook.Log, logbook.Event, units.Choice) string
}{
	{"Shape", func(_ logbook.Log, e logbook.Event, _ units.Choice) string { return e.With.Shape }},
	{"Head", func(_ logbook.Log, e logbook.Event, choice units.Choice) string {
		if e.With.Mass == 0 {
			return ""
		}
		return choice.Show("mass", e.With.Mass)
	}},
	{"Guard", func(_ logbook.Log, e logbook.Event, _ units.Choice) string {
		if e.With.Guard {
			return "with a guard"
		}
		return ""
	}},
	{"Bed", func(_ logbook.Log, e logbook.Event, _ units.Choice) string { return e.With.Bed }},
	{"Place", func(l logbook.Log, _ logbook.Event, _ units.Choice) string { return l.Trip.Place }},
}

func losses(logs []logbook.Log, price func(logbook.With) float64, choice units.Choice) Losses {
	out := Losses{Groups: []Lost{}, Beds: Beds(fished(logs))}
	spent := 0.0
	for _, l := range logs {
		spent += hours(l)
		for _, e := range l.Events {
			if e.Kind != logbook.Lost {
				continue
			}
			out.Lost++
			if p := price(e.With); p > 0 {
				out.Cost += p
			} else {
				out.Unknown++
			}
		}
	}
	if spent > 0 {
		out.Hourly = float64(out.Lost) / spent
	}
	for _, g := range lossGroups {
		out.Groups = append(out.Groups, lostBy(g.name, g.label, logs, price, choice)...)
	}
	out.Saved = saved(logs)
	return out
}

// lostBy divides losses, with most lost first; parts where nothing was lost or
// freed are left out.
func lostBy(name string, label func(logbook.Log, logbook.Event, units.Choice) string, logs []logbook.Log, price func(logbook.With) float64, choice units.Choice) []Lost {
	parts, spent := map[string]*Lost{}, map[string]float64{}
	for _, l := range logs {
		here := map[string]bool{}
		for _, e := range l.Events {
			key := label(l, e, choice)
			if key == "" {
				continue
			}
			here[key] = true
			if parts[key] == nil {
				parts[key] = &Lost{Name: name, Label: key}
			}
			switch p := parts[key]; e.Kind {
			case logbook.Lost:
				p.Lost++
				p.Cost += price(e.With)
			case logbook.Freed:
				p.Freed++
			case logbook.Splash:
				p.Casts++
			}
		}
		for key := range here {
			spent[key] += hours(l)
		}
	}
	var out []Lost
	for key, p := range parts {
		if p.Lost+p.Freed == 0 {
			continue
		}
		if spent[key] > 0 {
			p.Hourly = float64(p.Lost) / spent[key]
		}
		out = append(out, *p)
	}
	slices.SortFunc(out, func(a, b Lost) int {
		return cmp.Or(cmp.Compare(b.Lost, a.Lost), cmp.Compare(b.Freed, a.Freed), cmp.Compare(a.Label, b.Label))
	})
	return out
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

// fished adds up how each kind of bed was fished with each kind of heads.
func fished(logs []logbook.Log) []Fished {
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
		b.Factor, b.Spread = learnt(b.Lost, b.Expected, math.Hypot(catalogue.Beds[b.Bed].Snags.Spread, judgement.SnagRate.Spread))
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

// saved is which other shape would have saved most heads, by judgement and what was
// lost on each.
func saved(logs []logbook.Log) string {
	best, heads := "", 0.0
	all := fished(logs)
	kinds := Kinds(all, Beds(all))
	snags := func(shape string) float64 {
		index := catalogue.HeadShapes[shape].Snags.Number
		if i := slices.IndexFunc(kinds, func(k Kind) bool { return k.Shape == shape && !k.Guard }); i >= 0 {
			index *= kinds[i].Factor
		}
		return index
	}
	for shape := range catalogue.HeadShapes {
		kept := 0.0
		for _, l := range logs {
			for _, e := range l.Events {
				if _, ok := catalogue.HeadShapes[e.With.Shape]; ok && e.Kind == logbook.Lost {
					kept += max(0, 1-snags(shape)/snags(e.With.Shape))
				}
			}
		}
		if kept > heads+1e-9 || kept > heads-1e-9 && kept > 0 && shape < best {
			best, heads = shape, kept
		}
	}
	if heads < 1 {
		return ""
	}
	return fmt.Sprintf("A %s head would have saved about %.0f of them, by judgement and your losses.", best, heads)
}

// bottoms compare the seconds to the bottom, and whether it was kept, with what
// was expected, by outfit and place.
func bottoms(logs []logbook.Log) []Bottom {
	type key struct {
		place, bait string
		mass        float64
	}
	found := map[key]*Bottom{}
	for _, l := range logs {
		for _, e := range l.Events {
			if e.Kind != logbook.Bottom && e.Kind != logbook.Off || e.With.Expected == 0 {
				continue
			}
			k := key{l.Trip.Place, e.With.Bait, e.With.Mass}
			b := found[k]
			if b == nil {
				b = &Bottom{Place: k.place, Mass: k.mass, Bait: k.bait}
				found[k] = b
			}
			b.Margin += e.With.Margin
			if e.Kind == logbook.Off {
				b.Lost++
				continue
			}
			b.Count++
			b.Measured += e.Seconds
			b.Expected += e.With.Expected
			if e.Seconds >= e.With.Low && (e.With.High == 0 || e.Seconds <= e.With.High) {
				b.Inside++
			}
		}
	}
	out := []Bottom{}
	for _, b := range found {
		b.Measured /= float64(max(b.Count, 1))
		b.Expected /= float64(max(b.Count, 1))
		b.Margin /= float64(b.Count + b.Lost)
		out = append(out, *b)
	}
	slices.SortFunc(out, func(a, b Bottom) int {
		return cmp.Or(cmp.Compare(b.Count, a.Count), cmp.Compare(a.Place, b.Place), cmp.Compare(a.Mass, b.Mass))
	})
	return out
}
