// Package own is what a person likes to have, and what their log teaches of them: how long they wait,
// what they feel, how thick their lines are and how the water runs at their places.
package own

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"dunvel/core/droptest"
	"dunvel/core/input"
	"dunvel/core/logbook/lessons"
	"dunvel/core/units"
)

// Preferences are what a person likes to have and what is learnt of them.
type Preferences struct {
	Page map[string]json.RawMessage `json:"page,omitempty"` // of the page, under its own keys
	// of Learnt, what answers are not to go by; of lessons.Refusable
	Refused []string `json:"refused,omitempty"`
	Learnt  *Learnt  `json:"learnt,omitempty"`
}

// Name is the name that a person's preferences are kept under.
const Name = "own"

// Learnt is what the log teaches of the angler, their lines and the currents at their places.
type Learnt struct {
	Events   int           `json:"events"` // that the log had then
	Patience lessons.Own   `json:"patience"`
	Feel     lessons.Own   `json:"feel"`
	Bias     droptest.Bias `json:"bias"`
}

// Limits of what a page keeps.
const (
	mostKeys  = 40
	mostValue = 16 << 10 // bytes of a value
)

// Validate returns nil or setup.Errors.
func (p Preferences) Validate(units.Choice) error {
	if len(p.Page) > mostKeys {
		return input.Fault("page", "Preferences: %d are too many; at most %d are kept.", len(p.Page), mostKeys)
	}
	for key, value := range p.Page {
		if message := input.CheckText("Preference", key, input.MostName, true); message != "" {
			return input.Fault("page", "%s", message)
		}
		if len(value) > mostValue {
			return input.Fault("page", "Preferences: “%s” has %d bytes; at most %d are kept.", key,
				len(value), mostValue)
		}
	}
	for i, what := range p.Refused {
		if !slices.Contains(lessons.Refusable, what) {
			return input.Fault(fmt.Sprintf("refused.%d", i), "Refused: “%s” is not one of %s.", what,
				strings.Join(lessons.Refusable, ", "))
		}
	}
	return nil
}
