package main

import (
	"regexp"
	"slices"

	"dunvel/core/boat"
	"dunvel/core/box"
	"dunvel/core/droptest"
	"dunvel/core/follow"
	"dunvel/core/logbook"
	"dunvel/core/logbook/lessons"
	"dunvel/core/measure"
	"dunvel/core/mechanics"
	"dunvel/core/practice"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/trial"
)

// lists are those that the contract's enums are made of, by the names that openapi.yaml
// gives them ("x-of").
func lists() map[string][]string {
	out := map[string][]string{
		"event kinds":       logbook.Kinds,
		"phases":            append(slices.Clone(logbook.Phases), ""), // or it is not known
		"spot kinds":        append(slices.Clone(logbook.SpotKinds), ""),
		"clarities":         append(slices.Clone(logbook.Clarities), ""),
		"parts":             rigging.Parts,
		"lines in hand":     setup.HandLines,
		"places of drops":   droptest.Places,
		"holds":             droptest.Holds,
		"ways to measure":   measure.Ways,
		"games":             practice.Games,
		"misses":            append(slices.Clone(practice.Misses), ""), // or it was right
		"field types":       {setup.Number, setup.Choice, setup.Flag},
		"column types":      box.Types,
		"qualities":         boat.Qualities,
		"sources":           boat.SourceKinds,
		"states of sources": boat.SourceStates,
		"bearings":          follow.Towards,
		"origins":           follow.Froms,
		"calls":             follow.Calls,
		"refusable":         lessons.Refusable,
	}
	out["outcomes"] = []string{"", trial.Reached} // or it is not worked out
	for _, o := range mechanics.Outcomes {
		out["outcomes"] = append(out["outcomes"], string(o))
	}
	for _, k := range box.Kinds() {
		out["item kinds"] = append(out["item kinds"], k.Kind)
	}
	for _, a := range technique.Actions() {
		out["actions"] = append(out["actions"], string(a.Kind))
	}
	for _, p := range technique.Presets() {
		out["techniques"] = append(out["techniques"], p.Key)
	}
	return out
}

var listed = regexp.MustCompile(`x-of: ([a-z ]+), enum: \[[^\]]*\]`)

// withLists is the text of openapi.yaml with every enum as its list is; the names of lists
// that do not exist are returned.
func withLists(text string) (filled string, unknown []string) {
	all := lists()
	filled = listed.ReplaceAllStringFunc(text, func(found string) string {
		name := listed.FindStringSubmatch(found)[1]
		list, ok := all[name]
		if !ok {
			unknown = append(unknown, name)
			return found
		}
		return "x-of: " + name + ", enum: " + asJSON(list)
	})
	return filled, unknown
}
