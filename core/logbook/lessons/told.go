package lessons

import (
	"cmp"
	"fmt"
	"hash/fnv"
	"slices"
	"strings"

	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/logbook/chance"
	"dunvel/core/units"
)

// look is one of the comparisons that are made, each of which is one more chance to find something.
type look struct {
	trials []chance.Trial
	label  string
	across bool
	words  func(chance.Evidence) string
	seen   chance.Evidence
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
func trialsOf(sights []sight, labels []string, hit func(sight) bool) []chance.Trial {
	var out []chance.Trial
	for i, s := range sights {
		if labels[i] != "" && !s.loose {
			out = append(out, chance.Trial{Of: s.number, Trip: s.trip, Place: s.place, Label: labels[i], Hit: hit(s)})
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
		out = append(out, newLook(trials, r.Label, d.across, func(e chance.Evidence) string {
			return fmt.Sprintf("%d of %d bites %s%s, with %.0f %% of the casts: %s.", e.Hits, e.All, d.what, r.Label,
				100*float64(e.Trials)/float64(e.AllTrials), d.against(e))
		}))
	}
	return out
}

// against tells two rates, and what like with like would have where that is another thing than their
// share of the casts.
func (dimension) against(e chance.Evidence) string {
	out := fmt.Sprintf("%d in %d casts, else %d in %d", e.Hits, e.Trials, e.All-e.Hits, e.AllTrials-e.Trials)
	even := float64(e.All) * float64(e.Trials) / float64(e.AllTrials)
	if e.Level != chance.Anywhere && (e.Expected > judgement.OtherThanEven.Number*even ||
		e.Expected < even/judgement.OtherThanEven.Number) {
		out += fmt.Sprintf("; %s it would be %.0f", map[chance.Level]string{chance.WithinTrips: "trip by trip",
			chance.WithinPlaces: "place by place"}[e.Level], e.Expected)
	}
	return out
}

// newLook is a comparison that is made.
func newLook(trials []chance.Trial, label string, across bool, words func(chance.Evidence) string) look {
	of := fnv.New64a()
	for _, t := range trials {
		_, _ = of.Write([]byte{byte(t.Trip), byte(t.Trip >> 8), bit(t.Label == label), bit(t.Hit)}) // it never fails
	}
	return look{trials, label, across, words, chance.Weigh(trials, label, across), of.Sum64()}
}

func bit(yes bool) byte {
	if yes {
		return 1
	}
	return 0
}

// claim is what a look found.
func (l look) claim() Claim {
	e := l.seen
	low, high := share(e.Hits, e.All)
	return Claim{Words: l.words(e), Count: e.Hits, Of: e.All, Expected: e.Expected, Low: low, High: high,
		Chance: e.Chance}
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
		least[i] = l.seen.Least
	}
	times := float64(chance.Looks(least, sure) + more + len(others))
	for _, c := range others {
		if c.Chance = min(c.Chance*times, 1); c.Chance < sure {
			out = append(out, c)
		}
	}
	for n := 0; n < mostTold && len(looked) > 0; n++ {
		best := slices.MinFunc(looked, func(a, b look) int { return cmp.Compare(a.seen.Chance, b.seen.Chance) })
		c := best.claim()
		if c.Chance = min(c.Chance*times, 1); c.Chance >= sure {
			break
		}
		if n > 0 {
			c.Words = "Apart from that, " + c.Words
		}
		out = append(out, c)
		looked = beside(slices.DeleteFunc(looked, func(l look) bool { return l.seen.Chance*times >= 1 }), best, n)
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
// not: casts go by their number, as not every label is known of each.
func beside(looked []look, found look, n int) []look {
	falls := map[int]bool{}
	for _, t := range found.trials {
		falls[t.Of] = t.Label == found.label
	}
	var out []look
	for _, l := range looked {
		if l.of == found.of {
			continue
		}
		l.trials = slices.Clone(l.trials)
		for i, t := range l.trials {
			if falls[t.Of] {
				l.trials[i].Beside |= 1 << n
			}
		}
		l.seen = chance.Weigh(l.trials, l.label, l.across)
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
	e := chance.Weigh(trialsOf(since, of, taken), q.Label, d.across)
	out := Answer{Question: q, Chance: e.Chance, Sure: e.Chance < judgement.PatternSure.Number}
	switch {
	case e.Trials == 0 || e.Trials == e.AllTrials:
		out.Words = fmt.Sprintf("Not told yet: %d casts %s%s, %d otherwise.", e.Trials, d.what, q.Label,
			e.AllTrials-e.Trials)
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
		return dimension{label: func(s sight, _ units.Choice) string { return s.cast.Splash.With.Point }}.labels(
			sights, choice)
	case "Line":
		return dimension{label: known(func(s *logbook.State) string {
			return s.Setup.Line.Material + " of " + choice.Show("diameter", s.Setup.Line.Diameter)
		})}.labels(sights, choice)
	}
	return dimensions[slices.IndexFunc(dimensions, func(d dimension) bool { return d.name == name })].labels(
		sights, choice)
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
			i := slices.IndexFunc(g.Rows, func(r Row) bool { return r.Label == t.Label })
			if i < 0 {
				i, g.Rows = len(g.Rows), append(g.Rows, Row{Label: t.Label})
			}
			g.Rows[i].Casts++
			if t.Hit {
				g.Rows[i].Takes++
				g.Rows[i].Fish++
			}
		}
		for i := range g.Rows {
			g.Rows[i].Low, g.Rows[i].High = share(g.Rows[i].Takes, g.Rows[i].Casts)
		}
		slices.SortFunc(g.Rows, func(a, b Row) int {
			return cmp.Or(cmp.Compare(b.Casts, a.Casts), cmp.Compare(a.Label, b.Label))
		})
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
			out = append(out, newLook(trials, label, true, func(e chance.Evidence) string {
				return fmt.Sprintf("%d of %d fish hooked with %s %s were landed, otherwise %d of %d.", e.Hits, e.Trials,
					strings.ToLower(name), label, e.All-e.Hits, e.AllTrials-e.Trials)
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
		out = append(out, newLook(trials, "long", true, func(e chance.Evidence) string {
			return fmt.Sprintf("%d of %d bites on baits from %s up were short, %d of %d on shorter ones: try a "+
				"smaller bait.", e.Hits, e.Trials, choice.Show("size", from), e.All-e.Hits, e.AllTrials-e.Trials)
		}))
	}
	return out
}
