// Package lessons is what the log teaches: totals, where and when bites came
// against where and how it was fished, what was lost and what that says of the
// bed, and how the predictions did. A pattern is claimed only where chance makes
// one like it seldom.
package lessons

import (
	"cmp"
	"context"
	"fmt"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/logbook/gear"
	"dunvel/core/progress"
	"dunvel/core/units"

	"gonum.org/v1/gonum/stat/distuv"
)

// Lesson is what the log teaches.
type Lesson struct {
	Totals Totals   `json:"totals"`
	Claims []Claim  `json:"claims"` // the surest first
	Words  string   `json:"words"`  // where nothing is claimed, why
	Groups []Group  `json:"groups"` // bites against casts, by what was fished
	Landed []Group  `json:"landed"` // fish landed against those hooked: Casts are those hooked, Takes those landed
	Asked  []Answer `json:"asked"`  // to what was asked beforehand
	Depths []Bin    `json:"depths"` // bites on the fall, by depth
	Least  []string `json:"least"`  // what was tried least

	// that a knot or a leader has seen much since it was tied, in words; of one trip
	Worn    string        `json:"worn"`
	Next    string        `json:"next"` // what to try now, where nothing has taken for a while; of one trip
	Losses  gear.Losses   `json:"losses"`
	Bottoms []gear.Bottom `json:"bottoms"` // predictions against what happened
}

// Totals are counts of everything.
type Totals struct {
	Trips   int     `json:"trips"`
	Hours   float64 `json:"hours"`
	Casts   int     `json:"casts"`
	Takes   int     `json:"takes"` // a bite and the fish that it was are one
	Fish    int     `json:"fish"`
	Dropped int     `json:"dropped"` // hooked, and not landed
	Short   int     `json:"short"`
	Lost    int     `json:"lost"`
	Freed   int     `json:"freed"`
	Torn    int     `json:"torn"`
	Reties  int     `json:"reties"`
}

// Claim is a pattern: Count of Of bites where chance would give Expected, with the
// 80 % range of the share and how seldom chance does that, after all that was
// looked at.
type Claim struct {
	Words    string  `json:"words"`
	Count    int     `json:"count"`
	Of       int     `json:"of"`
	Expected float64 `json:"expected"`
	Low      float64 `json:"low"`
	High     float64 `json:"high"`
	Chance   float64 `json:"chance"`
}

// Group is one way of dividing up bites.
type Group struct {
	Name string `json:"name"`
	Rows []Row  `json:"rows"` // most casts first
}

// Row is a part of a group.
type Row struct {
	Label string  `json:"label"`
	Casts int     `json:"casts"` // 0 where casts do not divide so
	Takes int     `json:"takes"`
	Fish  int     `json:"fish"`
	Low   float64 `json:"low"` // 80 % range of its share of all bites
	High  float64 `json:"high"`

	along float64 // where it stands among the others; those that stand nowhere go by their casts
}

// Bin is a stretch of depth.
type Bin struct {
	From     float64 `json:"from"` // m
	To       float64 `json:"to"`
	Takes    float64 `json:"takes"`    // bites, each spread over where it may have been
	Expected float64 `json:"expected"` // were they spread evenly over the falls
}

// Learn makes the lesson of logs, in the units of choice, with an answer to each question that was
// asked on them beforehand. price is what a head costs, 0 where that is not known. The error is that a unit is
// not known, or that of ctx.
func Learn(ctx context.Context, logs []logbook.Log, price func(logbook.With) float64,
	choice units.Choice) (*Lesson, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	sights := sightsOf(logs)
	out := &Lesson{Totals: totals(logs, sights), Claims: []Claim{}, Groups: []Group{}, Landed: landedBy(sights, choice),
		Depths: []Bin{}, Least: []string{}, Asked: []Answer{}}
	var looked []look
	for i, d := range dimensions {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		progress.Tell(ctx, float64(i)/float64(len(dimensions)+1))
		labels := d.labels(sights, choice)
		g := group(d, sights, labels)
		if len(g.Rows) > 1 {
			out.Groups = append(out.Groups, g)
			looked = append(looked, looksAt(d, g, sights, labels)...)
		}
		if least := tried(g); least != "" && d.yours {
			out.Least = append(out.Least, least)
		}
		for _, l := range logs {
			for _, q := range l.Trip.Asked {
				if q.Of == d.name {
					out.Asked = append(out.Asked, d.answer(q, sights, labels))
				}
			}
		}
	}
	looked = append(looked, landing(sights, choice)...)
	looked = append(looked, shortOf(sights, choice)...)
	phases, onFall := byPhase(logs, sights)
	if len(phases.Rows) > 0 {
		out.Groups = append(out.Groups, phases)
	}
	bins, atDepth, n := byDepth(sights, choice)
	out.Depths = bins
	out.Claims = tell(out.Totals.Takes, looked, append(onFall, atDepth...), n)
	if len(out.Claims) == 0 {
		out.Words = nothing(out.Totals)
	}
	if len(logs) == 1 {
		out.Next, out.Worn = next(sights, out.Least), gear.Worn(logs[0])
	}
	out.Losses = gear.LossesOf(logs, price, choice)
	out.Bottoms = gear.Bottoms(logs)
	return out, ctx.Err()
}

func nothing(t Totals) string {
	switch {
	case t.Takes == 0:
		return "No bites are logged yet."
	case t.Takes < int(judgement.PatternLess.Number):
		return fmt.Sprintf("%d bites are too few to say anything.", t.Takes)
	case t.Casts == 0:
		return "Tap a splash for every cast: bites say something only against where and how it was fished."
	}
	return fmt.Sprintf("%d bites in %d casts, and nothing in them that chance would not make.", t.Takes, t.Casts)
}

func totals(logs []logbook.Log, sights []sight) Totals {
	var t Totals
	for _, s := range sights {
		if !s.loose {
			t.Casts++
		}
		if s.taken {
			t.Takes++
		}
	}
	for _, l := range logs {
		t.Trips++
		t.Hours += gear.Hours(l)
		for _, e := range l.Events {
			switch e.Kind {
			case logbook.Fish:
				t.Fish++
			case logbook.Dropped:
				t.Dropped++
			case logbook.Short:
				t.Short++
			case logbook.Lost:
				t.Lost++
			case logbook.Freed:
				t.Freed++
			case logbook.Torn:
				t.Torn++
			case logbook.Retie:
				t.Reties++
			}
		}
	}
	return t
}

// group divides bites and casts.
func group(d dimension, sights []sight, labels []string) Group {
	g := Group{Name: d.name}
	rows := map[string]*Row{}
	takes := 0
	for i, s := range sights {
		if labels[i] == "" {
			continue
		}
		r := rows[labels[i]]
		if r == nil {
			r = &Row{Label: labels[i], along: d.along(s)}
			rows[labels[i]] = r
		}
		if !s.loose {
			r.Casts++
		}
		if s.taken {
			r.Takes++
			takes++
		}
		if s.taken && s.take.Kind == logbook.Fish {
			r.Fish++
		}
	}
	for _, r := range rows {
		r.Low, r.High = share(r.Takes, takes)
		g.Rows = append(g.Rows, *r)
	}
	slices.SortFunc(g.Rows, func(a, b Row) int {
		return cmp.Or(cmp.Compare(a.along, b.along), cmp.Compare(b.Casts, a.Casts), cmp.Compare(b.Takes, a.Takes),
			cmp.Compare(a.Label, b.Label))
	})
	return g
}

// claim is how seldom chance gives so many of n or more, each with a probability
// (the binomial tail).
func claim(count, n int, even float64) Claim {
	low, high := share(count, n)
	b := distuv.Binomial{N: float64(n), P: even}
	chance := 1.0
	if count > 0 {
		chance = 1 - b.CDF(float64(count)-1)
	}
	return Claim{Count: count, Of: n, Expected: even * float64(n), Low: low, High: high, Chance: max(chance, 0)}
}

// share is the 80 % range of a share (Clopper and Pearson, 1934).
func share(count, n int) (low, high float64) {
	k, m := float64(count), float64(n)
	high = 1
	if n == 0 {
		return 0, 1
	}
	if count > 0 {
		low = distuv.Beta{Alpha: k, Beta: m - k + 1}.Quantile(0.1)
	}
	if count < n {
		high = distuv.Beta{Alpha: k + 1, Beta: m - k}.Quantile(0.9)
	}
	return low, high
}

// tried says what was tried least of a group.
func tried(g Group) string {
	if len(g.Rows) < 2 || g.Rows[0].Casts == 0 {
		return ""
	}
	last := g.Rows[len(g.Rows)-1]
	if float64(last.Casts) > judgement.TriedLittle.Number*float64(g.Rows[0].Casts) {
		return "" // about as much as the others
	}
	all := 0
	for _, r := range g.Rows {
		all += r.Casts
	}
	return fmt.Sprintf("%s: %s, %d of %d casts.", g.Name, last.Label, last.Casts, all)
}
