package advice

import (
	"math"
	"math/rand/v2"
	"runtime"
	"slices"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"

	"golang.org/x/sync/errgroup"
	"gonum.org/v1/gonum/spatial/r3"
)

// drawn is a situation in which everything that is not exactly known has been
// drawn at random, each input on its own, as it is listed for people: nothing
// of how the answer groups and reads between its unknowns.
func drawn(t *testing.T, s setup.Setup, random *rand.Rand) *situation {
	t.Helper()
	factor := func(sd float64) float64 { return spread.Factor(sd, random.NormFloat64()) }
	here, err := situate(s, nil)
	if err != nil {
		t.Fatal(err)
	}
	drift := s.Boat.Measured
	flow := factor(judgement.FlowSpread[s.Flow.Source].Spread)
	s.Flow.Speed *= flow
	s.Flow.NearBed *= flow
	s.Wind.Speed *= factor(judgement.WindSpread[s.Wind.Source].Spread)
	depth := factor(judgement.DepthSpread.Spread)
	s.Water.Depth *= depth
	s.Water.SplashDepth *= depth
	s.Line.Diameter *= factor(judgement.PrintedSpread.Spread)
	s.Leader.Diameter *= factor(judgement.PrintedSpread.Spread)
	if drift {
		s.Boat.Speed *= factor(judgement.DriftSpread.Spread)
	}
	at, err := place(s, nil)
	if err != nil {
		t.Fatal(err)
	}
	at.patience, at.onBed = here.patience, here.onBed
	at.reach = here.reach
	if !drift {
		push := r3.Scale(factor(judgement.Leeway[s.Boat.Kind].Spread)-1, r3.Sub(at.cast.Drift, s.Surface()))
		if s.Boat.Kind != "anchored" && s.Boat.Kind != "bank" {
			at.cast.Drift, at.gait.Velocity = r3.Add(at.cast.Drift, push), r3.Add(at.gait.Velocity, push)
		}
	}
	at.timeWindow()
	at.tuned = tuned{
		across: factor(judgement.NormalSpread.Spread), along: factor(judgement.LineSurfaces[s.Line.Material].Tangential.Spread),
		fall: factor(judgement.FallArea.Spread), tow: factor(judgement.TowArea.Spread), weight: random.NormFloat64(),
	}
	at.cast.SpoolDrag *= factor(judgement.SpoolFixed.Spread)
	at.scene.Bed.Friction *= factor(judgement.Beds[s.Water.Bed].Friction.Spread)
	return at
}

// Ranges and probabilities agree with random draws of all the inputs, each run
// through the whole engine.
func TestSpreadAgreesWithRandomDraws(t *testing.T) {
	const draws = 300
	for name, change := range map[string]func(*setup.Setup){
		"slack water": func(s *setup.Setup) { s.Heads = []float64{2.5e-3, 3.5e-3, 5.3e-3} },
		"drifting, by eye": func(s *setup.Setup) {
			s.Flow = setup.Flow{Speed: 0.25, Direction: 180, Source: setup.ByEye}
			s.Wind = setup.Wind{Speed: 5, Direction: 180, Source: setup.ByEye}
			s.Boat = setup.Boat{Kind: "skiff"}
			s.Heads = []float64{5.3e-3, 10.6e-3, 17.7e-3}
		},
		"held on the drift": func(s *setup.Setup) {
			s.Flow = setup.Flow{Speed: 0.3, Direction: 180, Source: setup.FloatTest}
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.15, Direction: 180}
			s.Cast.Distance, s.Approach.Kind = 5, setup.HoldBottom
			s.Heads = []float64{10.6e-3, 14.2e-3, 17.7e-3, 21.3e-3}
		},
		"hovering": overFish(func(s *setup.Setup) {
			s.Water.Bed = "sand"
			s.Heads = []float64{1.3e-3, 1.8e-3, 2.5e-3}
		}),
	} {
		t.Run(name, func(t *testing.T) {
			s := setup.Default()
			change(&s)
			a, err := Solve(s, nil)
			if err != nil {
				t.Fatal(err)
			}
			random := rand.New(rand.NewPCG(11, 7))
			situations := make([]*situation, draws)
			for i := range situations {
				situations[i] = drawn(t, s, random)
			}
			for _, h := range a.Heads {
				times, does := make([]float64, draws), make([]bool, draws)
				var work errgroup.Group
				work.SetLimit(runtime.GOMAXPROCS(0))
				for i, at := range situations {
					work.Go(func() error {
						drawn, err := at.head(h.Mass)
						if err != nil {
							return err
						}
						times[i] = math.Inf(1)
						if drawn.Fall.Outcome == Reached {
							times[i] = drawn.Fall.Time
						}
						does[i] = at.shortfall(at.read(&drawn)) <= 0
						return nil
					})
				}
				if err := work.Wait(); err != nil {
					t.Fatal(err)
				}
				sure := 0.0
				for _, d := range does {
					if d {
						sure += 1.0 / draws
					}
				}
				low, high := spread.Range(slices.Clone(times))
				t.Logf("%g g: %.2f sure, drawn %.2f; %.1f to %.1f s, drawn %.1f to %.1f s", h.Mass*1e3, h.Sure, sure, h.Ranges.Time.Low, h.Ranges.Time.High, low, high)
				// A probability is told in tenths; 300 draws know a range to 3 %.
				if math.Abs(h.Sure-sure) > 0.1 {
					t.Errorf("%g g: %.2f sure, drawn %.2f", h.Mass*1e3, h.Sure, sure)
				}
				if math.Abs(math.Log(h.Ranges.Time.Low/low)) > 0.06 || math.Abs(math.Log(h.Ranges.Time.High/high)) > 0.06 {
					t.Errorf("%g g: %.1f to %.1f s, drawn %.1f to %.1f s", h.Mass*1e3, h.Ranges.Time.Low, h.Ranges.Time.High, low, high)
				}
			}
		})
	}
}
