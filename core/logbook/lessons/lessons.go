// Package lessons is what the log teaches: totals, where and when bites came
// against where and how it was fished, what was lost and what that says of the
// bed, and how the predictions did. A pattern is claimed only where chance makes
// one like it seldom.
package lessons

import (
	"cmp"
	"context"
	"dunvel/core/almanac"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/progress"
	"dunvel/core/technique"
	"dunvel/core/units"

	"gonum.org/v1/gonum/stat/distuv"
)

// Lesson is what the log teaches.
type Lesson struct {
	Totals  Totals   `json:"totals"`
	Claims  []Claim  `json:"claims"` // the surest first
	Words   string   `json:"words"`  // where nothing is claimed, why
	Groups  []Group  `json:"groups"` // bites against casts, by what was fished
	Depths  []Bin    `json:"depths"` // bites on the fall, by depth
	Least   []string `json:"least"`  // what was tried least
	Losses  Losses   `json:"losses"`
	Bottoms []Bottom `json:"bottoms"` // predictions against what happened
}

// Totals are counts of everything.
type Totals struct {
	Trips  int     `json:"trips"`
	Hours  float64 `json:"hours"`
	Casts  int     `json:"casts"`
	Takes  int     `json:"takes"` // bites, short bites and fish
	Fish   int     `json:"fish"`
	Short  int     `json:"short"`
	Lost   int     `json:"lost"`
	Freed  int     `json:"freed"`
	Torn   int     `json:"torn"`
	Reties int     `json:"reties"`
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
}

// Bin is a stretch of depth.
type Bin struct {
	From     float64 `json:"from"` // m
	To       float64 `json:"to"`
	Takes    float64 `json:"takes"`    // bites, each spread over where it may have been
	Expected float64 `json:"expected"` // were they spread evenly over the falls
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

// dimension divides events.
type dimension struct {
	name  string
	what  string // before a label in a sentence
	label func(l logbook.Log, e logbook.Event, choice units.Choice) string
}

var dimensions = []dimension{
	{"Place", "at ", func(l logbook.Log, _ logbook.Event, _ units.Choice) string { return l.Trip.Place }},
	{"Head", "on ", func(_ logbook.Log, e logbook.Event, choice units.Choice) string {
		if e.With.Shape == "" {
			return ""
		}
		return choice.Show("mass", e.With.Mass)
	}},
	{"Shape", "on a ", func(_ logbook.Log, e logbook.Event, _ units.Choice) string { return e.With.Shape }},
	{"Bait", "on the ", func(_ logbook.Log, e logbook.Event, _ units.Choice) string { return e.With.Bait }},
	{"Retrieve", "with ", func(_ logbook.Log, e logbook.Event, _ units.Choice) string { return retrieve(e.With.Technique) }},
	{"Fall speed", "falling at ", func(_ logbook.Log, e logbook.Event, choice units.Choice) string {
		return fallBin(e.With.FallSpeed, choice)
	}},
	{"Tide", "", func(l logbook.Log, e logbook.Event, _ units.Choice) string { return tideBin(l.Trip, e.Time) }},
	{"Light", "", func(l logbook.Log, e logbook.Event, _ units.Choice) string { return seen(l, e).Light }},
	{"Moon", "", func(l logbook.Log, e logbook.Event, _ units.Choice) string { return seen(l, e).Moon }},
}

// seen is what the sky was like at an event; nothing where it is not known where that was.
func seen(l logbook.Log, e logbook.Event) almanac.Seen {
	if l.Where == nil {
		return almanac.Seen{}
	}
	return almanac.SeenAt(*l.Where, e.Time)
}

// retrieve is what a way of working a bait is called.
func retrieve(key string) string {
	if p, ok := technique.Lookup(key); ok {
		return strings.ToLower(p.Name)
	}
	return key
}

// fallBin is a fall speed in m/s, in steps.
func fallBin(speed float64, choice units.Choice) string {
	step := judgement.FallStep.Number
	if speed <= 0 {
		return ""
	}
	low := math.Floor(speed/step) * step
	unit := choice.Unit("speed")
	return fmt.Sprintf("%.1f to %.1f %s", unit.FromBase(low), unit.FromBase(low+step), unit.Symbol)
}

// tideBin is a time before or after the nearest high water, in steps of two
// hours; "" where none is known.
func tideBin(t logbook.Trip, at time.Time) string {
	hours, ok := t.FromHigh(at)
	if !ok {
		return ""
	}
	switch from := 2 * math.Floor(math.Abs(hours)/2); {
	case hours < 0:
		return fmt.Sprintf("%.0f to %.0f h before high water", from, from+2)
	default:
		return fmt.Sprintf("%.0f to %.0f h after high water", from, from+2)
	}
}

func isTake(e logbook.Event) bool { return slices.Contains(logbook.Takes, e.Kind) }

// Learn makes the lesson of logs, in the units of choice. price is what a head
// costs, 0 where that is not known. The error is that a unit is not known, or that of ctx.
func Learn(ctx context.Context, logs []logbook.Log, price func(logbook.With) float64, choice units.Choice) (*Lesson, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	out := &Lesson{Claims: []Claim{}, Groups: []Group{}, Depths: []Bin{}, Least: []string{}, Bottoms: []Bottom{}}
	out.Totals = totals(logs)
	looked := 0
	var found []Claim
	for i, d := range dimensions {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		progress.Tell(ctx, float64(i)/float64(len(dimensions)+1))
		g, claims, n := group(d, logs, choice)
		if len(g.Rows) > 0 {
			out.Groups = append(out.Groups, g)
		}
		found = append(found, claims...)
		looked += n
		if least := tried(g); least != "" {
			out.Least = append(out.Least, least)
		}
	}
	phases, claims, n := byPhase(logs)
	if len(phases.Rows) > 0 {
		out.Groups = append(out.Groups, phases)
	}
	found = append(found, claims...)
	looked += n
	bins, claim, n := byDepth(logs, choice)
	out.Depths = bins
	if claim != nil {
		found = append(found, *claim)
	}
	looked += n
	out.Claims = more(found, looked)
	if len(out.Claims) == 0 {
		out.Words = nothing(out.Totals)
	}
	out.Losses = losses(logs, price)
	out.Bottoms = bottoms(logs)
	return out, nil
}

// more are the claims that are more than chance after so many looks: each look is
// one more chance to find something (Bonferroni).
func more(found []Claim, looked int) []Claim {
	out := []Claim{}
	for _, c := range found {
		c.Chance = min(c.Chance*float64(max(looked, 1)), 1)
		if c.Chance < judgement.PatternSure.Number {
			out = append(out, c)
		}
	}
	slices.SortStableFunc(out, func(a, b Claim) int { return cmp.Compare(a.Chance, b.Chance) })
	return out
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

func totals(logs []logbook.Log) Totals {
	var t Totals
	for _, l := range logs {
		t.Trips++
		t.Hours += hours(l)
		for _, e := range l.Events {
			switch e.Kind {
			case logbook.Splash:
				t.Casts++
			case logbook.Fish:
				t.Fish++
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
			if isTake(e) {
				t.Takes++
			}
		}
	}
	return t
}

// hours is how long a trip was fished: to its end, or to what happened last.
func hours(l logbook.Log) float64 {
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

// group divides bites and casts, and finds what had more of the bites than of
// the casts; looked is how many rows could have.
func group(d dimension, logs []logbook.Log, choice units.Choice) (g Group, found []Claim, looked int) {
	g.Name = d.name
	rows := map[string]*Row{}
	takes, casts := 0, 0
	for _, l := range logs {
		for _, e := range l.Events {
			label := d.label(l, e, choice)
			if label == "" || !isTake(e) && e.Kind != logbook.Splash {
				continue
			}
			r := rows[label]
			if r == nil {
				r = &Row{Label: label}
				rows[label] = r
			}
			switch {
			case e.Kind == logbook.Splash:
				r.Casts++
				casts++
			default:
				r.Takes++
				takes++
				if e.Kind == logbook.Fish {
					r.Fish++
				}
			}
		}
	}
	for _, r := range rows {
		r.Low, r.High = share(r.Takes, takes)
		g.Rows = append(g.Rows, *r)
	}
	slices.SortFunc(g.Rows, func(a, b Row) int {
		return cmp.Or(cmp.Compare(b.Casts, a.Casts), cmp.Compare(b.Takes, a.Takes), cmp.Compare(a.Label, b.Label))
	})
	if len(g.Rows) < 2 || casts == 0 || takes < int(judgement.PatternLess.Number) {
		return g, nil, 0
	}
	for _, r := range g.Rows {
		if r.Casts == 0 {
			continue
		}
		looked++
		even := float64(r.Casts) / float64(casts)
		if c := claim(r.Takes, takes, even); float64(r.Takes) > even*float64(takes) {
			c.Words = fmt.Sprintf("%d of %d bites %s%s, with %.0f %% of the casts.", r.Takes, takes, d.what, r.Label, 100*even)
			found = append(found, c)
		}
	}
	return g, found, looked
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
