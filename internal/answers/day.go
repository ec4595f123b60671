package answers

import (
	"context"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/box"
	"dunvel/core/day"
	"dunvel/core/explore"
	"dunvel/core/input"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Day is a plan that is worked out as it is sent.
type Day struct {
	sky   *day.Sky
	open  *day.Day
	asked day.Asked
}

// Day checks a plan, sets what is known in the setups of its spots, and works out all but the
// heads.
func (d Desk) Day(ctx context.Context, p day.Plan, choice units.Choice) (*Day, error) {
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return nil, err
	}
	open, err := p.Open(choice)
	if err != nil {
		return nil, err
	}
	for i := range open.Spots {
		if _, err := known.inform(ctx, &open.Spots[i].Setup, choice); err != nil {
			return nil, err
		}
	}
	sky, err := open.Sky()
	if err != nil {
		return nil, err
	}
	return &Day{sky, open, day.Asked{
		Search: func(s setup.Setup) explore.Search { return known.adviser(s).Search },
		Owned:  func(s setup.Setup, mass float64) float64 { return box.Count(known.Items, mass, box.LikeOf(s)) },
		FishFor: func(s setup.Setup) float64 {
			if n := known.adviser(s).Known.FishFor; n > 0 {
				return n
			}
			return model.FishFor(s)
		},
		Choice: choice,
	}}, nil
}

// Sky is the day without its heads.
func (d *Day) Sky() *day.Sky { return d.sky }

// Run works the heads out, and gives each hour to emit as it comes.
func (d *Day) Run(ctx context.Context, emit func(day.Hour) error) (*day.Worked, error) {
	return d.open.Work(mechanics.WithBudget(ctx, dayWork), d.asked, emit)
}

// ReadTide reads a table of high and low waters of a day, in a time zone, as it was copied.
// Errors: setup.Errors.
func ReadTide(text, date, zone string, choice units.Choice) (almanac.Table, error) {
	day, _ := time.Parse(time.DateOnly, date) // of none the year matters not
	place, err := almanac.Zone(zone, day.Year())
	if err != nil {
		return nil, input.Fault("zone", "Time zone: there is no “%s”; it is called such as Europe/Lisbon.", zone)
	}
	start, err := time.ParseInLocation(time.DateOnly, date, place)
	if err != nil {
		return nil, input.Fault("date", "Date: “%s” is not a day, such as 2026-05-12.", date)
	}
	table, err := almanac.Read(text, start, choice)
	if err != nil {
		return nil, input.Fault("text", "%s", err)
	}
	return table, nil
}
