package answers

import (
	"strings"
	"testing"
	"time"

	"dunvel/core/boat"
	"dunvel/core/day"
	"dunvel/core/follow"
	"dunvel/core/lead"
	"dunvel/core/setup"
)

// aboard is a question for a boat that drifts over a depth.
func aboard(depth, drift float64, at time.Time) Aboard {
	s := setup.Default()
	s.Boat.Kind = "skiff"
	heard := func(v float64) *boat.Part {
		return &boat.Part{Value: v, Course: 180, Directed: true, Heard: boat.Heard{Age: 1, Quality: boat.Steady}}
	}
	return Aboard{Setup: s, State: boat.State{Depth: heard(depth), Drift: heard(drift)},
		Toward: follow.Toward{Kind: follow.AsSet}, Now: at}
}

// What has changed that asks for another head is named: that which would make the one on the
// line do it again, were it alone as it was.
func TestFollowReason(t *testing.T) {
	desk := Desk{From: &Knowledge{}}
	at := time.Date(2026, 11, 27, 9, 0, 0, 0, time.UTC)
	for want, to := range map[string][2]float64{"Depth 30 m for 10 minutes (8 m before): tie on ": {30, 0.1},
		"Drift 0.35 m/s for 10 minutes (0.1 m/s before): tie on ": {8, 0.35}} {
		first, err := desk.Follow(t.Context(), aboard(8, 0.1, at), nil)
		if err != nil || first.Call.Kind != follow.Tie {
			t.Fatalf("%+v %v", first, err)
		}
		q := aboard(8, 0.1, at)
		q.Tied = first.Call.Mass
		on, err := desk.Follow(t.Context(), q, nil)
		if err != nil || on.Call.Kind != follow.Keep || on.Brief.Count == "" || on.Hold == "" {
			t.Fatalf("%+v %v", on.Call, err)
		}
		q = aboard(to[0], to[1], at.Add(time.Minute))
		q.Watch = on.Watch
		soon, err := desk.Follow(t.Context(), q, nil)
		if err != nil || soon.Call.Kind != follow.Soon || soon.Call.Mass != first.Call.Mass {
			t.Fatalf("%+v %v", soon.Call, err)
		}
		q.Watch, q.Now = soon.Watch, at.Add(11*time.Minute)
		now, err := desk.Follow(t.Context(), q, nil)
		if err != nil || now.Call.Kind != follow.Change || !strings.HasPrefix(now.Call.Words, want) ||
			!strings.HasPrefix(now.Brief.Head,
				strings.TrimSuffix(strings.Fields(strings.TrimPrefix(now.Call.Words, want))[0], " ")) {
			t.Errorf("%+v %+v %v", now.Call, now.Brief, err)
		}
		q.Watch, q.Stay = now.Watch, true
		stays, err := desk.Follow(t.Context(), q, nil)
		if err != nil || stays.Watch.Stay.Sub(q.Now) != 15*time.Minute || stays.Watch.Next == now.Watch.Next &&
			now.Answer.Heads[headOf(now.Answer, q.Watch.Tied)].Sure >= 0.5 {
			t.Errorf("%+v %v", stays.Watch, err)
		}
	}
}

// By the hour of a plan its water is used where nothing is measured.
func TestFollowPlan(t *testing.T) {
	desk := Desk{From: &Knowledge{}}
	s := setup.Default()
	plan := day.Plan{Date: "2026-11-27", Rods: 1, Tide: day.Tides{Kind: day.FromStation},
		Wind:  []day.Wind{{From: "08:00", Speed: 5}},
		Spots: []day.Spot{{Name: "Ledge", From: "07:00", To: "12:00", Setup: s, Charted: 10}}}
	q := Aboard{Setup: s, Plan: &plan, Toward: follow.Toward{Kind: follow.AsSet},
		Now: time.Date(2026, 11, 27, 9, 0, 0, 0, time.UTC)}
	w, err := desk.Follow(t.Context(), q, nil)
	if err != nil || w.Setup.Water.Depth < 10.5 || w.Setup.Water.Depth > 15 || w.Setup.Wind.Speed != 5 {
		t.Errorf("%+v %v", w.Setup.Water, err)
	}
	q.Spot = 1
	if _, err := desk.Follow(t.Context(), q, nil); err == nil ||
		err.Error() != "Spot: there is no number 2 in the plan." {
		t.Error(err)
	}
}

// Fish are led whatever else is wanted of the heads; what cannot be is told by its field.
func TestLead(t *testing.T) {
	desk := Desk{From: &Knowledge{}}
	s := setup.Default()
	s.Boat.Kind, s.Cast.Distance, s.Approach.Kind, s.Target.Depth = "bank", 0, setup.Hover, 5
	a, err := desk.Lead(t.Context(), s, lead.Fish{Distance: 20, Depth: 4, Way: 180, Speed: 0.5}, nil)
	if err != nil || a.Pick < 0 || !strings.HasPrefix(a.Sentence, "Cast now: let ") || len(a.Heads) != len(s.Heads) {
		t.Errorf("%+v %v", a, err)
	}
	if _, err := desk.Lead(t.Context(), s, lead.Fish{Distance: 20, Depth: 18, Way: 180}, nil); err == nil ||
		!strings.HasPrefix(err.Error(), "They are deep: 18 m is not in the water") {
		t.Error(err)
	}
	s.Water.Depth = 999
	if _, err := desk.Lead(t.Context(), s, lead.Fish{Distance: 20, Depth: 4}, nil); err == nil ||
		!strings.HasPrefix(err.Error(), "Depth under the rod: 999 m") {
		t.Error(err)
	}
}
