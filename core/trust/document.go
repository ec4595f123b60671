package trust

import (
	"fmt"
	"strings"
)

// Document is the report as a page of Markdown.
func (r Report) Document() string {
	var out strings.Builder
	line := func(format string, values ...any) { fmt.Fprintf(&out, format+"\n", values...) }
	line("# How far to trust it")
	line("")
	line("Written by `make trust` from what the tests told at %s; nothing here is written by hand. The physics and its",
		r.Commit)
	line("sources stand in [physics.md](physics.md).")
	group := ""
	for _, c := range r.Checks {
		if c.Group != group {
			group = c.Group
			line("\n## %s\n", group)
			line("| | Against | Found | Asked | Cases |\n|---|---|---|---|---|")
		}
		line("| %s. %s | %s | %s | %s | %d |", c.Title, c.Words, c.Against, c.Figure, c.Asked, c.Cases)
	}
	line("\n## What is not modelled\n")
	for _, words := range r.Left {
		line("- %s", words)
	}
	line("\n## What rests on judgement\n")
	line("%d numbers that no publication and no measurement gives, each with the spread (one standard deviation) "+
		"that its", len(r.Judged))
	line("uncertainty adds to every range and chance. A number without a spread is a limit that was chosen. The page " +
		"shows which")
	line("of them matter most to the answer at hand, and what measuring them would buy.\n")
	line("| Number | Value | Spread | Why |\n|---|---|---|---|")
	for _, n := range r.Judged {
		line("| %s | %s | %s | %s |", n.Name, n.Value, n.Known, n.Why)
	}
	return out.String()
}

// value says the number with its unit; one that is nothing but a spread has none.
func (n Number) value() string {
	switch {
	case n.Number == 0 && n.Spread > 0:
		return ""
	case n.Unit == "1":
		return plain(n.Number)
	}
	return plain(n.Number) + " " + n.Unit
}

func (n Number) spread() string {
	if n.Spread == 0 {
		return ""
	}
	return "± " + plain(100*n.Spread) + " %"
}

// plain is a number as it stands in the table.
func plain(v float64) string { return strings.TrimSuffix(fmt.Sprintf("%.6g", v), ".") }
