package gear

import (
	"cmp"
	"fmt"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/logbook"
	"dunvel/core/logbook/snags"
	"dunvel/core/units"
)

// Losses are what was lost, and what that says.
type Losses struct {
	Lost    int         `json:"lost"`
	Hourly  float64     `json:"hourly"`  // heads an hour
	Cost    float64     `json:"cost"`    // in the money of the prices
	Unknown int         `json:"unknown"` // of them without a price
	Groups  []Lost      `json:"groups"`
	Beds    []snags.Bed `json:"beds"`
	Saved   string      `json:"saved"` // which change would have saved most
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

// LossesOf are what was lost in trips.
func LossesOf(logs []logbook.Log, price func(logbook.With) float64, choice units.Choice) Losses {
	out := Losses{Groups: []Lost{}, Beds: snags.Beds(snags.Of(logs))}
	spent := 0.0
	for _, l := range logs {
		spent += Hours(l)
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
func lostBy(name string, label func(logbook.Log, logbook.Event, units.Choice) string, logs []logbook.Log,
	price func(logbook.With) float64, choice units.Choice) []Lost {
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
			spent[key] += Hours(l)
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

// saved is which other shape would have saved most heads, by judgement and what was
// lost on each.
func saved(logs []logbook.Log) string {
	best, heads := "", 0.0
	all := snags.Of(logs)
	kinds := snags.Kinds(all, snags.Beds(all))
	index := func(shape string) float64 {
		judged := catalogue.HeadShapes[shape].Snags.Number
		if i := slices.IndexFunc(kinds, func(k snags.Kind) bool { return k.Shape == shape && !k.Guard }); i >= 0 {
			judged *= kinds[i].Factor
		}
		return judged
	}
	lost := map[string]int{} // on each shape
	for _, l := range logs {
		for i := range l.Events {
			if e := &l.Events[i]; e.Kind == logbook.Lost {
				lost[e.With.Shape]++
			}
		}
	}
	for shape := range catalogue.HeadShapes {
		kept := 0.0
		for on, heads := range lost {
			if _, ok := catalogue.HeadShapes[on]; ok {
				kept += max(0, 1-index(shape)/index(on)) * float64(heads)
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

// Bottoms compare the seconds to the bottom, and whether it was kept, with what
// was expected, by outfit and place.
func Bottoms(logs []logbook.Log) []Bottom {
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

// Bottom is how the seconds to the bottom of one outfit at one place compare.
type Bottom struct {
	Place    string  `json:"place"`
	Mass     float64 `json:"mass"` // kg
	Bait     string  `json:"bait"`
	Count    int     `json:"count"`
	Measured float64 `json:"measured"` // s, mean
	Expected float64 `json:"expected"`
	Inside   int     `json:"inside"` // of them within the 80 % range
	Lost     int     `json:"lost"`   // times that it lost the bottom
	Margin   float64 `json:"margin"` // expected push on the bed over weight in water, mean
}

// Hours is how long a trip was fished: to its end, or to what happened last.
func Hours(l logbook.Log) float64 {
	end := l.Trip.Start
	if l.Trip.End != nil {
		end = *l.Trip.End
	}
	for _, e := range l.Events {
		if l.Trip.End == nil && e.Time.After(end) {
			end = e.Time
		}
	}
	return end.Sub(l.Trip.Start).Hours()
}
