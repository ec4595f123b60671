package advice

import (
	"context"
	"fmt"
	"math"
	"strings"

	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// explain writes the sentences of an answer.
func (a Adviser) explain(ctx context.Context, t teller, l *choose.Ladder, shown []judge.Shown, out *Answer) error {
	var err error
	closest := &l.Heads[l.Closest]
	out.Brief = Brief{Head: "none"}
	defer func() { out.Facts = t.facts(closest, out) }()
	if out.Notes, err = t.notes(closest, shown[l.Closest].Fall); err != nil {
		return err
	}
	if l.Pick < 0 {
		return a.explainNone(ctx, t, l, out)
	}
	pick := &l.Heads[l.Pick]
	t = t.of(l, l.Pick)
	out.Sentence, out.Brief = t.sentence(l, pick, shown[l.Pick]), out.Heads[l.Pick].Brief
	out.NotLighter, out.NotHeavier = t.notLighter(l, out), t.notHeavier(l, out)
	if out.Cue = t.cue(pick, shown[l.Pick].Fall); out.Draft {
		return nil // what takes more judging is told later
	}
	if out.Asks, err = a.asks(ctx, t, l); err != nil {
		return err
	}
	moving, err := a.keptMoving(ctx, t, l)
	if moving != "" {
		out.Notes = append(out.Notes, Note{"moving", false, moving})
	}
	return err
}

// keptMoving says what would do it of a head that is worked in place where that takes
// much more weight than one that may go with the current.
func (a Adviser) keptMoving(ctx context.Context, t teller, l *choose.Ladder) (string, error) {
	pick := &l.Heads[l.Pick]
	if !t.School().Stays || t.Setup.Cast.Drag > 0 || t.Setup.Approach.Still == setup.MaySwing || pick.Rest.Grip < judgement.InHand.Number {
		return "", nil
	}
	s := t.Setup
	s.Approach.Still = setup.MaySwing
	mass, err := a.Pick(ctx, s)
	if err != nil || mass == 0 || pick.Mass < judgement.MuchHeavier.Number*mass {
		return "", err
	}
	return fmt.Sprintf("It takes that much to stay in place: let it go with the current, or keep it moving, and %s does it.", t.mass(mass)), nil
}

// sentence is the answer in a sentence or two: the head, how sure it is, how to hold
// the line, what to count to, where it is then, and what then.
func (t teller) sentence(l *choose.Ladder, pick *judge.Head, shown judge.Shown) string {
	tie := fmt.Sprintf("Tie on %s (%s)", t.mass(pick.Mass), odds(pick.Sure))
	switch wanted := t.Setup.Approach.Sure; {
	case pick.Sure < wanted && l.Pick == l.Usual:
		tie = fmt.Sprintf("Tie on %s, the likeliest, though only %s where %s is wanted", t.mass(pick.Mass), odds(pick.Sure), odds(wanted))
	case l.Least < l.Pick && !t.School().Swims && !t.School().Hovers:
		tie += fmt.Sprintf(", %s at the least", t.mass(l.Heads[l.Least].Mass))
	}
	count := t.counts(pick, shown)
	if then := t.then(l, pick, shown); then != "" {
		return tie + ": " + count + ". " + then + "."
	}
	return tie + ": " + count + "."
}

// counts says how to hold the line, what to count to and where the bait is then.
func (t teller) counts(pick *judge.Head, shown judge.Shown) string {
	f, low, high := shown.Fall, shown.Ranges.Time.Low, shown.Ranges.Time.High
	held := t.held(shown.Handling)
	if held != "" {
		held += ", "
	}
	if t.School().Swims {
		switch t.Setup.Approach.Begins {
		case setup.BeginsAtSplash:
			return held + "close the bail at the splash"
		}
		if t.BeginsOver() {
			return fmt.Sprintf("%scount %s, and it is %s deep, %s", held, counted(f.Time, low, high), t.depth(-f.Landing.Z), t.landing(f))
		}
	}
	return fmt.Sprintf("%scount %s and it is %s, %s", held, counted(f.Time, low, high), t.placeWithDepth(f), t.landing(f))
}

// held says how rod and line are held, where that is not just as usual.
func (t teller) held(h trial.Handling) string {
	var parts []string
	if h.Down && t.Setup.Hand.Rod != setup.RodDown {
		parts = append(parts, "the rod down")
	}
	switch h.Line {
	case setup.LineFed:
		parts = append(parts, "the line fed under a finger")
	case setup.LineClosed:
		parts = append(parts, "the bail closed at the splash")
	case setup.LinePartWay:
		when := "half way down"
		if h.Closes > 0 {
			when = "after " + units.Seconds(h.Closes)
		}
		parts = append(parts, "the bail closed "+when)
	}
	if len(parts) == 0 {
		return ""
	}
	return "with " + strings.Join(parts, " and ")
}

// hand says in a few words how to hold rod and line for the head that comes closest.
func (t teller) hand(l *choose.Ladder, shown []judge.Shown) string {
	s := shown[l.Closest]
	out := t.holding(s.Handling)
	if s.Otherwise > 0 {
		out += fmt.Sprintf(": with the bail open %s would be out, not %s", t.depth(s.Otherwise), t.depth(s.Fall.LineOut))
	}
	return out + "."
}

// holding says how rod and line are held.
func (t teller) holding(h trial.Handling) string {
	if t.Floats() {
		return "Rod as held, the line free to the float"
	}
	rod := "Rod as held"
	if h.Down {
		rod = "Rod down to the water"
	}
	line := map[string]string{
		setup.LineOpen: "bail open", setup.LineFed: "line through a finger", setup.LineClosed: "bail closed at the splash",
		setup.LinePartWay: "bail closed half way down",
	}[h.Line]
	switch {
	case t.School().Swims && t.Setup.Approach.Begins == setup.BeginsAtSplash:
		line = "bail closed at the splash"
	case h.Line == setup.LinePartWay && h.Closes > 0:
		line = "bail closed after " + units.Seconds(h.Closes)
	}
	return rod + ", " + line
}

// then says what follows the fall.
func (t teller) then(l *choose.Ladder, pick *judge.Head, shown judge.Shown) string {
	switch school := t.School(); {
	case school.Swims:
		out := fmt.Sprintf("Reel at %s: it swims %s", t.reeled(pick), t.bandWords())
		if l.Speed > 0 && choose.Off(l.Case, pick) > math.Log1p(judgement.SwimNear.Number) {
			out += fmt.Sprintf("; no head does at the %s that you want", t.runs(l.Case.Setup.Approach.Speed))
		}
		return out
	case school.Hovers:
		return t.takesUp(pick) + ": " + t.hovers(pick)
	case school.Lifted:
		out := "Then " + t.dropsBack(pick)
		if stays := t.stays(pick); stays != "It stays there" {
			out += ". " + stays
		}
		return out
	case t.Floats():
		return "There the float holds it"
	case t.OnBed:
		return t.stays(pick)
	case shown.Fall.Through == 0:
		return "From there it is in the band down to the bed"
	}
	return fmt.Sprintf("It is in the band, down to %s, for %s", t.depth(t.Target+t.Setup.Target.Band), units.Seconds(shown.Fall.Through-shown.Fall.Time))
}

// stays says what becomes of a bait on the bed.
func (t teller) stays(h *judge.Head) string {
	r, speed := h.Rest, r3.Norm(t.Gait.Velocity)
	switch {
	case r.Margin < judgement.ContactLeast.Number:
		return "It does not stay there: the pull of the line lifts it again"
	case t.Setup.Cast.Drag >= still:
		return fmt.Sprintf("Dragged at %s it keeps the bed with %s of its weight%s", t.runs(t.Setup.Cast.Drag), share(r.Margin), t.where(h))
	case speed > 0:
		return fmt.Sprintf("It goes along with the boat, with %s of its weight on the bed", share(r.Margin))
	case r.Creep > judgement.CreepMost.Number:
		return fmt.Sprintf("It does not stay there: line and current sweep it along at %s", t.runs(r.Creep))
	case r.Creep >= still:
		return fmt.Sprintf("It creeps along at %s", t.runs(r.Creep))
	}
	return "It stays there"
}

func (t teller) placeWithDepth(f trial.Fall) string {
	if t.OnBed {
		return "on the bed at " + t.bed(f)
	}
	return "at " + t.target()
}

// bed says how deep the bed is where a head has come to it.
func (t teller) bed(f trial.Fall) string {
	if t.BedSlope() != 0 {
		return t.depth(-f.Landing.Z)
	}
	return t.target()
}

// landing says where the bait has come down, from the boat as it is then.
func (t teller) landing(f trial.Fall) string {
	const told = 0.5 // m
	ahead := f.Landing.X - f.Time*t.Cast.Drift.X
	aside := f.Landing.Y - f.Time*t.Cast.Drift.Y
	words := t.way(math.Abs(ahead)) + " out"
	switch {
	case math.Hypot(ahead, aside) < told:
		return "right under the rod"
	case ahead < -told:
		words = t.way(-ahead) + " behind you"
	case ahead < told:
		words = "level with you"
	}
	if math.Abs(aside) >= told {
		side := "left"
		if aside < 0 {
			side = "right"
		}
		words += ", " + t.way(math.Abs(aside)) + " to the " + side
	}
	return words
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
	switch mass := t.mass(lighter.Mass); {
	case l.Skipped >= 0:
		return fmt.Sprintf("%s would do it, but %s hooks do not come on such light heads.", t.mass(l.Heads[l.Skipped].Mass), t.Setup.Head.Hook)
	case lighter.Verdict == judge.Does && t.School().Swims:
		return fmt.Sprintf("%s does it too, %s.", mass, t.reeledAs(&l.Heads[l.Pick-1]))
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
	mass := t.mass(heavier.Mass)
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
		return fmt.Sprintf("%s does it too, %s.", mass, t.reeledAs(next))
	case school.Hovers:
		return fmt.Sprintf("%s does it too, taken up at %s: more than is easy to keep to.", mass, t.runs(next.Hover.TakeUp))
	case school.Lifted:
		return fmt.Sprintf("%s does it too, but is back in %s: less of a drop to see.", mass, units.Seconds(heavier.Back))
	case school.Stays:
		return fmt.Sprintf("%s holds too, but it is more to drag and to lose.", mass)
	}
	if sooner < 0.05 {
		return mass + " does it too, but lands harder."
	}
	return fmt.Sprintf("%s does it too, but falls for %s less.", mass, units.Seconds(sooner))
}

// reeledAs says how another head would be reeled.
func (t teller) reeledAs(h *judge.Head) string {
	return "reeled at " + t.runs(h.Swim.Reel) + ", " + t.turns(h.Swim.Reel)
}

// cue says how the touch of a head is told: seen by the line that stops running off,
// and felt through the rod.
func (t teller) cue(h *judge.Head, f trial.Fall) string {
	if !t.OnBed || t.Floats() || t.School().Swims && t.BeginsOver() {
		return ""
	}
	if t.Target < judgement.ToldDepth.Number || f.Time < judgement.ToldFall.Number {
		return "It is down at once: there is no touch to wait for."
	}
	seen := fmt.Sprintf("the line slows from %s to %s", t.runs(f.RunOut), t.runs(f.RunOutAfter))
	switch {
	case h.Handling.Line == setup.LineClosed || h.Handling.Line == setup.LinePartWay:
		seen = "the line goes slack"
	case f.RunOut < still:
		seen = "the line hardly runs even before it"
	case f.RunOutAfter < still:
		seen = "the line stops running out"
	case f.RunOutAfter > judgement.CueOpen.Number*f.RunOut:
		seen = fmt.Sprintf("the line runs on, %s before and %s after: hard to see", t.runs(f.RunOut), t.runs(f.RunOutAfter))
	}
	felt := fmt.Sprintf("with the line taken up it is felt (%s, %s is told here)", t.pull(h.Feel.Pull), t.pull(h.Feel.Told()))
	if h.Feel.Pull < h.Feel.Told() {
		felt = fmt.Sprintf("it is too light to feel (%s, %s is told here)", t.pull(h.Feel.Pull), t.pull(h.Feel.Told()))
	}
	return fmt.Sprintf("The touch: %s; %s.", seen, felt)
}

// waitReason says where the wait comes from.
func (t teller) waitReason() string {
	grams := func(v judgement.Value) float64 { return v.Number }
	unit := t.show.Unit("depth")
	per := func(v judgement.Value) string {
		if unit.Symbol == "ft" {
			return fmt.Sprintf("%.1g s a foot", v.Number*unit.Scale)
		}
		return fmt.Sprintf("%g s a metre", v.Number)
	}
	a := t.Setup.Approach
	switch {
	case t.Wait() == t.Window:
		return "the boat is over it by then"
	case a.Wait > 0:
		return "as you set it"
	case a.Ceiling > 0 || t.School().Lifted && a.BackLeast > 0:
		if t.Patience > t.usualPatience() {
			return "as long as so slow a fall takes, and a fifth more"
		}
	}
	if t.School().OnTheBed {
		return fmt.Sprintf("%g s and %s, at most %g s", grams(judgement.BedWait), per(judgement.BedWaitPerMetre), grams(judgement.WaitMost))
	}
	return fmt.Sprintf("%s, %g to %g s", per(judgement.WaitPerMetre), grams(judgement.WaitLeast), grams(judgement.WaitMost))
}

// usualPatience is how long is waited where nothing was wished.
func (t teller) usualPatience() float64 {
	s := t.Setup
	s.Approach.Ceiling, s.Approach.BackLeast = 0, 0
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		return t.Patience
	}
	return c.Patience
}

// asks says which of wind, current and swell asks for most of the weight: without which
// a head of half of it would be clearly likelier to do it.
func (a Adviser) asks(ctx context.Context, t teller, l *choose.Ladder) (string, error) {
	if l.Pick == 0 || t.School().Swims || t.School().Hovers {
		return "", nil
	}
	now := lighterBy(l, judgement.AsksOf.Number)
	most, best := "", judgement.AsksClearly.Number
	for _, c := range []struct {
		what   string
		there  bool
		change func(*setup.Setup)
	}{
		{"wind", t.Setup.Wind.Speed >= judgement.WindMatters.Number, func(s *setup.Setup) { s.Wind.Speed = 0 }},
		{"current", t.Setup.Flow.Speed > 0, func(s *setup.Setup) { s.Flow.Speed, s.Flow.NearBed = 0, 0 }},
		{"swell", t.Swell(), func(s *setup.Setup) { s.Swell.Height = 0 }},
	} {
		if !c.there {
			continue
		}
		s := t.Setup
		c.change(&s)
		without, err := trial.New(s, a.Known)
		if err != nil {
			return "", err
		}
		then, err := a.Bench.Judge(ctx, without, now.Mass)
		if err != nil {
			return "", err
		}
		if more := then.Sure - now.Sure; more > best {
			most, best = c.what, more
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
