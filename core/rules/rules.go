// Package rules reads rules of thumb as anglers write them, "to 3 m: 3.5 g;
// deeper or windy: 7 g", so that they can be compared with what the engine
// says.
package rules

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/catalogue"
	"dunvel/core/units"
)

// Rule is one of them: a head for when any of its cases holds.
type Rule struct {
	Text string
	Mass float64 // kg
	any  []condition
}

// Rules are those of one text. Where several hold the heaviest counts.
type Rules []Rule

// Water is what rules look at, in m and m/s.
type Water struct{ Depth, Wind, Flow float64 }

// span is a range of a value, above From and up to To.
type span struct{ From, To float64 }

func (s span) holds(v float64) bool { return (v > s.From || s.From == 0) && v <= s.To }

// condition is a case in which a rule holds: all of the spans do.
type condition struct {
	depth, wind, flow span
}

var everything = span{0, math.Inf(1)}

// Longest texts and most rules that are read.
const (
	longest   = 600
	mostRules = 20
)

// Error is what is wrong with a rule, for the person who wrote it.
type Error struct{ Text, Reason string }

func (e *Error) Error() string { return fmt.Sprintf("Rules: “%s” %s", e.Text, e.Reason) }

// Parse reads rules, one a line or with semicolons between: when, a colon, and
// the weight of the head. Bare numbers are in the units of choice. Depths "to"
// follow on from each other: "to 3 m: 3.5 g; to 6 m: 7 g". Errors are *Error.
func Parse(text string, choice units.Choice) (Rules, error) {
	if len(text) > longest {
		return nil, &Error{text[:30] + "…",
			fmt.Sprintf("and so on is too long; at most %d characters are read", longest)}
	}
	var out Rules
	deepest := 0.0
	for _, part := range strings.FieldsFunc(text, func(r rune) bool { return r == ';' || r == '\n' }) {
		part = strings.TrimSpace(part)
		if part == "" {
			continue
		}
		if len(out) == mostRules {
			return nil, &Error{part, fmt.Sprintf("is one too many; at most %d rules are read", mostRules)}
		}
		when, weight, ok := strings.Cut(part, ":")
		if !ok {
			return nil, &Error{part, "has no colon; write when, a colon and the head, such as “to 3 m: 3.5 g”"}
		}
		mass, err := massOf(weight, choice)
		if err != nil {
			return nil, &Error{part, err.Error()}
		}
		if !(mass > 0 && mass <= 0.5) {
			return nil, &Error{part, fmt.Sprintf("gives a head of %s; it must be above 0 and at most %s",
				choice.Show("mass", mass), choice.Show("mass", 0.5))}
		}
		rule := Rule{Text: part, Mass: mass}
		if rule.any, err = conditions(when, deepest, choice); err != nil {
			return nil, &Error{part, err.Error()}
		}
		for _, c := range rule.any {
			if !math.IsInf(c.depth.To, 1) {
				deepest = max(deepest, c.depth.To)
			}
		}
		out = append(out, rule)
	}
	if out == nil {
		return nil, &Error{"", "holds no rule; write when, a colon and the head, such as “to 3 m: 3.5 g; deeper or " +
			"windy: 7 g”"}
	}
	return out, nil
}

// massOf is the head of a rule, kg.
func massOf(weight string, choice units.Choice) (float64, error) {
	bare := choice.Unit("mass")
	mass, _, err := units.Parse(weight, units.Mass, bare)
	if err == nil {
		return mass, nil
	}
	if two, second := units.ParseTyped(weight, units.Mass, bare, 0); second == nil && two.IsRange() {
		return 0, fmt.Errorf("gives two weights, %s to %s; write the one that you would tie on",
			choice.Show("mass", two.Low), choice.Show("mass", two.High))
	}
	return 0, fmt.Errorf("has no weight that can be read: %w", err)
}

// boundAfter is what is said with its bounds before what they bound: “8 ft or less” is “to 8 ft”.
func boundAfter(when string) string {
	when = orLess().ReplaceAllString(when, "to $1")
	return orMore().ReplaceAllString(when, "over $1")
}

var (
	orLess  = units.Pattern(`(\d[^,]*?)\s+or\s+(?:less|under|shallower|below)\b`)
	orMore  = units.Pattern(`(\d[^,]*?)\s+or\s+(?:more|over|deeper|above)\b`)
	inWords = units.Pattern(`^(\w+)\s+(wind|breeze|current|flow|run|tide)$`)
	orWord  = units.Pattern(`\s+or\s+`)
	andWord = units.Pattern(`\s*,\s*|\s+and\s+`)
	between = units.Pattern(`^(?:from\s+)?(.+?)\s*(?:to|–|-)\s*(\d.*)$`)
	about   = units.Pattern(`^(wind|current|flow|depth)\s+(.+)$`)
	most    = units.Pattern(`^(?:up to|to|under|below|less than|shallower than)\s+(.+)$`)
	least   = units.Pattern(`^(?:over|above|from|more than|deeper than)\s+(.+)$`)
)

// conditions reads when a rule applies: any of what is parted by "or". deepest is to where the
// rules before it go, m.
func conditions(when string, deepest float64, choice units.Choice) ([]condition, error) {
	var out []condition
	for _, one := range orWord().Split(boundAfter(strings.ToLower(when)), -1) {
		c := condition{everything, everything, everything}
		for _, word := range andWord().Split(strings.TrimSpace(one), -1) {
			if err := c.read(strings.TrimSpace(word), deepest, choice); err != nil {
				return nil, err
			}
		}
		out = append(out, c)
	}
	return out, nil
}

// read adds one condition.
func (c *condition) read(word string, deepest float64, choice units.Choice) error {
	if word == "deeper" && deepest == 0 {
		return fmt.Errorf("says “deeper”, but no rule before it gives a depth")
	}
	if c.word(word, deepest) || c.strength(word) {
		return nil
	}
	b := bounded{c: c, at: &c.depth, measure: "depth", choice: choice}
	if m := about().FindStringSubmatch(word); m != nil {
		word = m[2]
		switch m[1] {
		case "wind":
			b.measure, b.at = "wind", &c.wind
		case "current", "flow":
			b.measure, b.at = "speed", &c.flow
		}
	}
	return b.read(word, deepest)
}

// word adds a condition that is a word of its own; false where it is none.
func (c *condition) word(word string, deepest float64) bool {
	windy, running := catalogue.WindWords[2].Speed.Number, catalogue.CurrentWords[1].Speed.Number
	switch word {
	case "deeper":
		c.depth.From = deepest
	case "windy", "wind":
		c.wind.From = windy / 2
	case "calm", "no wind":
		c.wind.To = windy / 2
	case "running", "current", "flow", "tide", "run":
		c.flow.From = running / 2
	case "slack", "still", "no current":
		c.flow.To = running / 2
	case "else", "otherwise", "always":
	default:
		return false
	}
	return true
}

// strength adds how strong wind or current are in words; false where it is not that.
func (c *condition) strength(word string) bool {
	m := inWords().FindStringSubmatch(word)
	if m == nil {
		return false
	}
	at, ok := strengthOf(m[1], m[2])
	if ok && (m[2] == "wind" || m[2] == "breeze") {
		c.wind = at
	} else if ok {
		c.flow = at
	}
	return ok
}

// bounded is a condition with a bound in numbers.
type bounded struct {
	c       *condition
	at      *span // what is bounded
	measure string
	choice  units.Choice
}

// read adds what a text bounds: at most, at least, or between two.
func (b bounded) read(text string, deepest float64) error {
	var err error
	m, between := most().FindStringSubmatch(text), between().FindStringSubmatch(text)
	switch over := least().FindStringSubmatch(text); {
	case m != nil:
		if b.at.To, err = b.value(m[1]); err == nil && b.at == &b.c.depth && deepest < b.at.To {
			b.at.From = deepest
		}
	case over != nil && !isBetween(over[1]):
		b.at.From, err = b.value(over[1])
	case between != nil:
		if b.at.To, err = b.value(between[2]); err == nil {
			b.at.From, err = b.value(between[1] + unitOf(between[1], between[2]))
		}
		if err == nil && b.at.From >= b.at.To {
			return fmt.Errorf("goes from more to less")
		}
	default:
		return fmt.Errorf("has a condition that is not known, “%s”; there are: to 3 m, 3 to 6 m, over 6 m, deeper, "+
			"windy, calm, running, slack, strong wind, slow current, wind over 5 m/s, current over 0.5 kn, otherwise",
			text)
	}
	if err != nil {
		return fmt.Errorf("has a bound that cannot be read: %w", err)
	}
	return nil
}

func isBetween(text string) bool { return between().MatchString(text) }

// value reads a bound.
func (b bounded) value(text string) (float64, error) {
	unit := b.choice.Unit(b.measure)
	v, _, err := units.Parse(text, unit.Dimension, unit)
	if err == nil && !(v >= 0) {
		err = fmt.Errorf("“%s” is less than nothing", text)
	}
	return v, err
}

// alike are words for strengths beside those of the catalogue.
var alike = map[string]string{"big": "strong", "heavy": "strong", "stiff": "fresh", "weak": "slow", "gentle": "light",
	"little": "light", "fast": "hard", "some": "moderate"}

// strengthOf is what a word such as strong says of a wind or a current: half way to the words beside it, and
// of the strong ones all that is more.
func strengthOf(word, of string) (span, bool) {
	words := catalogue.CurrentWords
	if of == "wind" || of == "breeze" {
		words = catalogue.WindWords
	}
	i := slices.IndexFunc(words, func(w catalogue.Word) bool { return w.Name == word || w.Name == alike[word] })
	if i <= 0 {
		return span{}, false
	}
	out := span{(words[i-1].Speed.Number + words[i].Speed.Number) / 2, math.Inf(1)}
	if words[i].Name != "strong" && i+1 < len(words) {
		out.To = (words[i].Speed.Number + words[i+1].Speed.Number) / 2
	}
	return out, true
}

var digitsOnly = units.Pattern(`^[\d.,\s/]+$`)

// unitOf is the unit that "3" in "3 to 6 m" goes without.
func unitOf(first, second string) string {
	if !digitsOnly().MatchString(first) {
		return ""
	}
	return " " + strings.TrimLeft(second, "0123456789., /")
}

// Say returns the head in kg that the rules say for a water, and which rule
// does; 0 where none holds.
func (r Rules) Say(w Water) (mass float64, text string) {
	for _, rule := range r {
		for _, c := range rule.any {
			if c.depth.holds(w.Depth) && c.wind.holds(w.Wind) && c.flow.holds(w.Flow) && rule.Mass > mass {
				mass, text = rule.Mass, rule.Text
			}
		}
	}
	return mass, text
}

// Waters are those to try rules on: the depths they tell apart, from well
// within each to its end, with and without the wind and the flow they speak of
// and otherwise as here.
func (r Rules) Waters(here Water) []Water {
	var depths, winds, flows []float64
	for _, rule := range r {
		for _, c := range rule.any {
			depths = append(depths, ends(c.depth)...)
			winds = append(winds, ends(c.wind)...)
			flows = append(flows, ends(c.flow)...)
		}
	}
	depths, winds, flows = tidy(depths), tidy(winds), tidy(flows)
	out := []Water{}
	for _, d := range within(depths, here.Depth) {
		for _, w := range apart(winds, here.Wind) {
			for _, f := range apart(flows, here.Flow) {
				out = append(out, Water{d, w, f})
			}
		}
	}
	return out[:min(len(out), mostWaters)]
}

// within are values in the middle and at the end of what bounds part, and two
// beyond.
func within(bounds []float64, here float64) []float64 {
	if len(bounds) == 0 {
		return []float64{here}
	}
	var out []float64
	last := 0.0
	for _, b := range bounds {
		out = append(out, (last+b)/2, b)
		last = b
	}
	return append(out, 1.5*last, 2*last)
}

// apart are a value under the lowest bound and one over the highest.
func apart(bounds []float64, here float64) []float64 {
	if len(bounds) == 0 {
		return []float64{here}
	}
	return []float64{0, 2 * bounds[len(bounds)-1]}
}

// mostWaters is how many waters rules are tried on at most.
const mostWaters = 60

func ends(s span) []float64 {
	var out []float64
	for _, v := range []float64{s.From, s.To} {
		if v > 0 && !math.IsInf(v, 1) {
			out = append(out, v)
		}
	}
	return out
}

func tidy(values []float64) []float64 {
	slices.Sort(values)
	return slices.Compact(values)
}
