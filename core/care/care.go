// Package care is what could hurt somebody, or a rule of the place, with the condition under
// which each matters: a line each, that says what it rests on. Dunvel defers to local rules
// and to licensed skippers, and is no help to navigate by.
package care

import (
	"slices"
	"strings"

	"dunvel/core/catalogue"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Case is what is fished, where and when.
type Case struct {
	Setup  setup.Setup
	Mass   float64 // kg, of the head that is tied on
	Snags  float64 // snag index of it, 0 to 10
	Place  string  // where, of a plan or a trip; "" where that is not said
	Tide   bool    // the water rises and falls there
	Sluice bool    // and runs by times that somebody else sets
	Dark   bool    // it is fished before sunrise or after sunset
}

// Caution is one that matters now.
type Caution struct {
	Key   string `json:"key"`
	Words string `json:"words"`
	Since string `json:"since"` // what makes it matter, as it stands; it is put away until that changes
	Rule  bool   `json:"rule"`  // look at the local rules
	Metal string `json:"metal"` // of heads that would do without it; "" where none would
}

// Entry is a caution as it stands on the page of all.
type Entry struct {
	Key   string `json:"key"`
	Words string `json:"words"`
	When  string `json:"when"` // it is shown
	Rule  bool   `json:"rule"`
}

// rule is a caution with its condition.
type rule struct {
	key   string
	words string
	local bool                                // a rule of the place
	metal string                              // that does without it
	take  string                              // a thing that helps
	when  func(show units.Choice) string      // in words
	since func(c Case, u units.Choice) string // as it stands; "" where it does not matter
}

// Of are the cautions that matter in a case, in the units of choice.
func Of(c Case, choice units.Choice) []Caution {
	out := []Caution{}
	for _, r := range rules {
		if since := r.since(c, choice); since != "" {
			out = append(out, Caution{r.key, r.words, since, r.local, r.metal})
		}
	}
	return out
}

// All are all of them, in the units of choice.
func All(choice units.Choice) []Entry {
	out := make([]Entry, len(rules))
	for i, r := range rules {
		out[i] = Entry{r.key, r.words, r.when(choice), r.local}
	}
	return out
}

// Joined are cautions of several cases, each once, with all that makes it matter.
func Joined(all ...[]Caution) []Caution {
	out := []Caution{}
	for _, r := range rules {
		var since []string
		for _, some := range all {
			for _, c := range some {
				if c.Key == r.key && !slices.Contains(since, c.Since) {
					since = append(since, c.Since)
				}
			}
		}
		if len(since) > 0 {
			out = append(out, Caution{r.key, r.words, strings.Join(since, "; "), r.local, r.metal})
		}
	}
	return out
}

// Things are what is taken along for some cautions.
func Things(all []Caution) []string {
	var out []string
	for _, r := range rules {
		if r.take != "" && slices.ContainsFunc(all, func(c Caution) bool { return c.Key == r.key }) {
			out = append(out, r.take)
		}
	}
	return out
}

// onFoot tells whether somebody stands where the water comes to.
func (c Case) onFoot() bool { return catalogue.BoatOf(c.Setup.Boat.Kind).Ashore }

// drifts tells whether a boat goes with wind and current.
func (c Case) drifts() bool { return !catalogue.BoatOf(c.Setup.Boat.Kind).Held }

// wired tells whether there is wire before the bait.
func (c Case) wired() bool {
	for _, p := range c.Setup.Rigging.List() {
		if p.What == rigging.PartWire {
			return true
		}
	}
	return false
}
