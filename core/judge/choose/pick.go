// Package choose is which of the heads of a ladder to tie on: the lightest that is as sure as wanted, by what the
// angler leans to and the hooks there are.
package choose

import (
	"cmp"
	"context"
	"math"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judge"
	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Ladder is heads that were judged, light to heavy, and which of them to tie on.
type Ladder struct {
	Case  *trial.Case
	Heads []judge.Head
	Choice
}

// Choice is which of the heads of a ladder to tie on, by index.
type Choice struct {
	Pick    int // the one to tie on; -1 where none is worth it
	Least   int // the lightest that is as likely as not; -1 where there is none
	Closest int // the pick, or the one that comes closest
	Usual   int // the pick, were it not for a leaning; -1 where there is none
	// the lightest that is as sure as wanted, where hooks of its size come on heavier ones and the pick is one of
	// those; -1 otherwise
	Skipped int
	// m/s at which the pick does it, where no head does it at about the speed that is wanted; 0 otherwise
	Speed float64
	// the pick as it was judged before it was judged at that speed; nil where it was not
	asWanted *judge.Head
}

// Again puts the pick of a choice back among heads as it was judged at the wanted speed, for them to be chosen from again
// with others; heads are those that the choice was made from, and where nothing was judged at a speed of its own they stay
// as they are. The judging that it returns is anew, but has what was judged at that speed ready.
func (c Choice) Again(heads []judge.Head, anew judge.Judging) judge.Judging {
	if c.asWanted == nil {
		return anew
	}
	own := heads[c.Pick]
	heads[c.Pick] = *c.asWanted
	return func(ctx context.Context, there *trial.Case, mass float64) (judge.Head, error) {
		if mass == own.Mass && there.Setup.Approach.Speed == c.Speed {
			return own, nil
		}
		return anew(ctx, there, mass)
	}
}

// Solve judges the heads of a case and chooses.
func Solve(ctx context.Context, b judge.Bench, c *trial.Case, masses []float64) (*Ladder, error) {
	heads, err := b.Ladder(ctx, c, masses)
	if err != nil {
		return nil, err
	}
	out := &Ladder{Case: c, Heads: heads}
	if out.Choice, err = Choose(ctx, b.Judge, c, heads); err != nil {
		return nil, err
	}
	return out, refine(ctx, b, out)
}

// Fill judges the heads of a ladder that are open yet, and chooses anew.
func Fill(ctx context.Context, b judge.Bench, l *Ladder) error {
	var masses []float64
	for _, h := range l.Heads {
		if h.Verdict == judge.Open {
			masses = append(masses, h.Mass)
		}
	}
	anew := l.Again(l.Heads, b.Judge)
	judged, err := b.Ladder(ctx, l.Case, masses)
	if err != nil {
		return err
	}
	for i := range l.Heads {
		if l.Heads[i].Verdict == judge.Open {
			l.Heads[i], judged = judged[0], judged[1:]
		}
	}
	if l.Choice, err = Choose(ctx, anew, l.Case, l.Heads); err != nil {
		return err
	}
	return refine(ctx, b, l)
}

// Sketch is a ladder of masses, which rise, of which some heads were judged, with the choice between those; the others
// are open.
func Sketch(ctx context.Context, b judge.Bench, c *trial.Case, masses []float64, judged []judge.Head,
	choice Choice) (*Ladder, error) {
	out := &Ladder{Case: c, Choice: choice}
	at := make([]int, len(judged))
	for i, mass := range masses {
		h := judge.Head{Result: trial.Result{Mass: mass}, Verdict: judge.Open}
		if k := slices.IndexFunc(judged, func(h judge.Head) bool { return h.Mass == mass }); k >= 0 {
			h, at[k] = judged[k], i
		}
		out.Heads = append(out.Heads, h)
	}
	for _, i := range []*int{&out.Pick, &out.Least, &out.Closest, &out.Usual, &out.Skipped} {
		if *i >= 0 {
			*i = at[*i]
		}
	}
	return out, refine(ctx, b, out)
}

// refine looks at the head to tie on as finely as it is shown, but for one that does it at another speed.
func refine(ctx context.Context, b judge.Bench, l *Ladder) error {
	if l.Speed > 0 {
		return nil
	}
	return b.Refine(ctx, l.Case, &l.Heads[l.Closest])
}

// Choose chooses between heads that were judged, light to heavy. Where none swims as
// wanted at about the speed that is wanted, it is the one that does at a speed nearest
// to it, which is judged anew at that speed.
func Choose(ctx context.Context, anew judge.Judging, c *trial.Case, heads []judge.Head) (Choice, error) {
	out := Prefer(c, heads)
	if !c.School().Swims {
		return out, nil
	}
	return atItsSpeed(ctx, anew, c, heads, out)
}

// Prefer chooses between heads: the lightest that is as sure as wanted, or where none
// is the likeliest that is at least as likely as not.
func Prefer(c *trial.Case, heads []judge.Head) Choice {
	out := Choice{Pick: -1, Closest: closest(heads)}
	out.Least = slices.IndexFunc(heads, func(h judge.Head) bool { return h.Sure >= judgement.Even.Number })
	out.Usual, out.Skipped = usual(c, heads)
	if out.Usual < 0 || !near(c, &heads[out.Usual]) {
		if best := likeliest(c, heads); best >= 0 && heads[best].Sure >= judgement.Even.Number {
			out.Usual = best
		}
	}
	if out.Usual < 0 {
		out.Least = -1
		return out
	}
	out.Pick = leaning(c, heads, out)
	if out.Pick != out.Usual {
		out.Skipped = -1
	}
	out.Closest = out.Pick
	if out.Least > out.Pick {
		out.Least = out.Pick
	}
	return out
}

// usual is the head that is tied on without a leaning among those that are as sure as
// wanted, and one that gave way to it as hooks of its size come on heavier heads.
func usual(c *trial.Case, heads []judge.Head) (pick, skipped int) {
	pick, skipped = Nearest(c, heads), -1
	if pick < 0 || !Light(c, heads[pick].Mass) || c.School().Swims {
		return pick, skipped
	}
	light := pick
	for i := light + 1; i < len(heads) && i <= light+int(judgement.HookSteps.Number) &&
		Light(c, heads[pick].Mass); i++ {
		if heads[i].Verdict == judge.Does {
			pick, skipped = i, light
		}
	}
	return pick, skipped
}

// Nearest is the index of the head that is as sure as wanted and whose speed of the hand
// is nearest to the wanted one, or the lightest where there is none; -1 where no head is.
// Of heads that are as near the slower, which are the lighter ones, go first.
func Nearest(c *trial.Case, heads []judge.Head) int {
	best, nearest := -1, math.Inf(1)
	for i := range heads {
		if off := math.Abs(musts.Pace(c, &heads[i].Result) +
			judgement.PaceAlike.Number); heads[i].Verdict == judge.Does && off < nearest {
			best, nearest = i, off
		}
	}
	return best
}

// Off is how far a head is from being the one, were it to do all: as speeds of the
// hand are from the wanted one; 0 where the lightest is.
func Off(c *trial.Case, h *judge.Head) float64 { return math.Abs(musts.Pace(c, &h.Result)) }

// Light tells whether hooks of the size usually come on heavier heads than one of a
// mass in kg: those that are owned, on the shank, screwed in or of glass come light.
func Light(c *trial.Case, mass float64) bool {
	h := c.Setup.Head
	if slices.Contains(c.Known.Owned, mass) || h.Shape == "belly" || h.Shape == "screw-in" || h.Material == "glass" ||
		h.Hook == setup.HookAsTheyCome || !c.Setup.Rigging.Alone() {
		return false
	}
	return mass < catalogue.HookHeads[h.Hook].Number*0.999
}

// leaning is the head to tie on by what the angler leans to.
func leaning(c *trial.Case, heads []judge.Head, now Choice) int {
	switch c.Setup.Approach.Leaning {
	case setup.JustEnough:
		return now.Least
	case setup.WithMargin:
		for i := now.Usual + 1; i < len(heads); i++ {
			if heads[i].Verdict == judge.Does {
				return i
			}
		}
	case setup.Heavy:
		out := now.Usual
		for i := now.Usual + 1; i < len(heads); i++ {
			if heads[i].Verdict == judge.Does && heads[i].Mass <= judgement.HeavyMost.Number*heads[now.Usual].Mass {
				out = i
			}
		}
		return out
	}
	return now.Usual
}

// near tells whether a head does it at about the speed that is wanted, where it swims.
func near(c *trial.Case, h *judge.Head) bool {
	return !c.School().Swims || Off(c, h) <= math.Log1p(judgement.SwimNear.Number)
}

// likeliest is the head that is most likely to do it, the lightest of several; -1 where
// none swims at about the speed that is wanted.
func likeliest(c *trial.Case, heads []judge.Head) int {
	best := -1
	for i := range heads {
		if near(c, &heads[i]) && (best < 0 || heads[i].Sure > heads[best].Sure+alike) {
			best = i
		}
	}
	return best
}

// alike are probabilities that differ by no more.
const alike = 0.005

// closest is the head that comes closest where none does it: the likeliest, or the
// one that lacks least where none is likely at all.
func closest(heads []judge.Head) int {
	best := 0
	for i, h := range heads {
		b := heads[best]
		if h.Sure > b.Sure+alike || b.Sure < 0.01 && h.Lacks < b.Lacks {
			best = i
		}
	}
	return best
}

// atItsSpeed chooses a head with the speed that suits it where none is picked that
// swims in the band at about the speed that is wanted: of those that do it at theirs
// the one whose speed is nearest to that.
func atItsSpeed(ctx context.Context, anew judge.Judging, c *trial.Case, heads []judge.Head, now Choice) (Choice, error) {
	if now.Pick >= 0 && near(c, &heads[now.Pick]) {
		return now, nil
	}
	for _, i := range byPace(c, heads) {
		speed := heads[i].Swim.Speed
		h, err := anew(ctx, c.AtSpeed(speed), heads[i].Mass)
		if err != nil {
			return now, err
		}
		if h.Sure >= judgement.Even.Number {
			asWanted := heads[i]
			heads[i] = h
			return Choice{Pick: i, Least: i, Closest: i, Usual: i, Skipped: -1, Speed: speed, asWanted: &asWanted}, nil
		}
	}
	return now, nil
}

// byPace are the heads that are worth a look at their own speeds, the one whose speed
// is nearest to the wanted one first.
func byPace(c *trial.Case, heads []judge.Head) (out []int) {
	for i := range heads {
		speed := heads[i].Swim.Speed
		if allowed(&heads[i]) && speed >= judgement.SwimSlowest.Number && speed <= judgement.SwimFastest.Number {
			out = append(out, i)
		}
	}
	slices.SortStableFunc(out, func(i, j int) int { return cmp.Compare(Off(c, &heads[i]), Off(c, &heads[j])) })
	return out[:min(len(out), mostPaces)]
}

// mostPaces bounds the work: a head whose speed is farther off than so many others is
// no answer.
const mostPaces = 4

// allowed tells whether a head arrives and no limit speaks against it.
func allowed(h *judge.Head) bool {
	if !h.Arrived() {
		return false
	}
	return !slices.ContainsFunc(h.Limits, func(k judge.Kept) bool { return k.Kept < judgement.Even.Number })
}
