package explore

import (
	"context"
	"math"
	"slices"

	"dunvel/core/explore/known"
	"dunvel/core/judge/choose"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Hour is how the heads of a ladder do at a time.
type Hour struct {
	Time   float64   // s, by whatever clock was asked with
	Sure   []float64 // by head, light to heavy
	Counts []float64 // s to the bed or the target, by head; 0 where it is not counted
	Downs  []bool    // with the rod held down, by head
	Pick   int       // which of them to tie on, -1 for none
	Fits   bool      // it can be fished so then at all
	Snags  float64   // snag index of the pick
	Cast   float64   // s that a cast with it takes; 0 where that is not known
}

// Through judges the heads of a ladder, light to heavy, at some times, in order, in the water
// that there is then; and where two neighbours differ in what is tied on, between them,
// until they are no further apart than closest. Each hour is handed to emit as it is known.
// It ends early with the error of ctx or of emit.
func (x Search) Through(ctx context.Context, masses []float64, times []float64, closest float64,
	at func(time float64) (setup.Setup, error), emit func(Hour) error) ([]Hour, error) {
	t := through{same: map[known.Site]Hour{}, search: x, masses: masses, at: at,
		known: known.New(x.Bench, rungBeside, hoursAlike)}
	var out []Hour
	look := func(time float64, between ...Hour) (Hour, error) {
		h, err := t.hour(ctx, time, between)
		if err == nil {
			err = emit(h)
		}
		return h, err
	}
	for _, time := range times {
		h, err := look(time)
		if err != nil {
			return nil, err
		}
		out = append(out, h)
	}
	for i := 1; i < len(out); {
		a, b := out[i-1], out[i]
		if a.Pick == b.Pick && a.Fits == b.Fits || b.Time-a.Time <= closest {
			i++
			continue
		}
		h, err := look((a.Time+b.Time)/2, a, b)
		if err != nil {
			return nil, err
		}
		out = slices.Insert(out, i, h)
	}
	return out, nil
}

type through struct {
	search Search
	masses []float64
	at     func(time float64) (setup.Setup, error)
	known  *known.Heads        // heads of the hours before
	same   map[known.Site]Hour // hours of which all heads were looked at: water that stays as it is is looked at once
}

// among are the heads that one is tied on of between two times: those that are at either,
// and the ones beside them. All of them are where none is at one of the two.
func (t *through) among(between []Hour) (from, to int) {
	if len(between) < 2 || !between[0].Fits || !between[1].Fits || between[0].Pick < 0 || between[1].Pick < 0 {
		return 0, len(t.masses)
	}
	low, high := min(between[0].Pick, between[1].Pick), max(between[0].Pick, between[1].Pick)
	return max(low-1, 0), min(high+2, len(t.masses))
}

// hour judges the heads at a time, like those of times at which the water was like it:
// between two hours that are known those that may be tied on, and the others are taken to be
// half way between what they are at both.
func (t *through) hour(ctx context.Context, time float64, between []Hour) (Hour, error) {
	n := len(t.masses)
	from, to := t.among(between)
	out := Hour{Time: time, Pick: -1, Sure: make([]float64, n), Counts: make([]float64, n), Downs: make([]bool, n)}
	s, err := t.at(time)
	if err != nil {
		return out, err
	}
	for i := range out.Sure {
		if i < from || i >= to {
			a, b := between[0], between[1]
			out.Sure[i], out.Counts[i], out.Downs[i] = (a.Sure[i]+b.Sure[i])/2, (a.Counts[i]+b.Counts[i])/2,
				a.Downs[i] || b.Downs[i]
		}
	}
	place := siteOf(s)
	if h, ok := t.same[place]; ok {
		h.Time = time
		return h, nil
	}
	s.Heads = t.masses[from:to]
	here, err := t.search.Situate(s)
	if ok, other := Sensible(err); !ok {
		return out, other
	}
	out.Fits = true
	w := window{Choice: choose.Choice{Pick: -1}}
	if w.heads, err = w.judge(ctx, here, s.Heads, manner{by: t.known.Aside(place)}); err != nil {
		return out, err
	}
	t.known.Learn()
	choice, err := choose.Choose(ctx, t.search.Bench.Judge, here, w.heads)
	if err != nil {
		return out, err
	}
	for i, h := range w.heads {
		if out.Sure[from+i], out.Downs[from+i] = h.Sure, h.Handling.Down; h.Fall.Outcome == trial.Reached {
			out.Counts[from+i] = h.Fall.Time
		}
	}
	if choice.Pick >= 0 {
		h := &w.heads[choice.Pick]
		out.Pick = from + choice.Pick
		out.Snags, out.Cast = h.Snags, h.Fall.CastTime
	}
	if to-from == n {
		t.same[place] = out
	}
	return out, nil
}

// hoursAlike is how far apart in depth, current and wind hours may be of which one tells of
// another: closer than on a map, where two things change and not five. Over nine days of a tide
// chances are 0.012 off those of heads judged on their own then, the worst 0.15 (at 0.35, a sixth of the work less,
// 0.016 and 0.38, and picks of a drifting boat went up, down and up again as the tide got up).
const hoursAlike = 0.25

// siteOf is a place by what changes through a day: the depth, and where current and wind go
// and how fast, over a little, for they may stand.
func siteOf(s setup.Setup) known.Site {
	const current, wind = 0.1, 1.0 // m/s
	way := func(speed, over, degrees float64) (x, y float64) {
		sin, cos := math.Sincos(degrees * math.Pi / 180)
		far := math.Log(1 + speed/over)
		return far * cos, far * sin
	}
	out := known.Site{math.Log(max(s.Water.Depth, 0.1))}
	out[1], out[2] = way(s.Flow.Speed, current, s.Flow.Direction)
	out[3], out[4] = way(s.Wind.Speed, wind, s.Wind.Direction)
	return out
}
