package advice

import (
	"fmt"
	"math"
	"runtime"
	"slices"

	"dunvel/core/spread"

	"golang.org/x/sync/errgroup"
)

// Over how many cases a probability is counted: for an answer, and where it is
// only looked whether one is near.
const (
	samplePoints = 256
	fewerPoints  = 64
)

// Range is what a number lies in four times in five.
type Range struct {
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// Ranges of a head's numbers.
type Ranges struct {
	Time    Range `json:"time"`    // s to the target
	LineOut Range `json:"lineOut"` // m then
	Speed   Range `json:"speed"`   // m/s down
	Margin  Range `json:"margin"`  // of contact
	Back    Range `json:"back"`    // s, where it is lifted and dropped
}

// doubts are what the unknowns of a situation do to some of its heads. Those
// between take what lies between.
type doubts struct {
	of     []bool // which of unknowns
	sample [][]float64
	masses []float64 // rising
	shifts [][]spread.Shift
}

// certain is no doubt about anything.
var certain = &doubts{sample: [][]float64{nil}}

// mostShift bounds what an unknown may do to the logarithm of a reading, so
// that one that no longer comes down at all stays a number.
const mostShift = 1.5

// doubt looks at what the unknowns do to heads of the masses, for probabilities
// counted over so many points.
func (at *situation) doubt(masses []float64, points int) (*doubts, error) {
	matter, sd := unsure(at.setup)
	d := &doubts{of: which(at.setup), sample: spread.Sample(points, len(matter)), masses: masses}
	for range masses {
		d.shifts = append(d.shifts, make([]spread.Shift, len(matter)))
	}
	// As things are taken to be, then every unknown up, then those down that
	// are looked at on both sides.
	type look struct {
		at   *situation
		into func(head int) *[]float64
	}
	still := *at
	still.rough, still.tried = true, true
	centres := make([][]float64, len(masses))
	looks := []look{{&still, func(head int) *[]float64 { return &centres[head] }}}
	for i, u := range matter {
		for _, z := range []float64{spread.Reach, -spread.Reach} {
			if z < 0 && !u.both {
				continue
			}
			other, err := at.moved(u, sd[i], z)
			if err != nil {
				return nil, err
			}
			looks = append(looks, look{other, func(head int) *[]float64 {
				if z < 0 {
					return &d.shifts[head][i].Down
				}
				return &d.shifts[head][i].Up
			}})
		}
	}
	var work errgroup.Group
	work.SetLimit(runtime.GOMAXPROCS(0))
	for _, l := range looks {
		for k, mass := range masses {
			work.Go(func() error {
				h, err := l.at.head(mass)
				if err == nil {
					*l.into(k) = l.at.read(&h)
				}
				return err
			})
		}
	}
	if err := work.Wait(); err != nil {
		return nil, err
	}
	for k, shifts := range d.shifts {
		for i := range shifts {
			up, down := shifts[i].Up, shifts[i].Down
			subtract(up, centres[k])
			subtract(down, centres[k])
			if down == nil && up[readTime] == mostShift {
				// That it does not come down at all on one side says nothing of
				// the other.
				shifts[i].Down = make([]float64, len(up))
			}
		}
	}
	return d, nil
}

// subtract turns a reading into what differs from another; where one of the two
// did not arrive their tracks are said not to differ.
func subtract(r, other reading) {
	both := r != nil && r.arrived() && other.arrived()
	for i := range r {
		switch {
		case i < readTrack:
			r[i] = min(max(r[i]-other[i], -mostShift), mostShift)
		case both:
			r[i] -= other[i]
		default:
			r[i] = 0
		}
	}
}

// near is what the unknowns do to a head of the mass.
func (d *doubts) near(mass float64) []spread.Shift {
	i, _ := slices.BinarySearch(d.masses, mass)
	switch {
	case len(d.masses) == 0:
		return nil
	case i == 0:
		return d.shifts[0]
	case i == len(d.masses):
		return d.shifts[i-1]
	}
	low, high := math.Max(d.masses[i-1], 1e-5), d.masses[i]
	return spread.Between(d.shifts[i-1], d.shifts[i], math.Log(mass/low)/math.Log(high/low))
}

// deciding are the masses of those heads that decide the choice: around where
// as things are taken to be one does it and its neighbour does not, or around
// the one that lacks least.
func (at *situation) deciding(heads []Head) []float64 {
	_, high := at.band()
	var around []int
	does := func(i int) bool { return heads[i].lacks <= 0 }
	best := 0
	for i := range heads {
		if heads[i].lacks < heads[best].lacks {
			best = i
		}
		switch {
		case i > 0 && does(i) && !does(i-1):
			around = append(around, i, i+1)
		case i > 0 && !does(i) && does(i-1):
			around = append(around, i-1, i)
		}
	}
	if around == nil {
		around = []int{best, best + 1}
	}
	for i, h := range heads {
		// A bait that drags some of the way tells little of one that swims.
		if h.Swim.Height > 0.1*high && h.Swim.Height < 1.3*high {
			around = append(around, i-1, i, i+1)
		}
	}
	slices.Sort(around)
	var masses []float64
	for _, i := range slices.Compact(around) {
		if i >= 0 && i < len(heads) && heads[i].Fall.Outcome == Reached {
			masses = append(masses, heads[i].Mass)
		}
	}
	return masses
}

// judge sets how sure a head does it, its ranges, its verdict and the reason.
func (at *situation) judge(h *Head, d *doubts) { at.judgeReading(h, at.read(h), d) }

// judgeReading judges a head by a reading that stands for it.
func (at *situation) judgeReading(h *Head, r reading, d *doubts) {
	musts := at.school().musts
	h.lacks = at.shortfall(r)
	met, all := make([]int, len(musts)), 0
	var ranges [readTrack][]float64
	if h.Fall.Outcome == Reached {
		shifts := d.near(h.Mass)
		for k := range ranges {
			ranges[k] = make([]float64, 0, len(d.sample))
		}
		var sampled reading
		free := make(reading, len(r))
		for _, z := range d.sample {
			sampled = at.sampled(r, shifts, z, sampled, free)
			does := true
			for i, m := range musts {
				if m.miss(at, sampled) <= 0 {
					met[i]++
				} else {
					does = false
				}
			}
			if does {
				all++
			}
			for k := range ranges {
				ranges[k] = append(ranges[k], sampled.value(k))
			}
		}
		h.Sure = float64(all) / float64(len(d.sample))
		h.Ranges = Ranges{
			Time: rangeOf(ranges[readTime]), LineOut: rangeOf(ranges[readOut]), Speed: rangeOf(ranges[readSpeed]),
			Margin: rangeOf(ranges[readLift]).from(1), Back: rangeOf(ranges[readBack]),
		}
	}
	h.short = h.lacks
	limited, least := -1, 1.0
	for i, l := range limits {
		miss := l.miss(at, h)
		kept := l.kept(at, miss)
		h.short += max(miss, 0)
		if h.Sure *= kept; kept < least {
			limited, least = i, kept
		}
	}
	h.Verdict = at.verdict(h.Sure)
	if limited >= 0 && h.Verdict != Does && h.Fall.Outcome == Reached && least < float64(slices.Min(met))/float64(len(d.sample)) {
		h.Reason = limits[limited].says(at, h)
		if h.Sure >= 0.1 {
			h.Reason += ", " + spread.Odds(h.Sure) + " that it does"
		}
		return
	}
	at.reason(h, r, met)
}

// hands are how far the hand corrects a retrieve, as shares of Reach, the least
// first.
var hands = []float64{0, 0.5, -0.5, 1, -1}

// sampled is the reading where the unknowns are z. What the hand corrects,
// which is the last of them, is set as suits best; free is room for a reading.
func (at *situation) sampled(r reading, shifts []spread.Shift, z []float64, into, free reading) reading {
	if hand.spread(at.setup) == 0 || len(shifts) == 0 {
		return at.above(spread.At(r, shifts, z, into))
	}
	last := len(shifts) - 1
	into = spread.At(r, shifts[:last], z, into)
	copy(free, into)
	best, least := 0.0, math.Inf(1)
	for _, share := range hands {
		copy(into, free)
		shifts[last].Add(share*spread.Reach, into)
		miss := swims.miss(at, at.above(into))
		if miss <= 0 {
			return into
		}
		if miss < least {
			best, least = share, miss
		}
	}
	copy(into, free)
	shifts[last].Add(best*spread.Reach, into)
	return at.above(into)
}

// above keeps the track of a reading out of the bed.
func (at *situation) above(r reading) reading {
	if at.onBed {
		for i, height := range r.track() {
			r.track()[i] = max(height, 0)
		}
	}
	return r
}

func (at *situation) verdict(sure float64) Verdict {
	switch wanted := at.setup.Approach.Sure; {
	case sure >= wanted:
		return Does
	case sure > 1-wanted:
		return Perhaps
	}
	return No
}

// reason says why a head is in or out: by what it most likely misses.
func (at *situation) reason(h *Head, r reading, met []int) {
	musts := at.school().musts
	worst := -1
	for i, m := range musts {
		missed := m.miss(at, r) > 0
		switch {
		case worst < 0, met[i] < met[worst]:
			worst = i
		case met[i] == met[worst] && missed && musts[worst].miss(at, r) <= 0:
			worst = i
		}
	}
	m := musts[worst]
	switch {
	case h.Verdict == Does:
		h.Reason = at.school().does(at, h)
	case m.miss(at, r) > 0:
		h.Reason = m.says(at, h)
		if h.Sure >= 0.1 {
			h.Reason += ", " + spread.Odds(h.Sure) + " that it does"
		}
	default:
		fact := at.school().does(at, h)
		if m.fact != nil {
			fact = m.fact(at, h)
		}
		h.Reason = fmt.Sprintf("%s, but only %s to %s", fact, spread.Odds(h.Sure), m.goal(at))
	}
}

func rangeOf(values []float64) Range {
	low, high := spread.Range(values)
	return Range{low, high}
}

// from is the range of what is left of a whole.
func (r Range) from(whole float64) Range { return Range{max(whole-r.High, 0), max(whole-r.Low, 0)} }
