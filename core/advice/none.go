package advice

import (
	"context"
	"fmt"

	"dunvel/core/advice/say"
	"dunvel/core/explore"
	"dunvel/core/judge/choose"
	"dunvel/core/units"
	"dunvel/core/water"
)

// explainNone says what no head does, which comes closest, and the cheapest thing that
// makes one do it, tried on the engine.
func (a Adviser) explainNone(ctx context.Context, t teller, l *choose.Ladder, out *Answer) error {
	closest := out.Heads[l.Closest]
	failed := fmt.Sprintf("None of these heads does it: %s, the closest, %s", t.Mass(closest.Mass), closest.Reason)
	if len(out.Heads) == 1 {
		failed = fmt.Sprintf("This head does not do it: %s %s", t.Mass(closest.Mass), closest.Reason)
	}
	if c := t.Setup.Approach.Ceiling; c > 0 && t.Target/c > t.Wait() {
		out.Sentence = failed + "."
		out.NotHeavier = fmt.Sprintf("Two wishes clash: falling at %s at most takes %s to %s, and %s. Let go of one "+
			"of them.",
			t.Runs(c), units.Seconds(t.Target/c), t.Aim(), t.Limit())
		return nil
	}
	if out.Sentence = failed + "."; out.Draft {
		return nil
	}
	if float, ok := t.Setup.Rigging.Float(); ok && l.Heads[l.Closest].Weight > water.Gravity*float.Mass {
		out.NotHeavier = fmt.Sprintf("A float that bears it has to carry more than %s.",
			t.Mass(l.Heads[l.Closest].Weight/water.Gravity))
		return nil
	}
	remedies, err := a.Remedies(ctx, l, 1)
	if err != nil {
		return err
	}
	if len(remedies) == 0 {
		out.NotHeavier = "Nothing that was tried helps: another hand, speed, cast, wait, line, bait, weight or " +
			"place. This water is not for this tackle."
		return nil
	}
	out.NotHeavier = t.remedy(remedies[0])
	out.Sentence = failed + ". " + out.NotHeavier
	return nil
}

// remedy says what makes a head do it, and which.
func (t teller) remedy(r explore.Remedy) string {
	s, mass := r.Setup, t.Mass(r.Mass)
	does := fmt.Sprintf("%s does it (%s)", mass, say.Odds(r.Sure))
	wish := func(what string) string {
		return fmt.Sprintf("It is %s that stands in the way: without that %s.", what, does)
	}
	a := t.Setup.Approach
	switch r.Way {
	case explore.RodDownWay:
		return "Hold the rod down to the water: " + does + "."
	case explore.BailOpenWay:
		return "Leave the bail open: " + does + "."
	case explore.ReelOther:
		return fmt.Sprintf("Reel at %s, %s: %s.", t.Runs(s.Approach.Speed), t.Turns(t.ReelFor(s.Approach.Speed)), does)
	case explore.CastAgainst:
		return "Cast against the current: " + does + "."
	case explore.CastShorter:
		return fmt.Sprintf("Cast %s: %s.", t.Depth(s.Cast.Distance), does)
	case explore.WaitLonger:
		return fmt.Sprintf("Wait %s: %s.", units.Seconds(s.Approach.Wait), does)
	case explore.MayCreepWay:
		return wish("lying dead still")
	case explore.DropCeiling:
		return wish(fmt.Sprintf("falling at %s at most", t.Runs(a.Ceiling)))
	case explore.DropHang:
		return wish(fmt.Sprintf("being back no sooner than %s", units.Seconds(a.BackLeast)))
	case explore.DropSnags:
		return wish(fmt.Sprintf("a snag index of %.0f at most", a.SnagMost))
	case explore.DropMargin:
		return wish(say.Share(a.Margin) + " of its weight on the bed")
	case explore.OtherShape:
		return fmt.Sprintf("A %s head wedges less: %s.", s.Head.Shape, does)
	case explore.LineThinner:
		return fmt.Sprintf("A thinner line, %s: %s.", t.Units.Show("diameter", s.Line.Diameter), does)
	case explore.BaitSmaller:
		return fmt.Sprintf("A smaller bait, %s: %s.", t.Units.Show("size", s.Bait.Length), does)
	case explore.WeightLighter:
		return fmt.Sprintf("Lighter: about %s does it (%s), which is not among these heads.", mass, say.Odds(r.Sure))
	case explore.WeightHeavier:
		return fmt.Sprintf("Heavier: about %s does it (%s), which is not among these heads.", mass, say.Odds(r.Sure))
	case explore.BoatDrogue:
		return "A drogue to slow the drift: " + does + "."
	case explore.BoatAnchored:
		return "At anchor: " + does + "."
	}
	return fmt.Sprintf("Somewhere %s deep: %s.", t.Depth(s.Water.Depth), does)
}
