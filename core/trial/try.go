package trial

import (
	"context"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
)

// Result is what comes of a head with a handling. It does not change.
type Result struct {
	Mass     float64 // kg
	Weight   float64 // in water, of all that hangs on the line, N
	Whole    float64 // mass with hook and bait, kg
	Handling Handling
	Fall     Fall
	Chord    float64 // the straight way from where it has come to to the rod tip, m
	Rest     Rest
	Feel     Feel
	Back     float64 // s back to the bed from a lift
	Swim     Swim
	Hover    Hover
	Snags    float64 // index, 0 to 10

	unwatched *mechanics.Branch // where it lies, for the waves that were not asked for; nil where they were
}

// Arrived tells whether it comes to the target.
func (r *Result) Arrived() bool { return r.Fall.Outcome == Reached }

// Unwatched tells whether what waves do to it on the bed is still to be asked.
func (r *Result) Unwatched() bool { return r.unwatched != nil }

// Slack is the line out over the straight way to it, beyond that.
func (r *Result) Slack() float64 { return max(r.Fall.LineOut/max(r.Chord, 0.01)-1, 0) }

// Waves is what is asked of what waves do to a head on the bed.
type Waves int

// What is asked of them. Watched are as many as tell whether it walks too far, and Glimpsed one, which tells what a change does;
// Unwatched ones are still to be asked of, and it is taken to be left there; AsBefore they do what they did.
const (
	Watched Waves = iota
	Glimpsed
	Unwatched
	AsBefore
)

// Question is which head is looked at, and how.
type Question struct {
	Mass     float64
	Handling Handling
	Phase    int // of a swell, below Phases
	Effort   Effort
	// Near is what came of the head where the case is one that was Moved from
	// another, or as it was judged where it is shown, and only what that changes
	// matters; nil where it is looked at for itself.
	Near *Result
	// Pace asks for the speed of the hand that suits what swims although only a change is looked at.
	Pace bool
	// SameFall tells that what was moved changes nothing until it lies on the bed.
	SameFall bool
	// Watch is what came of it unwatched, of which that is asked now. All else is as it was asked.
	Watch *Result
	// Waves is what is asked of what waves do to it on the bed.
	Waves Waves
	// FallOnly tells that nothing is asked for after the fall.
	FallOnly bool
}

// Try works out what comes of a head. Errors are that of ctx, mechanics.ErrBudget,
// or that the engine cannot take the setup.
func (c *Case) Try(ctx context.Context, q Question) (Result, error) {
	if q.Watch != nil {
		out := *q.Watch
		out.unwatched = nil
		return out, c.swell(ctx, q.Watch.unwatched, q, out.Fall, &out.Rest)
	}
	r, lure, err := c.Rig(q.Mass)
	if err != nil {
		return Result{}, err
	}
	rigged := &Rigged{r, lure}
	if q.Near != nil && q.Effort == Judged {
		q.Effort = glanced
	}
	out := Result{Mass: q.Mass, Weight: r.Weight(), Whole: lure.Mass, Handling: q.Handling}
	var branch *mechanics.Branch
	if q.SameFall {
		out.Fall, out.Swim, out.Hover = q.Near.Fall, q.Near.Swim, q.Near.Hover
	} else if out.Fall, branch, err = c.fall(ctx, rigged, q.Handling, q.Phase, q.Effort); err != nil {
		return out, err
	}
	out.Chord = c.chord(out.Fall.Landing, q.Handling, out.Fall.Time)
	if !out.Arrived() || c.Floats() {
		return out, nil
	}
	if c.OnBed {
		out.Snags = model.SnagIndex(c.Setup, out.Fall.Speed)
	}
	return out, c.work(ctx, rigged, branch, q, &out)
}

// work looks at what follows a fall. branch is nil where the fall is that of another
// head, and only what is on the bed is looked at.
func (c *Case) work(ctx context.Context, r *Rigged, branch *mechanics.Branch, q Question, out *Result) error {
	school, fall := c.School(), out.Fall
	if !q.FallOnly {
		if err := c.afterFall(ctx, r, branch, q, out); err != nil {
			return err
		}
	}
	raised := 0.0
	if school.Lifted {
		raised = c.Setup.LiftHeight()
		out.Back = back(fall, raised)
	}
	if c.OnBed && (school.Rests || school.Swims) {
		out.Feel = c.feel(r, q.Handling, fall, out.Rest, raised)
	}
	touches := !school.Hovers && !(school.Swims && c.BeginsOver())
	if branch != nil && touches && (q.Effort == Shown || c.mayNeedSeeing(out.Feel)) {
		return c.watch(ctx, branch, q.Handling, &out.Fall, q.Effort)
	}
	if !q.SameFall {
		out.Fall.RunOutAfter = out.Fall.RunOut // it is not seen
	}
	return nil
}

// afterFall looks at the retrieve, the hover or what the head does on the bed, as the approach
// has it.
func (c *Case) afterFall(ctx context.Context, r *Rigged, branch *mechanics.Branch, q Question,
	out *Result) (err error) {
	school, fall := c.School(), out.Fall
	switch {
	case school.Swims && branch != nil:
		out.Swim, err = c.swim(ctx, branch, fall, q)
	case school.Hovers && branch != nil:
		out.Hover, err = c.hover(ctx, branch, fall, q.Near != nil)
	case school.Rests && c.OnBed:
		var near *Rest
		if q.Near != nil && q.Near.Arrived() {
			near = &q.Near.Rest
		}
		out.Rest, err = c.rest(ctx, r, branch, q.Handling, fall, near)
		switch watches := c.LeftToWaves() && school.OnTheBed && branch != nil && q.Waves != AsBefore; {
		case err != nil || !watches:
		case q.Waves == Unwatched:
			out.Rest.Held, out.Rest.Walk, out.unwatched = 1, 0, branch
		default:
			err = c.swell(ctx, branch, q, fall, &out.Rest)
		}
	}
	return err
}

// feltClearly is how many times over what is told the pull of a head is that is felt
// whatever is not known of it.
const feltClearly = 2.2

// mayNeedSeeing tells whether the touch has to be seen, as it may not be felt.
func (c *Case) mayNeedSeeing(f Feel) bool {
	return c.School().Falls && c.OnBed && c.Target >= judgement.ToldDepth.Number && f.Pull < feltClearly*f.Told()
}
