package boat

import (
	"math"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/judgement"
)

// part is what of a state something is.
type part int

const (
	depth part = iota
	drift
	wind
	current
	heading
	temperature
	place
	parts
)

// smoothedOver is how long each part is smoothed over, s. A place is where it was last.
var smoothedOver = [parts]float64{
	depth: judgement.DepthOver.Number, drift: judgement.DriftOver.Number, wind: judgement.WindOver.Number,
	current: judgement.DriftOver.Number,
	heading: judgement.HeadingOver.Number, temperature: judgement.WindOver.Number, place: 1,
}

// unsteadyFrom is the relative spread from which a part is unsteady; a heading and a place
// have none.
var unsteadyFrom = [parts]float64{
	depth: judgement.DepthUnsteady.Number, drift: judgement.MotionUnsteady.Number,
	wind:    judgement.MotionUnsteady.Number,
	current: judgement.MotionUnsteady.Number, heading: math.Inf(1), temperature: judgement.DepthUnsteady.Number,
	place: math.Inf(1),
}

// feed is one part as a source has it. Of several kinds of readings that it can be made of
// only the best is, while that is heard.
type feed struct {
	smooth
	rank     int
	ranked   time.Time
	directed bool
}

// better tells whether a reading of a rank is taken, and from then on none of a lower one.
func (f *feed) better(rank int, at time.Time) bool {
	if f.weight > 0 && rank < f.rank && at.Sub(f.ranked).Seconds() < StaleAfter {
		return false
	}
	if f.weight > 0 && rank != f.rank {
		f.smooth = smooth{over: f.over}
	}
	f.rank, f.ranked = rank, at
	return true
}

// heardFrom is where readings come from.
type heardFrom struct {
	name    string
	offsets Offsets
	feeds   [parts]feed
}

// Instruments are all sources of a boat, the one that is believed first at the head. They
// are not safe for concurrent use.
type Instruments struct {
	sources   []*heardFrom
	variation float64 // degrees; 0 until it is told
	now       time.Time
}

// Join adds a source and returns its number.
func (n *Instruments) Join(name string, offsets Offsets) int {
	s := &heardFrom{name: name, offsets: offsets}
	for p := range s.feeds {
		s.feeds[p].over = smoothedOver[p]
	}
	n.sources = append(n.sources, s)
	return len(n.sources) - 1
}

// Take takes a reading of a source at a time, and tells whether it is believed.
func (n *Instruments) Take(from int, r Reading, at time.Time) bool {
	if n.now.Before(at) {
		n.now = at
	}
	at = n.now // a clock that goes back stands still
	s := n.sources[from]
	if !r.Believed() { // before it is mended: 0 stands for no bed
		return false
	}
	if r = s.offsets.mended(r); !r.Believed() {
		return false
	}
	switch r.What {
	case DepthUnderSurface, DepthUnderTransducer:
		rank := 0
		if r.What == DepthUnderSurface {
			rank = 1
		}
		if f := &s.feeds[depth]; f.better(rank, at) {
			f.addSteady(r.Value, at)
		}
	case WaterTemperature:
		s.feeds[temperature].add(r.Value, 0, at)
	case Variation:
		n.variation = r.Value
	case Heading:
		s.turn(1, r.Value, at)
	case MagneticHeading:
		s.turn(0, r.Value+n.variation, at)
	case Place:
		f := &s.feeds[place]
		f.smooth = smooth{over: f.over}
		f.add(r.Value, r.Angle, at)
	case Current:
		s.move(current, 1, r.Value, r.Angle, at)
	case OverGround:
		if math.IsNaN(r.Angle) { // it stands, or nearly: satellites give no course then
			if r.Value >= judgement.Standing.Number {
				return false
			}
			r.Angle = 0
		}
		s.move(drift, 0, r.Value, r.Angle, at)
	case ThroughWater:
		n.throughWater(s, r, at)
	default:
		n.wind(s, r, at)
	}
	return true
}

// turn takes a heading, as a point on a circle.
func (s *heardFrom) turn(rank int, degrees float64, at time.Time) {
	if f := &s.feeds[heading]; f.better(rank, at) {
		east, north := motion(1, degrees)
		f.add(east, north, at)
		f.directed = true
	}
}

// move takes a motion.
func (s *heardFrom) move(p part, rank int, speed, course float64, at time.Time) {
	if f := &s.feeds[p]; f.better(rank, at) {
		east, north := motion(speed, course)
		f.add(east, north, at)
		f.directed = true
	}
}

// throughWater takes a speed through the water: what the boat does over the ground beside
// it is the current.
func (n *Instruments) throughWater(s *heardFrom, r Reading, at time.Time) {
	over, along := n.live(drift, at), n.live(heading, at)
	if math.Abs(r.Value) < judgement.LogFrom.Number || over == nil {
		return
	}
	bow := r.Angle
	if math.IsNaN(bow) {
		if along == nil {
			return
		}
		bow = Course(along.mean())
	}
	if f := &s.feeds[current]; f.better(0, at) {
		east, north := over.nowX, over.nowY
		ownEast, ownNorth := motion(r.Value, bow)
		f.add(east-ownEast, north-ownNorth, at)
		f.directed = true
	}
}

// wind takes a wind as it was measured: over the ground, or off the bow of a boat that
// moves. Without a heading no more than its speed is known, which is that over the ground
// only while the boat drifts.
func (n *Instruments) wind(s *heardFrom, r Reading, at time.Time) {
	f := &s.feeds[wind]
	if r.What == TrueWind {
		if f.better(3, at) {
			east, north := motion(r.Value, r.Angle+180)
			f.add(east, north, at)
			f.directed = true
		}
		return
	}
	along := n.live(heading, at)
	if along == nil || math.IsNaN(r.Angle) {
		if f.better(0, at) {
			f.add(r.Value, 0, at)
			f.directed = false
		}
		return
	}
	east, north := motion(r.Value, Course(along.mean())+r.Angle+180)
	rank := 2
	if r.What == ApparentWind { // the air passes the boat, which moves itself
		rank = 1
		if over := n.live(drift, at); over != nil {
			east, north = east+over.nowX, north+over.nowY // as it moves now: both are smoothed together
		}
	}
	if f.better(rank, at) {
		f.add(east, north, at)
		f.directed = true
	}
}

// live is the feed of a part that is used at a time; nil where none is heard.
func (n *Instruments) live(p part, at time.Time) *feed {
	f, _ := n.pick(p, at)
	if f == nil || at.Sub(f.last).Seconds() >= StaleAfter {
		return nil
	}
	return f
}

// pick is the first source that a part is heard of, or the one from which it was last.
func (n *Instruments) pick(p part, at time.Time) (*feed, *heardFrom) {
	var best *heardFrom
	for _, s := range n.sources {
		f := &s.feeds[p]
		switch {
		case f.weight == 0:
		case at.Sub(f.last).Seconds() < StaleAfter:
			return f, s
		case best == nil || f.last.After(best.feeds[p].last):
			best = s
		}
	}
	if best == nil {
		return nil, nil
	}
	return &best.feeds[p], best
}

// State is what is known at a time.
func (n *Instruments) State(at time.Time) State {
	if at.Before(n.now) {
		at = n.now
	}
	out := State{
		Time: at, Depth: n.part(depth, at), Drift: n.part(drift, at), Wind: n.part(wind, at),
		Current: n.part(current, at),
		Heading: n.part(heading, at), Temperature: n.part(temperature, at),
	}
	if f, s := n.pick(place, at); f != nil {
		latitude, longitude := f.mean()
		out.Place = &Fix{almanac.Position{Latitude: latitude, Longitude: longitude}, heard(f, s, place, at)}
	}
	return out
}

func (n *Instruments) part(p part, at time.Time) *Part {
	f, s := n.pick(p, at)
	if f == nil {
		return nil
	}
	out := read(f, p)
	out.Heard = heard(f, s, p, at)
	for _, other := range n.sources {
		o := &other.feeds[p]
		if other == s || o.weight == 0 || out.Quality == Stale || at.Sub(o.last).Seconds() >= StaleAfter {
			continue
		}
		if theirs := read(o, p); differ(p, out, theirs) {
			out.Differs = &Differing{other.name, theirs.Value, theirs.Course}
			break
		}
	}
	return out
}

// read is a feed as it is told.
func read(f *feed, p part) *Part {
	x, y := f.mean()
	out := &Part{Value: x, Spread: f.spread()}
	switch {
	case p == heading:
		out.Course, out.Directed, out.Spread = Course(x, y), true, 0
		out.Value = out.Course
	case f.directed:
		out.Value, out.Course, out.Directed = math.Hypot(x, y), Course(x, y), true
	}
	return out
}

func heard(f *feed, s *heardFrom, p part, at time.Time) Heard {
	out := Heard{Age: max(at.Sub(f.last).Seconds(), 0), Quality: Steady, Source: s.name}
	switch {
	case out.Stale():
		out.Quality = Stale
	case p != place && !f.settled():
		out.Quality = Settling
	case f.spread() > unsteadyFrom[p]:
		out.Quality = Unsteady
	}
	return out
}

// differ tells whether two sources are not of one mind about a part.
func differ(p part, a, b *Part) bool {
	off := math.Abs(a.Value - b.Value)
	share := off / max(a.Value, b.Value, 1e-9)
	switch p {
	case depth:
		return off > judgement.DiffersDepth.Number && share > judgement.DepthUnsteady.Number
	case wind:
		return off > judgement.DiffersWind.Number && share > judgement.DiffersShare.Number
	case temperature:
		return off > judgement.DiffersTemperature.Number
	case heading:
		return apart(a.Course, b.Course) > judgement.DiffersHeading.Number
	}
	east, north := motion(a.Value, a.Course)
	theirEast, theirNorth := motion(b.Value, b.Course)
	off = math.Hypot(east-theirEast, north-theirNorth)
	return off > judgement.DiffersDrift.Number && off > judgement.DiffersShare.Number*max(a.Value, b.Value)
}
