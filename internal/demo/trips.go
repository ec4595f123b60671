package demo

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/boat"
	"dunvel/core/logbook"
	"dunvel/internal/store"
)

// outing is a past trip of the scenario: how it was fished, and how often what
// happened, per cast.
type outing struct {
	place, setup string
	ago          int // days
	grams        float64
	technique    string
	casts        int
	fall         float64 // bites on the fall
	from, to     float64 // shares of the depth at which they came
	rest         float64 // bites after it
	lost         float64
	species      string
	notes        string
}

var days = []outing{
	{"Pier Pool", "Pier Pool, evening", 3, 7.1, "hop", 24, 0.15, 0.2, 0.9, 0.3, 0.02, "wrasse",
		"Flat calm; they came on when the lamps were lit."},
	{"The Sill", "The Sill, ebb running", 9, 28.4, "drop", 18, 0.1, 0.3, 0.9, 0.15, 0.2, "pollack",
		"Ebb already hard at the start."},
	{"Teine Ledge", "Teine Ledge, down the boulders", 20, 14.2, "drag", 22, 0.05, 0.2, 0.8, 0.3, 0.15, "coalfish", ""},
	{"Loch Osk", "Loch Osk, charr over the drop-off", 33, 3.5, "drop", 26, 0.45, 0.58, 0.75, 0.04, 0, "charr",
		"All of them well off the bottom."},
}

// seedTrips keeps the four trips. What happened is drawn from a fixed run of
// chances: times to the bottom are those of the engine with the scatter of a hand.
func seedTrips(ctx context.Context, st *store.Store, now time.Time) error {
	for i, d := range days {
		random := rand.New(rand.NewPCG(uint64(i), 7))
		begin := time.Date(now.Year(), now.Month(), now.Day()-d.ago, 17, 30, 0, 0, now.Location())
		state := logbook.State{Setup: named(d.setup), Mass: d.grams * 1e-3, Technique: d.technique}
		end := begin.Add(time.Duration(d.casts)*4*time.Minute + 20*time.Minute)
		t := logbook.Trip{Place: d.place, Start: begin, End: &end, Rods: []logbook.Rod{{Name: "Rod 1", State: state}},
			Notes: d.notes}
		if d.place != "Loch Osk" {
			high := begin.Add(-2 * time.Hour)
			t.HighWater = &high
		}
		kept, err := st.Trips.Create(ctx, t.Name(), t, now)
		if err != nil {
			return fmt.Errorf("demo: %s: %w", d.place, err)
		}
		events, err := d.events(ctx, begin, state, random)
		if err != nil {
			return fmt.Errorf("demo: %s: %w", d.place, err)
		}
		if _, err := st.Events.Add(ctx, kept.ID, events, now); err != nil {
			return fmt.Errorf("demo: %s: %w", d.place, err)
		}
		if d.place == "The Sill" {
			track := sailedTrack(begin, end)
			if _, err := st.Tracks.Create(ctx, d.place, track, now); err != nil {
				return fmt.Errorf("demo: %s: %w", d.place, err)
			}
		}
	}
	for name, p := range places {
		if _, err := st.Places.Create(ctx, name, p, now); err != nil {
			return fmt.Errorf("demo: %s: %w", name, err)
		}
	}
	return nil
}

// sailedTrack is where the boat was on a trip, and over which depth.
func sailedTrack(from, to time.Time) boat.Track {
	var out boat.Track
	b := NewBoat(from, 9)
	for i := 0; b.at.Before(to); i++ {
		if i%20 == 0 {
			b.look()
			latitude, longitude := b.Position()
			out.Points = append(out.Points, boat.Point{Time: b.at, Position: almanac.Position{
				Latitude: latitude, Longitude: longitude}, Depth: math.Round(10*b.deep()) / 10})
		}
		b.Next()
	}
	return out
}

// places are where the scenario's spots lie.
var places = map[string]logbook.Place{
	"Pier Pool": {North: 56.3401, East: -18.5702}, "The Sill": {North: 56.3522, East: -18.5611},
	"Teine Ledge": {North: 56.3467, East: -18.5588},
	"Gull Bar":    {North: 56.3290, East: -18.5900}, "Heron Cut": {North: 56.3155, East: -18.5414},
	"Loch Osk": {North: 56.4012, East: -18.4920},
}

// events are what happened on a day.
func (d outing) events(ctx context.Context, begin time.Time, state logbook.State,
	random *rand.Rand) ([]logbook.Event, error) {
	ways, err := state.Ways(ctx)
	if err != nil {
		return nil, err
	}
	with := ways.Place(logbook.Event{Kind: logbook.Splash}, 0).With
	var out []logbook.Event
	at := begin.Add(8 * time.Minute)
	log := func(kind string, since float64, change func(*logbook.Event)) {
		e := logbook.Event{Key: fmt.Sprintf("demo-%s-%03d", begin.Format("0102"), len(out)), Kind: kind,
			Since: since, With: with,
			Time: at.Add(time.Duration(since * float64(time.Second)))}
		if change != nil {
			change(&e)
		}
		out = append(out, e)
	}
	caught := func(since, depth, wide float64, phase string) {
		kind := logbook.Bite
		switch draw := random.Float64(); {
		case draw < 0.4:
			kind = logbook.Fish
		case draw < 0.6:
			kind = logbook.Short
		}
		log(kind, since, func(e *logbook.Event) {
			e.Phase, e.Depth, e.Low, e.High = phase, depth, max(depth-wide, 0), min(depth+wide, with.BedDepth*1.05)
			if kind == logbook.Fish {
				e.Species, e.Length, e.Released = d.species, float64(int(28+20*random.Float64()))*0.01,
					random.Float64() < 0.7
			}
		})
	}
	for range d.casts {
		log(logbook.Splash, 0, nil)
		down := with.Expected * (1 + 0.06*random.NormFloat64())
		switch draw := random.Float64(); {
		case draw < d.fall:
			share := d.from + (d.to-d.from)*random.Float64()
			caught(share*down, share*with.BedDepth, 0.06*with.BedDepth, logbook.Falling)
		default:
			if random.Float64() < 0.35 {
				log(logbook.Bottom, down, func(e *logbook.Event) {
					e.Seconds, e.Phase, e.Depth, e.Low, e.High = down, logbook.OnBottom, with.BedDepth, with.BedDepth,
						with.BedDepth
				})
			}
			if draw < d.fall+d.rest {
				caught(down+20*random.Float64(), with.BedDepth, 0.5, logbook.Working)
			} else if draw > 1-d.lost {
				log(logbook.Lost, down+30*random.Float64(), func(e *logbook.Event) { e.Phase = logbook.Working })
			}
		}
		at = at.Add(time.Duration(150+180*random.Float64()) * time.Second)
	}
	return out, nil
}
