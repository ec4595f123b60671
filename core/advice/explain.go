package advice

import (
	"context"
	"fmt"
	"math"
	"slices"

	"dunvel/core/advice/heads"
	"dunvel/core/advice/notes"
	"dunvel/core/advice/say"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// explain writes the sentences of an answer.
func (a Adviser) explain(ctx context.Context, t teller, l *choose.Ladder, shown []judge.Shown, out *Answer) error {
	var err error
	closest := &l.Heads[l.Closest]
	out.Brief = Brief{Head: "none"}
	defer func() { out.Facts = t.facts(closest, out) }()
	if out.Notes, err = t.noter().Notes(closest, shown[l.Closest].Fall); err != nil {
		return err
	}
	if l.Pick < 0 {
		return a.explainNone(ctx, t, l, out)
	}
	pick := &l.Heads[l.Pick]
	t = t.of(l, l.Pick)
	out.Sentence, out.Brief = t.sentence(l, pick, shown[l.Pick]), out.Heads[l.Pick].Brief
	out.NotLighter, out.NotHeavier = t.notLighter(l, out), t.notHeavier(l, out)
	out.Cue = t.Cue(pick, shown[l.Pick].Fall)
	return nil
}

// whatFor says what the weight of the head to tie on is for, which takes more judging.
func (a Adviser) whatFor(ctx context.Context, l *choose.Ladder, choice units.Choice, out *Answer) (err error) {
	if l.Pick < 0 {
		return nil
	}
	t := tellerOf(l.Case, choice).of(l, l.Pick)
	if out.Asks, err = a.asks(ctx, t, l); err != nil {
		return err
	}
	moving, err := a.keptMoving(ctx, t, l)
	if moving != "" {
		out.Notes = append(out.Notes, notes.Note{Kind: "moving", Words: moving})
	}
	return err
}

// keptMoving says what would do it of a head that is worked in place where that takes
// much more weight than one that may go with the current.
func (a Adviser) keptMoving(ctx context.Context, t teller, l *choose.Ladder) (string, error) {
	pick := &l.Heads[l.Pick]
	if l.Pick == 0 || !t.School().Stays || t.Setup.Cast.Drag > 0 || t.Setup.Approach.Still == setup.MaySwing ||
		pick.Rest.Grip < judgement.InHand.Number {
		return "", nil
	}
	s := t.Setup
	s.Approach.Still = setup.MaySwing
	light := lighterBy(l, 1/judgement.MuchHeavier.Number)
	if light.Mass > pick.Mass/judgement.MuchHeavier.Number {
		return "", nil
	}
	// What is not down in time or not felt is no better for moving; and where the heaviest of those is too light no lighter
	// one is looked for.
	if slices.ContainsFunc(light.Misses, func(m judge.Miss) bool {
		return m.Must != musts.Stays && m.Must != musts.Walks && m.Met < s.Approach.Sure
	}) {
		return "", nil
	}
	if sure, err := a.sure(ctx, s, light.Mass); err != nil || sure < s.Approach.Sure {
		return "", err
	}
	mass, err := a.Pick(ctx, s)
	if err != nil || mass == 0 || pick.Mass < judgement.MuchHeavier.Number*mass {
		return "", err
	}
	return fmt.Sprintf("It takes that much to stay in place: let it go with the current, or keep it moving, and %s "+
		"does it.", t.Mass(mass)), nil
}

// sure is how sure a head of a mass in kg would be in other water, as one of many is judged. Errors are those of trying.
func (a Adviser) sure(ctx context.Context, s setup.Setup, mass float64) (float64, error) {
	there, err := trial.New(s, a.Known)
	if err != nil {
		return 0, err
	}
	h, err := a.Bench.Briskly(ctx, there, mass)
	return h.Sure, err
}

// sentence is the answer in a sentence or two: the head, how sure it is, how to hold
// the line, what to count to, where it is then, and what then.
func (t teller) sentence(l *choose.Ladder, pick *judge.Head, shown judge.Shown) string {
	tie := fmt.Sprintf("Tie on %s (%s)", t.Mass(pick.Mass), say.Odds(pick.Sure))
	switch wanted := t.Setup.Approach.Sure; {
	case pick.Sure < wanted && l.Pick == l.Usual:
		tie = fmt.Sprintf("Tie on %s, the likeliest, though only %s where %s is wanted", t.Mass(pick.Mass),
			say.Odds(pick.Sure), say.Odds(wanted))
	case l.Least < l.Pick && !t.School().Swims && !t.School().Hovers:
		tie += fmt.Sprintf(", %s at the least", t.Mass(l.Heads[l.Least].Mass))
	}
	count := t.Counts(pick, shown)
	if then := t.then(l, pick, shown); then != "" {
		return tie + ": " + count + ". " + then + "."
	}
	return tie + ": " + count + "."
}

// hand says in a few words how to hold rod and line for the head that comes closest.
func (t teller) hand(l *choose.Ladder, shown []judge.Shown) string {
	s := shown[l.Closest]
	out := t.Holding(s.Handling)
	if s.Otherwise > 0 {
		out += fmt.Sprintf(": with the bail open %s would be out, not %s", t.Depth(s.Otherwise),
			t.Depth(s.Fall.LineOut))
	}
	return out + "."
}

// then says what follows the fall.
func (t teller) then(l *choose.Ladder, pick *judge.Head, shown judge.Shown) string {
	switch school := t.School(); {
	case school.Swims:
		out := fmt.Sprintf("Reel at %s: it swims %s", t.Reeled(pick), t.BandWords())
		if l.Speed > 0 && choose.Off(l.Case, pick) > math.Log1p(judgement.SwimNear.Number) {
			out += fmt.Sprintf("; no head does at the %s that you want", t.Runs(l.Case.Setup.Approach.Speed))
		}
		return out
	case school.Hovers:
		return t.TakesUp(pick) + ": " + t.Hovers(pick)
	case school.Lifted:
		out := "Then " + t.DropsBack(pick)
		if stays := t.Stays(pick); stays != "It stays there" {
			out += ". " + stays
		}
		return out
	case t.Floats():
		return "There the float holds it"
	case t.OnBed:
		return t.Stays(pick)
	case shown.Fall.Through == 0:
		return "From there it is in the band down to the bed"
	}
	return fmt.Sprintf("It is in the band, down to %s, for %s", t.Depth(t.Target+t.Setup.Target.Band),
		units.Seconds(shown.Fall.Through-shown.Fall.Time))
}

// notLighter says why not the next lighter head.
func (t teller) notLighter(l *choose.Ladder, a *Answer) string {
	if l.Pick == 0 {
		return "It is the lightest of these heads."
	}
	lighter := a.Heads[l.Pick-1]
	if lighter.Verdict == judge.Open {
		return ""
	}
	switch mass := t.Mass(lighter.Mass); {
	case l.Skipped >= 0:
		return fmt.Sprintf("%s would do it, but %s hooks do not come on such light heads.",
			t.Mass(l.Heads[l.Skipped].Mass), t.Setup.Head.Hook)
	case lighter.Verdict == judge.Does && t.School().Swims:
		return fmt.Sprintf("%s does it too, %s.", mass, t.ReeledAs(&l.Heads[l.Pick-1]))
	case lighter.Verdict == judge.Does:
		return fmt.Sprintf("%s does it too, with less in hand: %s.", mass, lighter.Reason)
	default:
		return fmt.Sprintf("%s: %s.", mass, lighter.Reason)
	}
}

// notHeavier says why not the next heavier head.
func (t teller) notHeavier(l *choose.Ladder, a *Answer) string {
	if l.Pick == len(a.Heads)-1 {
		return "It is the heaviest of these heads."
	}
	pick, heavier := a.Heads[l.Pick], a.Heads[l.Pick+1]
	mass := t.Mass(heavier.Mass)
	if heavier.Verdict == judge.Open {
		return ""
	}
	if heavier.Verdict != judge.Does {
		return fmt.Sprintf("%s: %s.", mass, heavier.Reason)
	}
	next := &l.Heads[l.Pick+1]
	sooner := pick.Fall.Time - heavier.Fall.Time
	switch school := t.School(); {
	case school.Swims:
		return fmt.Sprintf("%s does it too, %s.", mass, t.ReeledAs(next))
	case school.Hovers:
		return fmt.Sprintf("%s does it too, taken up at %s: more than is easy to keep to.", mass,
			t.Runs(next.Hover.TakeUp))
	case school.Lifted:
		return fmt.Sprintf("%s does it too, but is back in %s: less of a drop to see.", mass,
			units.Seconds(heavier.Back))
	case school.Stays:
		return fmt.Sprintf("%s holds too, but it is more to drag and to lose.", mass)
	}
	if sooner < 0.05 {
		return mass + " does it too, but lands harder."
	}
	return fmt.Sprintf("%s does it too, but falls for %s less.", mass, units.Seconds(sooner))
}

// asks says which of wind, current and swell asks for most of the weight: without which
// a head of half of it would be clearly likelier to do it.
func (a Adviser) asks(ctx context.Context, t teller, l *choose.Ladder) (string, error) {
	if l.Pick == 0 || t.School().Swims || t.School().Hovers {
		return "", nil
	}
	now := lighterBy(l, judgement.AsksOf.Number)
	most, best, surest := "", judgement.AsksClearly.Number, 1.0
	for _, c := range []struct {
		what   string
		there  bool
		change func(*setup.Setup)
	}{
		{"wind", t.Setup.Wind.Speed >= judgement.WindMatters.Number, func(s *setup.Setup) { s.Wind.Speed = 0 }},
		{"current", t.Setup.Flow.Speed > 0, func(s *setup.Setup) { s.Flow.Speed, s.Flow.NearBed = 0, 0 }},
		{"swell", t.Swell(), func(s *setup.Setup) { s.Swell.Height = 0 }},
	} {
		if !c.there || now.Sure+best >= surest {
			continue // it cannot be likelier by as much
		}
		s := t.Setup
		c.change(&s)
		sure, err := a.sure(ctx, s, now.Mass)
		if err != nil {
			return "", err
		}
		if more := sure - now.Sure; more > best {
			most, best, surest = c.what, more, judgement.AsksSurely.Number
		}
	}
	if most == "" {
		return "", nil
	}
	return fmt.Sprintf("It is the %s that asks for the weight.", most), nil
}

// lighterBy is the heaviest head that is no heavier than a share of the pick, or the
// lightest.
func lighterBy(l *choose.Ladder, share float64) *judge.Head {
	i := l.Pick - 1
	for i > 0 && l.Heads[i].Mass > share*l.Heads[l.Pick].Mass {
		i--
	}
	return &l.Heads[i]
}

// teller tells of the heads of a ladder, and of the answer.
type teller struct{ heads.Teller }

func tellerOf(c *trial.Case, choice units.Choice) teller {
	return teller{heads.Teller{Sayer: say.Sayer{Case: c, Units: choice}}}
}

// noter tells what is to be known beside.
func (t teller) noter() notes.Noter { return notes.Noter{Sayer: t.Sayer} }

// of is the teller for a head of a ladder: the one that was picked at a speed of its
// own is spoken of at that.
func (t teller) of(l *choose.Ladder, i int) teller {
	if l.Speed > 0 && i == l.Pick {
		t.Case = t.AtSpeed(l.Speed)
	}
	return t
}
