// Package conditions tells what is set, a readable line for each group of fields.
package conditions

import (
	"fmt"
	"math"
	"strings"

	"dunvel/core/advice/say"
	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Line is what is set in a group of fields, in a line.
type Line struct {
	Group string `json:"group"`
	Words string `json:"words"`
}

// Lines say what is set, a line for each group of fields.
func Lines(s setup.Setup, choice units.Choice) []Line {
	t := liner{s, say.Sayer{Units: choice}}
	says := map[string]func() string{
		"Water": t.water, "Current, wind and boat": t.moves, "Line and leader": t.line, "Bait": t.bait,
		"Heads": t.heads,
		"Rig":   t.rig, "Cast and approach": t.approach, "Hand": t.hand, "Rod and reel": t.rod, "What counts": t.counts,
	}
	var out []Line
	for _, group := range setup.Groups() {
		out = append(out, Line{group, says[group]()})
	}
	return out
}

// liner says what is set in a setup.
type liner struct {
	setup.Setup
	say.Sayer
}

func (t liner) water() string {
	w := t.Water
	depth, bed := t.Given(w.Depth)+" of", w.Bed
	if w.SplashDepth > 0 {
		depth = fmt.Sprintf("%s, %s where it lands,", t.Given(w.Depth), t.Given(w.SplashDepth))
	}
	if w.Weed > 0 && catalogue.Beds[w.Bed].Tall {
		bed += fmt.Sprintf(" of %s", t.Given(w.Weed))
	}
	return fmt.Sprintf("%s %s water over %s, %s", depth, w.Salinity, bed, t.Units.Show("temperature", w.Temperature))
}

// towards says where something goes, as the angler sees it who looks along the cast.
func towards(degrees float64) string {
	ways := []string{"away from you", "away and left", "to the left", "towards you, left", "towards you",
		"towards you, right", "to the right", "away and right"}
	return ways[int(math.Round(math.Mod(degrees+360, 360)/45))%len(ways)]
}

// word is the word for a speed, the nearest one.
func word(of []catalogue.Word, speed float64) string {
	best := of[0]
	for _, w := range of {
		if math.Abs(w.Speed.Number-speed) < math.Abs(best.Speed.Number-speed) {
			best = w
		}
	}
	return best.Name
}

func (t liner) moves() string {
	out := "no current"
	if t.Flow.Speed > 0 {
		out = fmt.Sprintf("%s %s", t.Units.Show("speed", t.Flow.Speed), towards(t.Flow.Direction))
	}
	if t.Other.Asked {
		out += ", that comes and goes"
	}
	if w := word(catalogue.WindWords, t.Wind.Speed); w == catalogue.WindWords[0].Name {
		out += ", " + w
	} else {
		out += fmt.Sprintf(", %s wind %s", w, towards(t.Wind.Direction))
	}
	out += ", " + catalogue.BoatOf(t.Boat.Kind).Says
	if t.Boat.Measured && !catalogue.BoatOf(t.Boat.Kind).Held {
		out += " at " + t.Units.Show("speed", t.Boat.Speed)
	}
	if t.Swell.Height > 0 {
		out += fmt.Sprintf(", swell of %s", t.Given(t.Swell.Height))
	}
	return out
}

func (t liner) line() string {
	out := fmt.Sprintf("%s %s", t.Line.Material, t.Units.Show("diameter", t.Line.Diameter))
	if t.Leader.Length == 0 {
		return out + ", no leader"
	}
	return out + fmt.Sprintf(", %s of %s %s", t.Given(t.Leader.Length), t.Leader.Material,
		t.Units.Show("diameter", t.Leader.Diameter))
}

func (t liner) bait() string {
	b := t.Bait
	out := fmt.Sprintf("%s %s, %s", b.Form, t.Units.Show("size", b.Length), b.Body)
	if b.Trimmed > 0 || b.NoTail {
		out += ", trimmed"
	}
	if b.Put != catalogue.PutThreaded {
		out += ", " + b.Put
	}
	return out
}

func (t liner) heads() string {
	h := t.Head
	out := h.Shape + ", " + h.Material + ", " + h.Hook
	if h.Guard {
		out += " with a guard"
	}
	if h.Point != catalogue.PointExposed {
		out += ", point " + h.Point
	}
	if len(t.Heads) == 1 {
		return out + "; " + t.Mass(t.Heads[0])
	}
	least, most := t.Heads[0], t.Heads[0]
	for _, m := range t.Heads {
		least, most = min(least, m), max(most, m)
	}
	return out + fmt.Sprintf("; %d from %s to %s", len(t.Heads), t.Mass(least), t.Mass(most))
}

func (t liner) rig() string {
	r := t.Rigging
	parts := []string{r.Kind}
	if r.Kind == rigging.OwnRig {
		parts = []string{fmt.Sprintf("your own, of %d parts", len(r.Parts))}
	}
	switch {
	case r.Floats() && r.Kind != rigging.OwnRig:
		parts = append(parts, "stop at "+t.Given(r.Stop))
	case setup.LookupField("rig.apart").Applies(t.Setup):
		parts = append(parts, t.Given(r.Apart)+" apart")
	}
	if r.Wire > 0 {
		parts = append(parts, t.Given(r.Wire)+" of wire")
	}
	if r.Blade {
		parts = append(parts, "a blade")
	}
	if r.Stinger {
		parts = append(parts, "a stinger")
	}
	return strings.Join(parts, ", ")
}

func (t liner) approach() string {
	a := t.Approach
	out := "dropped under the rod"
	if t.Cast.Distance > 0 {
		out = "cast " + t.Given(t.Cast.Distance)
	}
	out += ", " + a.Kind
	switch {
	case t.Target.Depth > 0:
		out += " to " + t.Given(t.Target.Depth)
	case t.Target.Height > 0:
		out += fmt.Sprintf(" to %s over the bed", t.Given(t.Target.Height))
	case a.Kind == setup.Swim:
		out += fmt.Sprintf(" at %s, %s", t.Runs(a.Speed), say.TurnsOf(a.Speed, t.Rod.PerTurn))
	}
	if t.Cast.Drag > 0 && setup.LookupField("cast.drag").Applies(t.Setup) {
		out += ", dragged at " + t.Runs(t.Cast.Drag)
	}
	if t.Cast.Sighted {
		out += ", to fish in sight"
	}
	return out
}

func (t liner) hand() string {
	out := map[string]string{setup.RodSuits: "rod as suits", setup.RodHeld: "rod as held",
		setup.RodDown: "rod down"}[t.Hand.Rod] + ", " + t.Hand.Line
	if t.Rod.Outfit != setup.OutfitUsual {
		out += ", a " + t.Rod.Outfit + " touch"
	}
	return out
}

func (t liner) rod() string {
	out := fmt.Sprintf("tip %s up, %s spool", t.Given(t.Rod.TipHeight), t.Rod.Spool)
	if t.Rod.Most > 0 {
		out += fmt.Sprintf(", casts %s to %s", t.Mass(t.Rod.Least), t.Mass(t.Rod.Most))
	}
	return out
}

func (t liner) counts() string {
	out := say.Odds(t.Approach.Sure) + " is enough"
	if t.Approach.Margin != judgement.MarginWanted.Number && t.Approach.Kind == setup.HoldBottom {
		out += fmt.Sprintf(", %s of its weight left on the bed", units.Percent(t.Approach.Margin))
	}
	if t.Approach.SnagMost > 0 {
		out += fmt.Sprintf(", snags %.0f at most", t.Approach.SnagMost)
	}
	return out
}
