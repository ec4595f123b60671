// Package saved is what the store keeps, as the contract has it.
package saved

import (
	"dunvel/core/box"
	"dunvel/core/day"
	"dunvel/core/droptest"
	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/units"
	"dunvel/internal/contract"
	"dunvel/internal/exchange"
	"dunvel/internal/service"
	"dunvel/internal/service/intake"
	"dunvel/internal/service/trips"
	"dunvel/internal/store"
	"dunvel/internal/store/database"
)

// Plan is a plan as the contract has it.
func Plan(k store.Kept[day.Plan]) contract.SavedPlan {
	return contract.SavedPlan{Id: k.ID, Version: k.Version, Name: k.Name, Plan: k.Value, Created: k.Created,
		Updated: k.Updated}
}

// Device is a paired device as the contract has it.
func Device(k store.Kept[store.Device]) contract.Device {
	return contract.Device{Id: k.ID, Name: k.Name, Reads: k.Value.Reads, Used: k.Value.Used, Paired: k.Created}
}

// DropTest is a drop test as the contract has it.
func DropTest(k store.Kept[droptest.Test]) contract.SavedDropTest {
	return contract.SavedDropTest{Id: k.ID, Version: k.Version, Name: k.Name, Test: k.Value, Created: k.Created,
		Updated: k.Updated}
}

// Round is a round of practice as the contract has it.
func Round(p service.Played) contract.Played {
	return contract.Played{Game: contract.PlayedGame(p.Game), Seed: p.Seed, Mass: p.Mass, Points: p.Points,
		Missed: contract.PlayedMissed(p.Missed), Time: p.Time}
}

// Import is what was found in a file, as the contract has it.
func Import(r *intake.Report) contract.Import {
	out := contract.Import{
		Headers: r.Headers, Columns: r.Columns, Trips: r.Trips, Events: r.Events, Places: r.Places, Tracks: r.Tracks,
		Untimed: r.Untimed, Entries: r.Entries, Known: r.Known, Changed: r.Changed, Taken: r.Taken,
		Unused: r.Unused, Order: r.Order, Decimal: r.Decimal, Zone: r.Zone, Rows: r.Rows,
		Asks: Each(r.Asks, func(a exchange.Ask) contract.ImportAsk {
			return contract.ImportAsk{About: contract.ImportAskAbout(a.About), Example: a.Example, Options: a.Options}
		}),
		Fields: []contract.ImportField{},
		Refused: Each(r.Refused, func(f exchange.Refused) contract.ImportRefused {
			return contract.ImportRefused{Line: f.Line, Why: f.Why}
		}),
	}
	if r.Headers == nil {
		out.Headers, out.Columns = []string{}, map[string]int{}
	} else {
		out.Fields = Each(exchange.Columns, func(c exchange.Column) contract.ImportField {
			return contract.ImportField{Key: c.Key, Label: c.Header, Needed: c.Needed}
		})
	}
	for _, list := range []*[]string{&out.Trips, &out.Unused, &out.Rows} {
		if *list == nil {
			*list = []string{}
		}
	}
	return out
}

// Copy is a copy of the database as the contract has it.
func Copy(c database.Copy) contract.Copy {
	return contract.Copy{Name: c.Name, Time: c.Time, Size: c.Size}
}

// Each turns every entry of a list into something else; a list of none is not nil.
func Each[From, To any](list []From, to func(From) To) []To {
	out := make([]To, len(list))
	for i, from := range list {
		out[i] = to(from)
	}
	return out
}

// Item is something in the box as the contract has it.
func Item(k store.Kept[box.Item]) contract.SavedItem {
	return contract.SavedItem{Id: k.ID, Version: k.Version, Name: k.Name, Item: k.Value, Updated: k.Updated}
}

// ItemIn is Item with its name in the units of choice, where it is called by what it is.
func ItemIn(choice units.Choice) func(store.Kept[box.Item]) contract.SavedItem {
	return func(k store.Kept[box.Item]) contract.SavedItem {
		if k.Name == k.Value.Name(nil) {
			k.Name = k.Value.Name(choice)
		}
		return Item(k)
	}
}

// Place is a place as the contract has it.
func Place(k store.Kept[logbook.Place]) contract.Place {
	return contract.Place{Id: k.ID, Version: k.Version, Name: k.Name, North: k.Value.North, East: k.Value.East,
		Note: k.Value.Note}
}

// Setup is a setup as the contract has it.
func Setup(k store.Kept[setup.Setup]) contract.SavedSetup {
	return contract.SavedSetup{Id: k.ID, Version: k.Version, Name: k.Name, Setup: k.Value, Created: k.Created,
		Updated: k.Updated}
}

// Programme is a programme as the contract has it.
func Programme(k store.Kept[technique.Programme]) contract.SavedProgramme {
	return contract.SavedProgramme{Id: k.ID, Version: k.Version, Name: k.Name, Programme: k.Value.Whole(),
		Created: k.Created, Updated: k.Updated}
}

// Track is a track as the contract has it.
func Track(k service.Tracked) contract.SavedTrack {
	return contract.SavedTrack{Id: k.ID, Name: k.Name, From: k.Value.From(), To: k.Value.To(),
		Points: len(k.Value.Points), Drifts: k.Drifts}
}

// Trip is a trip as the contract has it.
func Trip(k trips.Outing) contract.SavedTrip {
	counts := k.Counts
	if counts == nil {
		counts = map[string]int{}
	}
	return contract.SavedTrip{Id: k.ID, Version: k.Version, Name: k.Name, Trip: k.Value, Counts: counts}
}

// Event is an event of a trip as the contract has it.
func Event(k store.KeptEvent) contract.SavedEvent {
	return contract.SavedEvent{Id: k.ID, Version: k.Version, Trip: k.Trip, Event: k.Event, Said: k.Event.Said(),
		Overdue: k.Event.Overdue()}
}
