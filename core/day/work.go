package day

import (
	"context"
	"fmt"
	"math"
	"slices"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/care"
	"dunvel/core/explore"
	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Hour is how the heads of the ladder do at a spot at a time.
type Hour struct {
	Spot int       `json:"spot"`
	Time time.Time `json:"time"`
	Sure []float64 `json:"sure"` // by head of the ladder, light to heavy
	Pick float64   `json:"pick"` // kg to tie on; 0 where none does it
	Odds float64   `json:"odds"` // of that
	Down bool      `json:"down"` // with the rod held down
	Fits bool      `json:"fits"` // it can be fished so then
}

// Piece is a time through which one head is tied on at a spot.
type Piece struct {
	Spot int       `json:"spot"`
	From time.Time `json:"from"`
	To   time.Time `json:"to"`
	Mass float64   `json:"mass"` // kg; 0 where none does it
	Low  float64   `json:"low"`  // least of its chances
	High float64   `json:"high"` // greatest
}

// Fished is a time through which one of the rods is fished at a spot.
type Fished struct {
	Spot int       `json:"spot"`
	From time.Time `json:"from"`
	To   time.Time `json:"to"`
	Mass float64   `json:"mass"` // kg, of the head on it; 0 where none of those that are taken does it
	Low  float64   `json:"low"`  // s, the least that it counts to the bed or the target; 0 where it is not counted
	High float64   `json:"high"` // s, and the most
	Down bool      `json:"down"` // with the rod held down, at some time
}

// Taken is a head that is to be taken along.
type Taken struct {
	Mass  float64 `json:"mass"`  // kg
	Owned float64 `json:"owned"` // how many there are
	Take  int     `json:"take"`  // how many are enough 9 times in 10
	Hours float64 `json:"hours"` // h that it is fished
	Lost  float64 `json:"lost"`  // how many are expected to be
}

// Worked is the answer to a plan.
type Worked struct {
	Ladder  []float64 `json:"ladder"` // kg, light to heavy
	Pieces  []Piece   `json:"pieces"` // by spot and time, as if every head were there
	Fished  []Fished  `json:"fished"` // by spot and time, with the heads on the rods
	Heads   []Taken   `json:"heads"`  // on the rods, from what is owned where anything is
	Missing []float64 `json:"missing"`
	Covered float64   `json:"covered"` // share of the time in which one of the heads on the rods does it
	Best    float64   `json:"best"`    // and in which any head of the ladder does
	Changes int       `json:"changes"` // from rod to rod
	Words   []string  `json:"words"`

	Care []care.Caution `json:"care"` // what to mind, at all spots together
	Rods []logbook.Rod  `json:"rods"` // as a trip begins with them
	Pack []Packed       `json:"pack"` // what to take along
}

// How finely a day is looked at.
const (
	step = 30 * time.Minute
	// between hours on both sides of a change of heads: tides are known to a quarter of an hour
	closest = 4 * time.Minute
)

// Ladder are the weights of the setups of all spots together, light to heavy.
func (d *Day) Ladder() []float64 {
	var all []float64
	for _, s := range d.Spots {
		all = append(all, s.Setup.Heads...)
	}
	slices.Sort(all)
	return slices.CompactFunc(all, func(a, b float64) bool { return math.Abs(a-b) <= judgement.SameHead.Number*a })
}

// Asked is what a plan is worked out with: where heads are judged in the setup of a spot,
// and how many of a weight there are for it.
type Asked struct {
	Search func(s setup.Setup) explore.Search
	Owned  func(s setup.Setup, mass float64) float64
	// FishFor is how many fish a bait of a setup stands.
	FishFor func(s setup.Setup) float64
	Choice  units.Choice
}

// Work works a day out, and gives each hour to emit as it is known. Errors: setup.Errors,
// those of ctx and of emit.
func (d *Day) Work(ctx context.Context, a Asked, emit func(Hour) error) (*Worked, error) {
	out := &Worked{Ladder: d.Ladder(), Pieces: []Piece{}, Fished: []Fished{}, Heads: []Taken{}, Missing: []float64{},
		Words: []string{}}
	f, err := d.fish(ctx, a, out, emit)
	if err != nil {
		return nil, err
	}
	steadied(f.stretches, f.spans)
	owned := d.owned(a, out.Ladder)
	rods := Choose(f.stretches, owned, d.Spots[0].Setup.Approach.Sure, d.Rods)
	out.Covered, out.Best, out.Changes = rods.Covered, rods.Best, rods.Changes
	out.tieOn(f, rods)
	out.take(f, rods, func(mass float64) float64 { return a.Owned(d.Spots[0].Setup, mass) })
	for i, mass := range out.Ladder {
		if !owned[i] && slices.ContainsFunc(out.Pieces, func(p Piece) bool { return p.Mass == mass }) {
			out.Missing = append(out.Missing, mass)
		}
	}
	out.Words, out.Care = d.words(out, a.Choice), d.cautions(out, f.hours, a.Choice)
	if out.Rods, err = d.rods(out); err != nil {
		return nil, err
	}
	out.Pack = d.pack(out, a)
	return out, nil
}

// fishing is a day by stretches in which the water is taken to stay as it is.
type fishing struct {
	stretches []Stretch
	spans     []Fished // which spot, from when to when, with which head
	hours     []explore.Hour
	losses    []float64 // heads that are likely to be lost in each
}

// fish works every spot through the time that it is fished, and tells which head when.
func (d *Day) fish(ctx context.Context, a Asked, out *Worked, emit func(Hour) error) (fishing, error) {
	var f fishing
	for spot := range d.Spots {
		hours, err := d.through(ctx, a, spot, out.Ladder, emit)
		if err != nil {
			return f, err
		}
		_, end := d.Hours(spot)
		out.Pieces = append(out.Pieces, d.pieces(spot, hours, out.Ladder)...)
		for i, h := range hours {
			until := end
			if i+1 < len(hours) {
				until = d.clockOf(spot, hours[i+1].Time)
			}
			span := Fished{Spot: spot, From: d.clockOf(spot, h.Time), To: until}
			lasts := until.Sub(span.From).Seconds()
			f.stretches, f.spans = append(f.stretches, Stretch{lasts, suiting(h, out.Ladder)}), append(f.spans, span)
			f.losses, f.hours = append(f.losses, expected(h, lasts)), append(f.hours, h)
		}
	}
	return f, nil
}

// owned tells which heads of a ladder are in the box. Of an empty box nothing can be chosen: then
// all are, as they can be bought.
func (d *Day) owned(a Asked, ladder []float64) []bool {
	out := make([]bool, len(ladder))
	for i, mass := range ladder {
		out[i] = a.Owned(d.Spots[0].Setup, mass) > 0
	}
	if !slices.Contains(out, true) {
		for i := range out {
			out[i] = true
		}
	}
	return out
}

// tieOn tells of every stretch which head is tied on.
func (w *Worked) tieOn(f fishing, rods Rods) {
	for i, h := range rods.Use {
		if h >= 0 {
			span, count := &f.spans[i], f.hours[i].Counts[h]
			span.Mass, span.Low, span.High, span.Down = w.Ladder[h], count, count, f.hours[i].Downs[h]
		}
	}
	w.Fished = joined(f.spans)
}

// take tells how many of each head to take along, and for how long each is used.
func (w *Worked) take(f fishing, rods Rods, owned func(mass float64) float64) {
	for _, h := range rods.Heads {
		t := Taken{Mass: w.Ladder[h], Owned: owned(w.Ladder[h])}
		for i, use := range rods.Use {
			if use == h {
				t.Hours += f.stretches[i].Lasts / 3600
				t.Lost += f.losses[i]
			}
		}
		t.Take = 1 + enough(t.Lost, judgement.PackSure.Number)
		w.Heads = append(w.Heads, t)
	}
}

// cautions are those of every spot, with the heaviest head that is fished there; snags are
// those of the hours.
func (d *Day) cautions(w *Worked, hours []explore.Hour, choice units.Choice) []care.Caution {
	most := 0.0
	for _, h := range hours {
		most = max(most, h.Snags)
	}
	all := make([][]care.Caution, len(d.Spots))
	for spot, s := range d.Spots {
		c := care.Case{Setup: s.Setup, Snags: most, Place: s.Name, Tide: d.tide != nil, Sluice: s.Flow.Kind == ByTimes,
			Dark: d.dark(spot)}
		for _, f := range w.Fished {
			if f.Spot == spot {
				c.Mass = max(c.Mass, f.Mass)
			}
		}
		all[spot] = care.Of(c, choice)
	}
	return care.Joined(all...)
}

// dark tells whether a spot is fished before sunrise or after sunset.
func (d *Day) dark(spot int) bool {
	if d.Where == nil {
		return false
	}
	from, to := d.Hours(spot)
	return !almanac.Day(*d.Where, from) || !almanac.Day(*d.Where, to)
}

// through are the hours of a spot.
func (d *Day) through(ctx context.Context, a Asked, spot int, ladder []float64,
	emit func(Hour) error) ([]explore.Hour, error) {
	from, to := d.Hours(spot)
	times := []float64{0}
	for at := from.Add(step); at.Before(to); at = at.Add(step) {
		times = append(times, at.Sub(from).Seconds())
	}
	for _, at := range d.Slacks(spot) {
		times = append(times, at.Sub(from).Seconds())
	}
	times = append(times, to.Sub(from).Seconds())
	slices.Sort(times)
	times = slices.CompactFunc(times, func(a, b float64) bool { return math.Abs(b-a) < closest.Seconds() })
	at := func(time float64) (setup.Setup, error) { return d.At(spot, d.clockOf(spot, time)) }
	return a.Search(d.Spots[spot].Setup).Through(ctx, ladder, times, closest.Seconds(), at, func(h explore.Hour) error {
		out := Hour{Spot: spot, Time: d.clockOf(spot, h.Time), Sure: h.Sure, Fits: h.Fits}
		if h.Pick >= 0 {
			out.Pick, out.Odds, out.Down = ladder[h.Pick], h.Sure[h.Pick], h.Downs[h.Pick]
		}
		return emit(out)
	})
}

// clockOf is the time so many seconds after one comes to a spot.
func (d *Day) clockOf(spot int, after float64) time.Time {
	from, _ := d.Hours(spot)
	return from.Add(seconds(after)).Round(time.Second)
}

// pieces joins hours in which the same head is tied on; a change is half way between the two
// hours on its sides.
func (d *Day) pieces(spot int, hours []explore.Hour, ladder []float64) []Piece {
	var out []Piece
	from, to := d.Hours(spot)
	for i, h := range hours {
		mass, odds := 0.0, 0.0
		if h.Pick >= 0 {
			mass, odds = ladder[h.Pick], h.Sure[h.Pick]
		}
		if n := len(out); n > 0 && out[n-1].Mass == mass {
			out[n-1].Low, out[n-1].High = min(out[n-1].Low, odds), max(out[n-1].High, odds)
		} else {
			at := from
			if n > 0 {
				at = d.clockOf(spot, (hours[i-1].Time+h.Time)/2).Round(time.Minute)
				out[n-1].To = at
			}
			out = append(out, Piece{Spot: spot, From: at, Mass: mass, Low: odds, High: odds})
		}
	}
	if n := len(out); n > 0 {
		out[n-1].To = to
	}
	return out
}

// suiting are the chances of the heads that suit an hour: one that is much heavier than the
// one to tie on does it, and is still not what one would fish.
func suiting(h explore.Hour, ladder []float64) []float64 {
	out := slices.Clone(h.Sure)
	for i := range out {
		if h.Pick >= 0 && ladder[i] > judgement.RodHeavier.Number*ladder[h.Pick] {
			out[i] = 0
		}
	}
	return out
}

// steadied has what does it before and after a few minutes do it in them too: for so short a
// time no rod is changed. Stretches are by spot and time.
func steadied(stretches []Stretch, spans []Fished) {
	for i := 1; i < len(stretches)-1; i++ {
		if stretches[i].Lasts > judgement.RodMinutes.Number || spans[i-1].Spot != spans[i+1].Spot {
			continue
		}
		for h := range stretches[i].Sure {
			stretches[i].Sure[h] = max(stretches[i].Sure[h], min(stretches[i-1].Sure[h], stretches[i+1].Sure[h]))
		}
	}
}

// joined joins neighbours that are fished alike; what lasts nothing is left out.
func joined(spans []Fished) []Fished {
	out := []Fished{}
	for _, s := range spans {
		if n := len(out); n > 0 && out[n-1].Spot == s.Spot && out[n-1].Mass == s.Mass {
			last := &out[n-1]
			last.To, last.Down, last.High = s.To, last.Down || s.Down, max(last.High, s.High)
			if last.Low == 0 || s.Low > 0 && s.Low < last.Low {
				last.Low = s.Low
			}
		} else if s.To.After(s.From) {
			out = append(out, s)
		}
	}
	return out
}

// expected is how many heads are lost in a time that is fished so, on average: by the snag
// index and how many casts there are in it, where not all of it goes on casting.
func expected(h explore.Hour, lasts float64) float64 {
	if h.Cast <= 0 {
		return 0
	}
	return judgement.SnagRate.Number * h.Snags * judgement.CastShare.Number * lasts / h.Cast
}

// enough is how many losses there are at most as surely as wanted, where so many are
// expected (Poisson, 1837).
func enough(expected, wanted float64) int {
	chance := math.Exp(-expected)
	sum, n := chance, 0
	for sum < wanted && n < 1000 {
		n++
		chance *= expected / float64(n)
		sum += chance
	}
	return n
}

// words tells what is fished at each spot, and for how much of the time it does.
func (d *Day) words(w *Worked, choice units.Choice) []string {
	var out []string
	for spot, s := range d.Spots {
		text := s.Name + ":"
		for _, p := range w.Fished {
			if p.Spot != spot {
				continue
			}
			what := "nothing holds"
			if p.Mass > 0 {
				what = choice.Show("mass", p.Mass)
			}
			text += fmt.Sprintf(" %s from %s,", what, p.From.Format("15:04"))
		}
		_, to := d.Hours(spot)
		out = append(out, fmt.Sprintf("%s until %s.", text, to.Format("15:04")))
	}
	switch rods := len(w.Heads); {
	case rods == 0:
		out = append(out, "Nothing that there is does it at any time of the day.")
	case w.Covered >= w.Best-0.005: // to the per cent that is told
		out = append(out, fmt.Sprintf("On %s: %s of the time, as much as any head does.", rodsWord(rods),
			units.Percent(w.Covered)))
	default:
		out = append(out, fmt.Sprintf("On %s: %s of the time, where more heads or rods would do it for %s.",
			rodsWord(rods), units.Percent(w.Covered), units.Percent(w.Best)))
	}
	return out
}

func rodsWord(n int) string {
	if n == 1 {
		return "one rod"
	}
	return fmt.Sprintf("%d rods", n)
}
