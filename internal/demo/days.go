package demo

import (
	"dunvel/core/almanac"
	plans "dunvel/core/day"
)

// Plan is a named day of the scenario.
type Plan struct {
	Name string
	Plan plans.Plan
}

// Plans are a day at springs and one at neaps in the narrows, on the made-up station, with
// an evening at the pier after it.
func Plans() []Plan {
	on := func(date string) plans.Plan {
		return plans.Plan{
			Date: date, Zone: "Atlantic/Reykjavik", Where: &almanac.Position{Latitude: 56.3, Longitude: -18.5}, Rods: 2,
			Tide: plans.Tides{Kind: plans.FromStation, Table: almanac.Table{}},
			Wind: []plans.Wind{{From: "06:00", Speed: 1, Direction: 90}, {From: "15:00", Speed: 4, Direction: 90}},
			Spots: []plans.Spot{
				{Name: "The Sill, ebb running", From: "07:00", To: "15:00", Setup: named("The Sill, ebb running"),
					Charted: 18, Flow: plans.SpotFlow{
						Kind: plans.WithTide, Flood: almanac.Run{Spring: 0.9, Neap: 0.25},
						Ebb:       almanac.Run{Spring: 0.8, Neap: 0.2, Direction: 180},
						AfterHigh: 1200, AfterLow: 900, Spans: []plans.Span{},
					}},
				{Name: "Pier Pool, evening", From: "16:00", To: "18:30", Setup: named("Pier Pool, evening"),
					Flow: plans.SpotFlow{Kind: plans.AsSet, Spans: []plans.Span{}}},
			},
		}
	}
	return []Plan{{"The Sill at springs", on("2026-11-26")}, {"The Sill at neaps", on("2026-12-03")}}
}
