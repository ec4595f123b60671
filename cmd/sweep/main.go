package main

import (
	"context"
	"fmt"
	"golang.org/x/sync/errgroup"
	"runtime"

	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

func cut(s *setup.Setup) {
	s.Water = setup.Water{Salinity: "fresh", Temperature: 13, Depth: 2, Bed: "mud"}
	s.Line.Diameter, s.Leader.Diameter, s.Leader.Length = .13e-3, .25e-3, 1.5
	s.Bait.Form, s.Bait.Length, s.Head.Hook, s.Boat.Kind, s.Cast.Distance = "paddle tail", .08, "1/0", "bank", 13
}
func pool(s *setup.Setup) {
	s.Water.Bed = "sand"
	s.Line.Diameter, s.Leader.Diameter, s.Leader.Length = .14e-3, .26e-3, 2
	s.Bait.Form, s.Bait.Length, s.Head.Hook, s.Boat.Kind, s.Cast.Distance = "paddle tail", .09, "2/0", "bank", 20
}

func main() {
	for name, outfit := range map[string]func(*setup.Setup){"cut": cut, "pool": pool} {
		for _, kind := range []string{setup.SlowFall, setup.LiftAndDrop, setup.HoldBottom} {
			for _, dir := range []float64{0, 90, 180} {
				var grid [7][9]string
				var work errgroup.Group
				work.SetLimit(runtime.GOMAXPROCS(0))
				for d := range 7 {
					for w := range 9 {
						work.Go(func() error {
							s := setup.Default()
							outfit(&s)
							s.Water.Depth, s.Wind.Speed, s.Wind.Direction, s.Approach.Kind = float64(d+1), float64(w), dir, kind
							if kind == setup.HoldBottom {
								s.Cast.Drag = .15
							}
							c, err := trial.New(s, trial.Knowledge{})
							if err != nil {
								panic(err)
							}
							l, err := judge.Engine.Solve(context.Background(), c, s.Heads)
							if err != nil {
								panic(err)
							}
							grid[d][w] = " none "
							if l.Pick >= 0 {
								h := l.Heads[l.Pick]
								mark := " "
								if h.Handling.Down {
									mark = "v"
								}
								if h.Sure < .8 {
									mark += "?"
								} else {
									mark += " "
								}
								grid[d][w] = fmt.Sprintf("%4.1f%s", h.Mass*1e3, mark)
							}
							return nil
						})
					}
				}
				work.Wait()
				fmt.Println(name, kind, dir)
				for d := range 7 {
					fmt.Println(d+1, grid[d])
				}
			}
		}
	}
}
