// Package gear is what a log says of tackle: what wears, what is lost and what it costs, and how long
// baits take to the bed.
package gear

import (
	"fmt"
	"strings"

	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/units"
)

// wear is what a leader has seen since it was tied.
type wear struct{ casts, fish, snags int }

// Worn is a quiet line on each rod whose leader has seen much since it was tied: many casts, or fish and
// snags that rub it.
func Worn(l logbook.Log) string {
	since := map[int]*wear{}
	leaders := map[int]string{}
	for _, e := range l.InOrder() {
		if since[e.Rod] == nil {
			since[e.Rod] = &wear{}
		}
		w := since[e.Rod]
		switch e.Kind {
		case logbook.Retie, logbook.Lost: // a head that is lost takes the knot along
			*w = wear{}
		case logbook.Changed:
			if now := fmt.Sprint(e.State.Setup.Leader, e.State.Setup.Head.Shape, e.State.Mass); now != leaders[e.Rod] {
				leaders[e.Rod] = now
				*w = wear{}
			}
		case logbook.Splash:
			w.casts++
		case logbook.Fish:
			w.fish++
		case logbook.Freed:
			w.snags++
		}
	}
	var out []string
	for rod := range l.Trip.Rods {
		w := since[rod]
		if w == nil || float64(w.casts)/judgement.KnotCasts.Number+
			float64(w.fish+w.snags)/judgement.KnotRubs.Number < 1 {
			continue
		}
		name := ""
		if len(l.Trip.Rods) > 1 {
			name = l.Trip.Rods[rod].Name + ": "
		}
		out = append(out, fmt.Sprintf("%s%s, %d fish and %s since the knot was tied: feel the last metre, and tie it "+
			"anew.", name, units.Counted(w.casts, "cast"), w.fish, units.Counted(w.snags, "snag")))
	}
	return strings.Join(out, " ")
}
