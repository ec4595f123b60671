package logbook

import (
	"slices"

	"dunvel/core/droptest"
)

// mostTimed is how many outfits are compared with what was expected of them. Of more, the last ones of
// the logs are taken.
const mostTimed = 30

// Timed returns the logged times to the bottom as drop tests on the water, one for each outfit of each trip.
func Timed(logs []Log) []droptest.Spotted {
	type outfit struct {
		state State
		test  droptest.Spotted
	}
	var out []outfit
	for trip, l := range logs {
		first := len(out)
		changes := slices.DeleteFunc(slices.Clone(l.Events), func(e Event) bool { return e.State == nil })
		for _, e := range l.Events {
			if e.Kind != Bottom {
				continue
			}
			state := l.Trip.StateAt(e.Rod, e.Time, changes)
			k := slices.IndexFunc(out[first:], func(o outfit) bool { return o.state.Equal(&state) })
			if k < 0 {
				k = len(out) - first
				out = append(out, outfit{state, droptest.Spotted{Where: l.Trip.Place, Trip: trip, Test: droptest.Test{
					Setup: state.Setup, Mass: state.Mass, Depth: state.Setup.Water.Depth, Place: droptest.OnWater,
					Held: droptest.Slack,
				}}})
			}
			if t := &out[first+k].test; len(t.Drops) < droptest.MostDrops {
				t.Drops = append(t.Drops, droptest.Drop{Time: e.Seconds, LineOut: e.LineOut})
			}
		}
	}
	tests := make([]droptest.Spotted, 0, mostTimed)
	for _, o := range out[max(0, len(out)-mostTimed):] {
		tests = append(tests, o.test)
	}
	return tests
}
