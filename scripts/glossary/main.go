// Glossary writes docs/glossary.md: the words of the job, as the guide has them, and the words
// that the code uses for them.
package main

import (
	"fmt"
	"os"
	"strings"

	"dunvel/core/guide"
)

const document = "docs/glossary.md"

func main() {
	if err := os.WriteFile(document, []byte(glossary()), 0o644); err != nil {
		fmt.Fprintln(os.Stderr, "glossary:", err)
		os.Exit(1)
	}
}

// code are words of the code that are not the job's.
var code = []struct{ word, means string }{
	{"approach", "What is to be done with the bait: slow fall, hold bottom, lift and drop, swim, hover. " +
		"`core/stage/school.go` lists them."},
	{"case", "A setup made ready for the engine, with what is known of it (`trial.Case`). It does not change."},
	{"handling", "A way to hold rod and line on the fall: as the rod is held or lowered, with the bail open or " +
		"closed, or the line fed."},
	{"judgement", "A number that rests on nobody's measurement, with its spread and the reason for it " +
		"(`core/judgement`)."},
	{"knowledge", "What a database adds to a setup: drop tests, losses, what is owned, the angler's hand."},
	{"leaning", "Which of the heads that do it is preferred: as usual, just enough, with a margin, heavy."},
	{"limit", "What holds for every approach: the rod's range, the cast, a soft bed, snags."},
	{"miss", "By how much a must is missed, as a share of what is asked; 0 or less meets it."},
	{"must", "One thing that an approach asks of a head: that it arrives, presses, stays, is felt, is in time."},
	{"phase", "A stretch of a programme; of a swell, where in the wave the splash is."},
	{"pick", "The head to tie on."},
	{"programme", "What is done after the splash, as a list of actions."},
	{"reading", "What came of a head as numbers that change evenly with what is not known: logarithms of times, " +
		"speeds and shares."},
	{"rung", "A head's weight on the ladder of weights that are owned or sold."},
	{"shift", "What one unknown does to a reading when it is moved to the edge of its 80 % range."},
	{"sketch", "An answer by as few heads as settle the pick, for a draft."},
	{"spread", "A relative standard deviation."},
	{"standing", "How a setup stands: which head is tied on, and what was judged to tell."},
	{"state", "What was tied on a rod at a time."},
	{"trial", "One head put into the water once, and what came of it."},
	{"turn", "A value of one field at which another head becomes the pick."},
	{"unknown", "An input that is not exactly known: current, wind, drift, drag, weights, depth, spool, grip of the " +
		"bed."},
	{"verdict", "Does, perhaps, no, or open: how a head's chance stands to what was asked for."},
}

func glossary() string {
	var out strings.Builder
	out.WriteString("# Glossary\n\nWritten by `make generate` from the guide (`core/guide/terms.go`) and from " +
		"`scripts/glossary`.\n\n## The job\n\n")
	for _, t := range guide.Terms() {
		fmt.Fprintf(&out, "**%s.** %s", t.Name, t.Words)
		if t.Formula != "" {
			fmt.Fprintf(&out, " `%s`", t.Formula)
		}
		if t.Source != "" {
			fmt.Fprintf(&out, " (%s)", strings.TrimSuffix(t.Source, "."))
		}
		out.WriteString("\n\n")
	}
	out.WriteString("## The code\n\n")
	for _, w := range code {
		fmt.Fprintf(&out, "**%s.** %s\n\n", w.word, w.means)
	}
	return strings.TrimSuffix(out.String(), "\n")
}
