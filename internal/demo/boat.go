package demo

import (
	"fmt"
	"math"
	"math/rand/v2"
	"time"

	"dunvel/core/boat"
	"dunvel/core/catalogue"
	"dunvel/core/day"
	"dunvel/core/water"
	"dunvel/internal/nmea"

	"gonum.org/v1/gonum/spatial/r3"
)

// Boat is the open skiff "Tern", which drifts over The Sill with the tide of the made-up
// station, in gusts and over a bed that shelves to the north, and motors back when it has
// drifted too far. Its instruments are noisy, and fail now and then. It is the same every
// time for its seed and its start.
type Boat struct {
	random *rand.Rand
	at     time.Time

	east, north float64 // m from The Sill
	gust        float64 // m/s over the mean wind
	back        bool    // under way
	lost        int     // s for which the sounder does not find the bed
	second      int
	day         *day.Day

	looked  time.Time // at the tide
	current r3.Vec    // to the east and to the north
	sill    float64   // how deep The Sill is, m
}

// What the drift is like.
const (
	windMean   = 3.0 // m/s
	windFrom   = 250.0
	gusts      = 0.9  // m/s, standard deviation
	gustLasts  = 25.0 // s
	fishedFor  = 450.0
	backAt     = 3.5   // m/s
	shelves    = 0.012 // m deeper for each m to the north
	variation  = -4.0
	sounderAt  = 0.4 // m under the surface
	lostOnceIn = 240 // s
	badOnceIn  = 90  // sentences
)

// NewBoat is the boat at The Sill at a time.
func NewBoat(start time.Time, seed uint64) *Boat {
	return &Boat{random: rand.New(rand.NewPCG(seed, 4)), at: start.UTC()}
}

// tideEvery is how often the tide is looked at.
const tideEvery = 30 * time.Second

// look looks at the tide, if it is time to.
func (b *Boat) look() {
	if b.at.Sub(b.looked) < tideEvery {
		return
	}
	b.looked = b.at
	if date := b.at.Format(time.DateOnly); b.day == nil || b.day.Date != date {
		plan := Plans()[0].Plan
		plan.Date = date
		open, err := plan.Open(nil)
		if err != nil {
			panic(err) // the scenario's own plan can be opened on any day
		}
		b.day = open
	}
	s, err := b.day.At(0, b.at)
	if err != nil {
		panic(err)
	}
	// The plan's casts go north: what runs away from the rod runs there.
	sin, cos := math.Sincos(s.Flow.Direction * math.Pi / 180)
	b.current, b.sill = r3.Vec{X: -s.Flow.Speed * sin, Y: s.Flow.Speed * cos}, s.Water.Depth
}

// Next is a second of its life: what its instruments send.
func (b *Boat) Next() []nmea.Sentence {
	b.look()
	keep := math.Exp(-1 / gustLasts)
	b.gust = b.gust*keep + gusts*math.Sqrt(1-keep*keep)*b.random.NormFloat64()
	sin, cos := math.Sincos((windFrom + 180) * math.Pi / 180)
	wind := r3.Scale(max(windMean+b.gust, 0), r3.Vec{X: sin, Y: cos})
	over, bow := water.Drift(b.current, wind, catalogue.BoatOf(catalogue.Skiff).Leeway.Number), windFrom+90
	if math.Abs(b.north) > fishedFor {
		b.back = true
	}
	if b.back { // to where the drift begins
		to := r3.Vec{X: -b.east, Y: -math.Copysign(fishedFor/2, over.Y) - b.north}
		if r3.Norm(to) < 2*backAt {
			b.back = false
		} else {
			over = r3.Scale(backAt/r3.Norm(to), to)
			bow = boat.Course(over.X, over.Y)
		}
	}
	b.east, b.north = b.east+over.X, b.north+over.Y
	out := b.sentences(over, r3.Sub(wind, over), r3.Sub(over, b.current), bow, b.deep())
	b.at = b.at.Add(time.Second)
	b.second++
	for i := range out {
		if b.random.IntN(badOnceIn) == 0 && len(out[i].Fields) > 1 {
			out[i].Fields = out[i].Fields[:1] // cut off
		}
	}
	return out
}

// deep is how deep it is under the boat, m.
func (b *Boat) deep() float64 {
	rocks := 0.5*math.Sin(b.north/17) + 0.4*math.Sin(b.east/11+b.north/29)
	return max(b.sill+shelves*b.north+rocks, 3)
}

func (b *Boat) sentences(over, apparent, through r3.Vec, bow, deep float64) []nmea.Sentence {
	noise := func(sd float64) float64 { return sd * b.random.NormFloat64() }
	number := func(v float64) string { return fmt.Sprintf("%.1f", v) }
	if b.lost > 0 {
		b.lost--
	} else if b.random.IntN(lostOnceIn) == 0 {
		b.lost = 15
	}
	depth := fmt.Sprintf("%.2f", deep-sounderAt+noise(0.08))
	if b.lost > 0 {
		depth = "0.00"
	}
	const knot = 1852.0 / 3600
	seen := r3.Add(over, r3.Vec{X: noise(0.04), Y: noise(0.04)})
	off := boat.Turn(boat.Course(-apparent.X, -apparent.Y) - bow + noise(4))
	latitude, longitude := b.Position()
	out := []nmea.Sentence{
		{Talker: "GP", Kind: "RMC", Fields: []string{
			b.at.Format("150405"), "A", angle(latitude, 2), side(latitude, "N", "S"), angle(longitude, 3),
			side(longitude, "E", "W"),
			fmt.Sprintf("%.2f", r3.Norm(seen)/knot), number(boat.Course(seen.X, seen.Y)), b.at.Format("020106"),
			number(-variation), "W", "A",
		}},
		{Talker: "SD", Kind: "DPT", Fields: []string{depth, number(sounderAt)}},
		{Talker: "HC", Kind: "HDG", Fields: []string{number(boat.Turn(bow - variation + noise(2))), "", "",
			number(-variation), "W"}},
		{Talker: "WI", Kind: "MWV", Fields: []string{
			number(off), "R", number((r3.Norm(apparent) + noise(0.2)) / knot), "N", "A"}},
	}
	if b.second%5 == 0 {
		out = append(out, nmea.Sentence{Talker: "YX", Kind: "MTW", Fields: []string{number(10.4 + noise(0.05)), "C"}},
			nmea.Sentence{Talker: "VW", Kind: "VHW", Fields: []string{number(boat.Turn(bow)), "T", "", "M",
				number(max(r3.Norm(through), 0) / knot), "N", "", "K"}})
	}
	if b.second%3 == 0 {
		out = append(out, nmea.Sentence{Talker: "VD", Kind: "VDR", Fields: []string{
			number(boat.Turn(boat.Course(b.current.X, b.current.Y) + noise(3))), "T", "", "M",
			fmt.Sprintf("%.2f", max(r3.Norm(b.current)+noise(0.02), 0)/knot), "N",
		}})
	}
	return out
}

// Position is where it is, degrees.
func (b *Boat) Position() (latitude, longitude float64) {
	sill := places["The Sill"]
	const degree = 111195.0 // m, of a sphere of 6371 km
	return sill.North + b.north/degree, sill.East + b.east/degree/math.Cos(sill.North*math.Pi/180)
}

// angle is an angle as DDMM.MMMM, with so many digits of degrees.
func angle(v float64, digits int) string {
	whole, rest := math.Modf(math.Abs(v))
	return fmt.Sprintf("%0*d%07.4f", digits, int(whole), min(rest*60, 59.9999))
}

func side(v float64, plus, minus string) string {
	if v < 0 {
		return minus
	}
	return plus
}
