package pattern

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/trip"
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
	Name   string  `json:"name"` // "Shape", "Bed" or "Place"
	Label  string  `json:"label"`
	Lost   int     `json:"lost"`
	Freed  int     `json:"freed"`
	Casts  int     `json:"casts"`
	Hourly float64 `json:"hourly"` // heads an hour of the trips with it
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
	label func(trip.Log, trip.Event) string
}{
	{"Shape", func(_ trip.Log, e trip.Event) string { return e.With.Shape }},
	{"Bed", func(_ trip.Log, e trip.Event) string { return e.With.Bed }},
	{"Place", func(l trip.Log, _ trip.Event) string { return l.Trip.Place }},
}

func losses(logs []trip.Log, price func(trip.With) float64) Losses {
	out := Losses{Groups: []Lost{}, Beds: Beds(fished(logs))}
	spent := 0.0
	for _, l := range logs {
		spent += hours(l)
		for _, e := range l.Events {
			if e.Kind != trip.Lost {
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
		out.Groups = append(out.Groups, lostBy(g.name, g.label, logs)...)
	}
	out.Saved = saved(logs)
	return out
}

// lostBy divides losses, with most lost first; parts where nothing was lost or
// freed are left out.
func lostBy(name string, label func(trip.Log, trip.Event) string, logs []trip.Log) []Lost {
	parts, spent := map[string]*Lost{}, map[string]float64{}
	for _, l := range logs {
		here := map[string]bool{}
		for _, e := range l.Events {
			key := label(l, e)
			if key == "" {
				continue
			}
			here[key] = true
			if parts[key] == nil {
				parts[key] = &Lost{Name: name, Label: key}
			}
			switch p := parts[key]; e.Kind {
			case trip.Lost:
				p.Lost++
			case trip.Freed:
				p.Freed++
			case trip.Splash:
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

// Fished is how a kind of bed was fished in conditions that are known: how often, with
// what sum of the snag indexes of the casts, and how many heads it cost.
type Fished struct {
	Bed   string
	Casts int
	Snags float64
	Lost  int
}

// fished adds up how each kind of bed was fished.
func fished(logs []trip.Log) []Fished {
	beds := map[string]*Fished{}
	for _, l := range logs {
		for _, e := range l.Events {
			if e.With.Bed == "" || e.With.Snags == 0 || e.Kind != trip.Splash && e.Kind != trip.Lost {
				continue // of what was taken in without its conditions nothing can be expected
			}
			b := beds[e.With.Bed]
			if b == nil {
				b = &Fished{Bed: e.With.Bed}
				beds[e.With.Bed] = b
			}
			if e.Kind == trip.Lost {
				b.Lost++
				continue
			}
			b.Casts++
			b.Snags += e.With.Snags
		}
	}
	var out []Fished
	for _, b := range beds {
		out = append(out, *b)
	}
	return out
}

// Beds is what losses teach of each kind of bed that was fished. How much more it
// snags than usual is gamma-distributed beforehand, with the spread of the
// judged index and of the judged rate, and losses are Poisson in what the index
// lets expect: the posterior is gamma again (Gelman et al., 2013, Bayesian Data
// Analysis, section 2.6).
func Beds(beds []Fished) []Bed {
	out := []Bed{}
	for _, f := range beds {
		if f.Casts == 0 {
			continue // against what?
		}
		b := Bed{Bed: f.Bed, Casts: f.Casts, Lost: f.Lost, Expected: judgement.SnagRate.Number * f.Snags}
		spread := math.Hypot(catalogue.Beds[b.Bed].Snags.Spread, judgement.SnagRate.Spread)
		shape := 1 / (spread * spread)
		b.Factor = (shape + float64(b.Lost)) / (shape + b.Expected)
		b.Spread = 1 / math.Sqrt(shape+float64(b.Lost))
		out = append(out, b)
	}
	slices.SortFunc(out, func(a, b Bed) int { return cmp.Or(cmp.Compare(b.Lost, a.Lost), cmp.Compare(a.Bed, b.Bed)) })
	return out
}

// saved is which other shape would have saved most heads, by judgement.
func saved(logs []trip.Log) string {
	best, heads := "", 0.0
	for shape, s := range catalogue.HeadShapes {
		kept := 0.0
		for _, l := range logs {
			for _, e := range l.Events {
				if own, ok := catalogue.HeadShapes[e.With.Shape]; ok && e.Kind == trip.Lost {
					kept += max(0, 1-s.Snags.Number/own.Snags.Number)
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
	return fmt.Sprintf("A %s head would have saved about %.0f of them, by judgement.", best, heads)
}

// bottoms compare the seconds to the bottom, and whether it was kept, with what
// was expected, by outfit and place.
func bottoms(logs []trip.Log) []Bottom {
	type key struct {
		place, bait string
		mass        float64
	}
	found := map[key]*Bottom{}
	for _, l := range logs {
		for _, e := range l.Events {
			if e.Kind != trip.Bottom && e.Kind != trip.Off || e.With.Expected == 0 {
				continue
			}
			k := key{l.Trip.Place, e.With.Bait, e.With.Mass}
			b := found[k]
			if b == nil {
				b = &Bottom{Place: k.place, Mass: k.mass, Bait: k.bait}
				found[k] = b
			}
			b.Margin += e.With.Margin
			if e.Kind == trip.Off {
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
