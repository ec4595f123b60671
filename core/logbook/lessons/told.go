package lessons

import (
	"cmp"
	"fmt"
	"hash/fnv"
	"slices"
	"strings"

	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/units"
)

// look is one of the comparisons that are made, each of which is one more chance to find something.
type look struct {
	trials []trial
	label  string
	across bool
	words  func(evidence) string
	seen   evidence
	of     uint64 // a hash of what falls to it, so that the same under two names counts once
}

// Answer is what the log says to a question.
type Answer struct {
	logbook.Question
	Words  string  `json:"words"`
	Chance float64 `json:"chance"` // how seldom chance does as much
	Sure   bool    `json:"sure"`
}

// trialsOf are the casts of which a label is known.
func trialsOf(sights []sight, labels []string, hit func(sight) bool) []trial {
	var out []trial
	for i, s := range sights {
		if labels[i] != "" && !s.loose {
			out = append(out, trial{trip: s.trip, place: s.place, label: labels[i], hit: hit(s)})
		}
	}
	return out
}

func taken(s sight) bool { return s.taken }

// looksAt compares each row of a group with the others.
func looksAt(d dimension, g Group, sights []sight, labels []string) []look {
	trials := trialsOf(sights, labels, taken)
	var out []look
	for _, r := range g.Rows {
		if r.Casts == 0 || r.Casts == len(trials) {
			continue
		}
		out = append(out, newLook(trials, r.Label, d.across, func(e evidence) string {
			return fmt.Sprintf("%d of %d bites %s%s, with %.0f %% of the casts: %s.", e.hits, e.all, d.what, r.Label, 100*float64(e.trials)/float64(e.allTrials), d.against(e))
		}))
	}
	return out
}

// against tells two rates, and what like with like would have where that is another thing than their
// share of the casts.
func (dimension) against(e evidence) string {
	out := fmt.Sprintf("%d in %d casts, else %d in %d", e.hits, e.trials, e.all-e.hits, e.allTrials-e.trials)
	even := float64(e.all) * float64(e.trials) / float64(e.allTrials)
	if e.level != anywhere && (e.expected > 1.2*even || e.expected < even/1.2) {
		out += fmt.Sprintf("; %s it would be %.0f", map[level]string{withinTrips: "trip by trip", withinPlaces: "place by place"}[e.level], e.expected)
	}
	return out
}

// newLook is a comparison that is made.
func newLook(trials []trial, label string, across bool, words func(evidence) string) look {
	of := fnv.New64a()
	for _, t := range trials {
		_, _ = of.Write([]byte{byte(t.trip), byte(t.trip >> 8), byte(one(t.label == label)), byte(one(t.hit))}) // it never fails
	}
	return look{trials, label, across, words, weigh(trials, label, across), of.Sum64()}
}

// claim is what a look found.
func (l look) claim() Claim {
	e := l.seen
	low, high := share(e.hits, e.all)
	return Claim{Words: l.words(e), Count: e.hits, Of: e.all, Expected: e.expected, Low: low, High: high, Chance: e.chance}
}

// mostTold is how many sentences are told: few and strong.
const mostTold = 5

// tell makes few sentences of many looks: the surest first, and after it what is sure still where it is
// compared within the casts that fall to those before, and within the others. Each look is one more
// chance to find something: chances are multiplied by as many as could have found anything (Bonferroni,
// and Tarone, 1990). others are claims of another kind, by so many looks.
func tell(takes int, looked []look, others []Claim, more int) []Claim {
	out := []Claim{}
	if takes < int(judgement.PatternLess.Number) {
		return out
	}
	sure := judgement.PatternSure.Number
	looked = distinct(looked)
	least := make([]float64, len(looked))
	for i, l := range looked {
		least[i] = l.seen.least
	}
	times := float64(looks(least, sure) + more + len(others))
	for _, c := range others {
		if c.Chance = min(c.Chance*times, 1); c.Chance < sure {
			out = append(out, c)
		}
	}
	for n := 0; n < mostTold && len(looked) > 0; n++ {
		best := slices.MinFunc(looked, func(a, b look) int { return cmp.Compare(a.seen.chance, b.seen.chance) })
		c := best.claim()
		if c.Chance = min(c.Chance*times, 1); c.Chance >= sure {
			break
		}
		if n > 0 {
			c.Words = "Apart from that, " + c.Words
		}
		out = append(out, c)
		looked = beside(slices.DeleteFunc(looked, func(l look) bool { return l.seen.chance*times >= 1 }), best, n)
	}
	slices.SortStableFunc(out, func(a, b Claim) int { return cmp.Compare(a.Chance, b.Chance) })
	return out
}

// distinct leaves out looks to which the same falls as to one before.
func distinct(looked []look) []look {
	seen := map[uint64]bool{}
	return slices.DeleteFunc(looked, func(l look) bool {
		was := seen[l.of]
		seen[l.of] = true
		return was
	})
}

// beside are the looks that are left after one, each compared within what falls to that and what does
// not. Looks at something else than casts stay as they are.
func beside(looked []look, found look, n int) []look {
	var out []look
	for _, l := range looked {
		if l.of == found.of {
			continue
		}
		if len(l.trials) == len(found.trials) {
			trials := slices.Clone(l.trials)
			for i := range trials {
				if found.trials[i].label == found.label {
					trials[i].beside |= 1 << n
				}
			}
			l.trials = trials
			l.seen = weigh(trials, l.label, l.across)
		}
		out = append(out, l)
	}
	return out
}

// answer is what the casts since a question say to it: one look, that was named beforehand.
func (d dimension) answer(q logbook.Question, sights []sight, labels []string) Answer {
	var since []sight
	var of []string
	for i, s := range sights {
		if s.cast.Splash.Time.After(q.Since) {
			since, of = append(since, s), append(of, labels[i])
		}
	}
	e := weigh(trialsOf(since, of, taken), q.Label, d.across)
	out := Answer{Question: q, Chance: e.chance, Sure: e.chance < judgement.PatternSure.Number}
	switch {
	case e.trials == 0 || e.trials == e.allTrials:
		out.Words = fmt.Sprintf("Not told yet: %d casts %s%s, %d otherwise.", e.trials, d.what, q.Label, e.allTrials-e.trials)
	case out.Sure:
		out.Words = fmt.Sprintf("Yes, more %s%s: %s.", d.what, q.Label, d.against(e))
	default:
		out.Words = fmt.Sprintf("Not told yet: %s%s %s.", d.what, q.Label, d.against(e))
	}
	return out
}

// landings are what may have a say in whether a fish that was hooked is landed.
var landings = []string{"Shape", "Hook", "Point", "Leader", "Line"}

// landingLabel are the labels of hooked fish.
func landingLabel(name string, sights []sight, choice units.Choice) []string {
	switch name {
	case "Point":
		return dimension{label: func(s sight, _ units.Choice) string { return s.cast.Splash.With.Point }}.labels(sights, choice)
	case "Line":
		return dimension{label: known(func(s *logbook.State) string {
			return s.Setup.Line.Material + " of " + choice.Show("diameter", s.Setup.Line.Diameter)
		})}.labels(sights, choice)
	}
	return dimensions[slices.IndexFunc(dimensions, func(d dimension) bool { return d.name == name })].labels(sights, choice)
}

// hooked are the fish that were.
func hooked(sights []sight) (out []sight) {
	for _, s := range sights {
		if s.taken && (s.take.Kind == logbook.Fish || s.take.Kind == logbook.Dropped) {
			s.loose = false // what it was cast with is of no matter here
			out = append(out, s)
		}
	}
	return out
}

func landed(s sight) bool { return s.take.Kind == logbook.Fish }

// landedBy divides hooked fish, with the 80 % range of the share that was landed.
func landedBy(sights []sight, choice units.Choice) []Group {
	out := []Group{}
	fish := hooked(sights)
	for _, name := range landings {
		g := Group{Name: name}
		for _, t := range trialsOf(fish, landingLabel(name, fish, choice), landed) {
			i := slices.IndexFunc(g.Rows, func(r Row) bool { return r.Label == t.label })
			if i < 0 {
				i, g.Rows = len(g.Rows), append(g.Rows, Row{Label: t.label})
			}
			g.Rows[i].Casts++
			if t.hit {
				g.Rows[i].Takes++
				g.Rows[i].Fish++
			}
		}
		for i := range g.Rows {
			g.Rows[i].Low, g.Rows[i].High = share(g.Rows[i].Takes, g.Rows[i].Casts)
		}
		slices.SortFunc(g.Rows, func(a, b Row) int { return cmp.Or(cmp.Compare(b.Casts, a.Casts), cmp.Compare(a.Label, b.Label)) })
		if len(g.Rows) > 0 {
			out = append(out, g)
		}
	}
	return out
}

// landing compares the share that was landed.
func landing(sights []sight, choice units.Choice) (out []look) {
	fish := hooked(sights)
	for _, name := range landings {
		labels := landingLabel(name, fish, choice)
		trials := trialsOf(fish, labels, landed)
		for _, label := range slices.Compact(slices.Sorted(slices.Values(labels))) {
			if label == "" {
				continue
			}
			out = append(out, newLook(trials, label, true, func(e evidence) string {
				return fmt.Sprintf("%d of %d fish hooked with %s %s were landed, otherwise %d of %d.", e.hits, e.trials, strings.ToLower(name), label, e.all-e.hits, e.allTrials-e.trials)
			}))
		}
	}
	return out
}

// shortOf compares how many of the bites were short on baits of a length and longer with those on
// shorter ones.
func shortOf(sights []sight, choice units.Choice) (out []look) {
	var bites []sight
	var lengths []float64
	for _, s := range sights {
		if s.taken && s.cast.Known {
			s.loose = false
			bites = append(bites, s)
			lengths = append(lengths, s.cast.State.Setup.Bait.Length)
		}
	}
	distinct := slices.Compact(slices.Sorted(slices.Values(lengths)))
	for _, from := range distinct[min(1, len(distinct)):] {
		labels := make([]string, len(bites))
		for i, v := range lengths {
			labels[i] = map[bool]string{true: "long", false: "short"}[v >= from]
		}
		trials := trialsOf(bites, labels, func(s sight) bool { return s.take.Kind == logbook.Short })
		out = append(out, newLook(trials, "long", true, func(e evidence) string {
			return fmt.Sprintf("%d of %d bites on baits from %s up were short, %d of %d on shorter ones: try a smaller bait.", e.hits, e.trials, choice.Show("size", from), e.all-e.hits, e.allTrials-e.trials)
		}))
	}
	return out
}
