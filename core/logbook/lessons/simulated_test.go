package lessons

import (
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/core/setup"
)

// angler is one whose log is made up, so that what is true of it is known: on each trip they change what
// is tied on every now and then, and fish come and go in shoals.
type angler struct {
	trips, casts int // casts of a trip
	rate         float64
	doubled      string  // the bait on which bites are twice as many; "" for none
	shoals       float64 // share of the bites that shoals have
}

var baits = []string{"paddle tail 90 mm", "slim minnow 120 mm", "craw 80 mm"}

func (a angler) logs(seed uint64) []logbook.Log {
	random := rand.New(rand.NewPCG(seed, 7))
	var out []logbook.Log
	for i := range a.trips {
		begun := dawn.AddDate(0, 0, 7*i)
		l := logbook.Log{Trip: logbook.Trip{Place: []string{"The Sill", "Pier Pool"}[random.IntN(2)], Start: begun,
			Rods: []logbook.Rod{{State: logbook.State{Setup: setup.Default()}}}}}
		bait, mass, retrieve, shoal, at := 0, 7e-3, "hop", false, begun
		depth := 4 + 8*random.Float64()
		for range a.casts {
			if random.Float64() < 1.0/6 { // in turn, so that each has a third of the casts
				bait = (bait + 1) % len(baits)
			}
			if random.Float64() < 0.1 {
				mass = []float64{3.5e-3, 7e-3, 10e-3, 14e-3}[random.IntN(4)]
			}
			if random.Float64() < 0.1 {
				retrieve = []string{"hop", "drag", "roll"}[random.IntN(3)]
			}
			if random.Float64() < 0.07 {
				depth = 4 + 8*random.Float64()
			}
			// A shoal is there a third of the time, for six casts.
			if shoal {
				shoal = random.Float64() > 1.0/6
			} else {
				shoal = random.Float64() < 1.0/12
			}
			at = at.Add(90 * time.Second)
			with := logbook.With{Bait: baits[bait], Shape: "ball", Mass: mass, Technique: retrieve, BedDepth: depth,
				FallSpeed: mass * 60, Margin: 0.5, Expected: 10, Snags: 1, Bed: "sand"}
			l.Events = append(l.Events, logbook.Event{Kind: logbook.Splash, Time: at, With: with})
			rate := a.rate * (1 - a.shoals)
			if shoal {
				rate += 3 * a.rate * a.shoals
			}
			if baits[bait] == a.doubled {
				rate *= 2
			}
			if random.Float64() < rate {
				l.Events = append(l.Events,
					logbook.Event{Kind: logbook.Bite, Time: at.Add(12 * time.Second), With: with})
			}
		}
		out = append(out, l)
	}
	return out
}

// share of logs of an angler of which a test is true.
func (a angler) share(t *testing.T, logs int, is func(*Lesson) bool, asked ...logbook.Question) float64 {
	t.Helper()
	n := 0
	for seed := range logs {
		logs := a.logs(uint64(seed))
		logs[0].Trip.Asked = asked
		got, err := Learn(t.Context(), logs, free, nil)
		if err != nil {
			t.Fatal(err)
		}
		if is(got) {
			n++
		}
	}
	return float64(n) / float64(logs)
}

// simulated is how many logs are made up for each figure.
const simulated = 200

// Anglers on whose logs nothing has an effect are told so nine times in ten, with shoals and without; a
// bait that doubles the bites in a third of the casts is found in four logs of five, and with a third
// of the bites where it was asked for beforehand.
func TestSimulatedAnglers(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred made-up logs")
	}
	claims := func(l *Lesson) bool { return len(l.Claims) > 0 }
	finds := func(l *Lesson) bool {
		for _, c := range l.Claims {
			if strings.Contains(c.Words, "bites on the craw 80 mm, ") {
				return true
			}
		}
		return false
	}
	sure := func(l *Lesson) bool { return l.Asked[0].Sure }
	question := logbook.Question{Of: "Bait", Label: "craw 80 mm"}
	for _, shoals := range []float64{0, 0.6} {
		if got := (angler{6, 50, 0.4, "", shoals}).share(t, simulated, claims); got > 0.1 {
			t.Errorf("shoals %g: something is claimed of %.0f %% of the logs of which nothing is true", shoals, 100*got)
		}
		if got := (angler{6, 50, 0.4, "", shoals}).share(t, simulated, sure, question); got > 0.15 {
			t.Errorf("shoals %g: %.0f %% of the questions are answered with what is not so", shoals, 100*got)
		}
	}
	// 300 casts, of which 100 have twice the rate: 120 bites, and 40.
	if got := (angler{6, 50, 0.3, "craw 80 mm", 0}).share(t, simulated, finds); got < 0.8 {
		t.Errorf("it is found in %.0f %% of the logs with 120 bites", 100*got)
	}
	if got := (angler{6, 50, 0.1, "craw 80 mm", 0}).share(t, simulated, sure, question); got < 0.8 {
		t.Errorf("the question is answered in %.0f %% of the logs with 40 bites", 100*got)
	}
}
