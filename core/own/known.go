package own

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/droptest"
	"dunvel/core/logbook/lessons"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Known is what is learnt of an angler over what is usual, of what is not refused; 0 where
// nothing is.
type Known struct {
	Patience float64           `json:"patience"`
	Feel     float64           `json:"feel"`
	Lines    []droptest.LineAs `json:"lines"`
}

// Known is what is learnt and not refused, as answers go by it.
func (p Preferences) Known() (out Known) {
	if p.Learnt == nil {
		return out
	}
	refused := func(what string) bool { return slices.Contains(p.Refused, what) }
	if !refused(lessons.OwnPatience) {
		out.Patience = p.Learnt.Patience.Factor
	}
	if !refused(lessons.OwnFeel) {
		out.Feel = p.Learnt.Feel.Factor
	}
	if !refused(lessons.OwnLines) {
		out.Lines = p.Learnt.Bias.Lines
	}
	return out
}

// Inform sets what is learnt of an angler in a setup that does not set it itself, and says so.
func (k Known) Inform(s *setup.Setup, choice units.Choice) string {
	var told []string
	set := func(to *float64, learnt float64, matters bool, format string, args ...any) {
		if *to != 0 || learnt == 0 {
			return
		}
		*to = learnt
		if matters {
			told = append(told, fmt.Sprintf(format, args...))
		}
	}
	for _, l := range k.Lines {
		if l.Is(s.Line) {
			set(&s.Line.Thicker, l.Factor, clearly(l.Factor), "%s of %s drags as if it were %.2f times as thick",
				s.Line.Material, choice.Show("diameter", s.Line.Diameter), l.Factor)
		}
	}
	waits := setup.LookupField("approach.wait").Applies(*s) && s.Approach.Wait == 0
	set(&s.Hand.Patience, k.Patience, waits &&
		clearly(k.Patience), "you wait %.1f times as long as is usual", k.Patience)
	set(&s.Hand.Feel, k.Feel, clearly(k.Feel), "you tie on for %.1f times the pull that is usually told", k.Feel)
	if told == nil {
		return ""
	}
	return "As your log has it, " + strings.Join(told, "; ") + "."
}

// clearly tells whether a factor is another than 1 where it is told to a tenth.
func clearly(factor float64) bool { return math.Abs(factor-1) >= 0.05 }
