package advice

import (
	"context"
	"fmt"
	"runtime"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/units"

	"golang.org/x/sync/errgroup"
)

// remedies are changes of something else than the weight that may make a head
// do it: each makes one and says what it is, or "" where it makes no sense;
// from what costs least to what costs most. How far each goes is what
// an angler can do on the spot.
var remedies = []func(at *situation, s *setup.Setup) string{
	func(at *situation, s *setup.Setup) string {
		if s.Wind.Speed < judgement.WindMatters.Number || s.Rod.TipHeight <= judgement.LowTip.Number {
			return ""
		}
		s.Rod.TipHeight = judgement.LowTip.Number
		return "Hold the rod tip down at " + at.depth(s.Rod.TipHeight)
	},
	func(at *situation, s *setup.Setup) string {
		if s.Approach.Kind == setup.Swim || at.wait == at.window {
			return ""
		}
		s.Approach.Wait = min(judgement.LongerWait.Number*at.wait, setup.LookupField("approach.wait").Max)
		return "Wait " + units.Seconds(s.Approach.Wait)
	},
	func(at *situation, s *setup.Setup) string {
		if s.Approach.Kind != setup.Swim {
			return ""
		}
		s.Approach.Speed *= judgement.Slower.Number
		return "Reel slower, at " + at.speed(s.Approach.Speed)
	},
	func(at *situation, s *setup.Setup) string {
		if s.Approach.Kind != setup.Swim {
			return ""
		}
		s.Approach.Speed *= judgement.Faster.Number
		return "Reel faster, at " + at.speed(s.Approach.Speed)
	},
	func(at *situation, s *setup.Setup) string {
		if s.Cast.Distance < 6 {
			return ""
		}
		s.Cast.Distance *= judgement.Shorter.Number
		return "Cast " + at.depth(s.Cast.Distance)
	},
	func(at *situation, s *setup.Setup) string {
		if s.Cast.Distance == 0 || s.Flow.Speed == 0 || s.Flow.Direction > 90 && s.Flow.Direction < 270 {
			return ""
		}
		s.Flow.Direction = 180
		return "Cast against the current"
	},
	func(at *situation, s *setup.Setup) string {
		thinner(s)
		return fmt.Sprintf("A thinner line, %s", at.show.Show("diameter", s.Line.Diameter))
	},
	func(at *situation, s *setup.Setup) string {
		smaller(s)
		return fmt.Sprintf("A smaller bait, %s", at.show.Show("size", s.Bait.Length))
	},
	func(at *situation, s *setup.Setup) string {
		switch s.Boat.Kind {
		case "skiff", "kayak":
		default:
			return ""
		}
		if s.Boat.Measured {
			s.Boat.Speed *= judgement.Drogue.Number
			return "A drogue that halves the drift"
		}
		s.Boat.Kind = "drogue"
		return "A drogue"
	},
	func(at *situation, s *setup.Setup) string {
		if s.Boat.Kind == "bank" || s.Boat.Kind == "anchored" {
			return ""
		}
		s.Boat.Kind, s.Boat.Measured = "anchored", false
		return "An anchor"
	},
	func(at *situation, s *setup.Setup) string {
		if s.Water.SplashDepth > 0 || s.Water.Depth < 2 || s.Target.Depth >= judgement.Shallower.Number*s.Water.Depth {
			return ""
		}
		s.Water.Depth *= judgement.Shallower.Number
		return fmt.Sprintf("Somewhere %s deep", at.depth(s.Water.Depth))
	},
}

// remedy are those changes that make one of the heads do it, where none does.
func (at *situation) remedy(ctx context.Context, closest int) ([]Change, error) {
	found := make([]Change, len(remedies))
	var work errgroup.Group
	work.SetLimit(runtime.GOMAXPROCS(0))
	for i, change := range remedies {
		s := at.setup
		what := change(at, &s)
		if what == "" || s.Validate(at.show) != nil {
			continue
		}
		work.Go(func() error {
			if err := ctx.Err(); err != nil {
				return err
			}
			mass, err := at.lightestWith(s, closest)
			if mass > 0 {
				found[i] = Change{Mass: mass, Words: fmt.Sprintf("%s: %s does it.", what, at.mass(mass))}
			}
			return err
		})
	}
	err := work.Wait()
	return slices.DeleteFunc(found, func(c Change) bool { return c.Mass == 0 }), err
}

// lightestWith is the lightest head found that does it for another setup, kg,
// looked for coarsely from a few of them; 0 where none of those does.
func (at *situation) lightestWith(s setup.Setup, closest int) (float64, error) {
	other, err := situate(s, at.show)
	if err != nil {
		return 0, err
	}
	other.coarsely()
	masses := slices.Sorted(slices.Values(s.Heads))
	last := len(masses) - 1
	does := func(i int) (bool, error) {
		h, err := other.head(masses[i])
		if err != nil {
			return false, err
		}
		if other.shortfall(other.read(&h)) > 0 {
			return false, nil
		}
		doubt, err := other.doubt(masses[i:i+1], fewerPoints)
		if err != nil {
			return false, err
		}
		other.judge(&h, doubt)
		return h.Verdict == Does, nil
	}
	for _, i := range []int{last / 4, last / 2, last * 3 / 4, closest, last} {
		ok, err := does(i)
		for ; err == nil && ok && i > 0; i-- {
			if ok, err = does(i - 1); !ok {
				return masses[i], err
			}
		}
		if ok || err != nil {
			return masses[i], err
		}
	}
	return 0, nil
}
