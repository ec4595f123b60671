package mechanics

import (
	"context"
	"math"
	"slices"
	"sync"

	"gonum.org/v1/gonum/spatial/r3"
)

// Time goes on by a two-stage singly diagonally implicit Runge-Kutta method of
// second order that damps what is stiff (Alexander, 1977). Every number here
// is a matter of numerics only: finer ones change no answer by half a per cent
// (tested).
const (
	gamma = 1 - 1/math.Sqrt2

	afterTouch  = 0.1  // s, of the step after a body has come to the bed
	blow        = 0.02 // s that a step is to be no longer than in which something comes to the bed again
	shortest    = 1e-5 // s
	longest     = 5    // s, or as long as it takes to reel in
	reeledMost  = 2    // m of line, where that is longer
	growth      = 2.2  // of a step over the last, at most,
	wary        = 1.2  // and after one that was not solved, which then grows as much from step to step
	landing     = 1e-3 // m over the bed at which a body has landed
	splash      = 0.02 // m under the surface where the end body starts
	mostSteps   = 4000
	mostWork    = 600_000 // nodes times rounds of Newton's method: about half a second
	mostNodes   = 160     // at any resolution
	roomForMore = 2
	atDepth     = 5e-3 // m, to which a depth is come to
	nearDown    = 0.05 // m from which on something that is about to come down may as well not
	stepsAsked  = 64   // after so many it is asked whether anybody still waits
)

// resolution is how finely a drop is resolved.
type resolution struct {
	nodes    float64 // of the line that a fall takes, to begin with
	crowd    int     // of them past which every second one goes, as line goes out
	wind     float64 // m/s from which on it takes as many more, twice as many at most: what blows in the air bends it more
	fine     float64 // spacing at the end of the line over that far up it
	grade    float64 // growth of the spacing with the distance from the end
	miss     float64 // m that the two stages of a step are to differ in what they make of it,
	again    float64 // and from which on it is taken again, where nothing is on the bed and no wave goes by
	waves    float64 // steps over each wave of a swell, at least,
	unreeled float64 // and of what falls or lies, if only places are asked for
	first    float64 // s, of the first step, and of that after a hand does something else
	// straight is how much longer, m, the way over the node next to the rod tip may be than past it, for the node to be
	// taken off before it is reeled in; 0: it never is.
	straight float64
	until    settled // when each of the two stages is solved,
	// and where nothing slides while the body that is followed is off the bed: where it goes hardly hangs on tensions;
	offBed settled
	// and while it lies there, if only places are asked for
	placed settled
	// film is how far over and under the surface a line turns from wet to dry, m: one that lies on it is the harder
	// to solve the thinner it is.
	film float64
}

var (
	usual = resolution{nodes: 28, crowd: 72, wind: math.Inf(1), fine: 0.3, grade: 0.15, miss: 0.08, again: 0.08, waves: 20, unreeled: 20,
		first:  0.1,
		until:  settled{place: 3e-4, pulls: 0.01, loose: 1e-6, most: 25},
		offBed: settled{place: 3e-3, pulls: 0.05, loose: 1e-5, most: 25},
		placed: settled{place: 3e-4, pulls: 0.01, loose: 1e-6, most: 25}, film: 0.01}
	rough = resolution{nodes: 6, crowd: 40, wind: 2.5, fine: 0.2, grade: 0.35, miss: 0.4, again: 0.8, waves: 10, unreeled: 6,
		first: 0.3, straight: 0.01,
		until:  settled{place: 3e-3, pulls: 0.05, loose: 3e-5, most: 12},
		offBed: settled{place: 0.05, pulls: 0.3, loose: 3e-5, most: 12},
		placed: settled{place: 0.02, pulls: 0.3, loose: 3e-5, most: 12}, film: 0.05}
	fair = resolution{nodes: 14, crowd: 48, wind: 2.5, fine: 0.3, grade: 0.15, miss: 0.15, again: 0.2, waves: 20, unreeled: 20,
		first:  0.2,
		until:  settled{place: 1e-3, pulls: 0.02, loose: 1e-5, most: 25},
		offBed: settled{place: 0.02, pulls: 0.1, loose: 1e-5, most: 25},
		placed: settled{place: 3e-3, pulls: 0.1, loose: 1e-5, most: 25}, film: 0.02}
	finer = resolution{nodes: 48, crowd: mostNodes, wind: math.Inf(1), fine: 0.3, grade: 0.15, miss: 0.04, again: 0.04, waves: 32, unreeled: 32,
		first:  0.1,
		until:  settled{place: 3e-4, pulls: 0.01, loose: 1e-6, most: 25},
		offBed: settled{place: 3e-4, pulls: 0.01, loose: 1e-6, most: 25},
		placed: settled{place: 3e-4, pulls: 0.01, loose: 1e-6, most: 25}, film: 0.01}
)

var resolutions = map[Grain]resolution{Usual: usual, Fair: fair, Rough: rough, Fine: finer}

// sim is one drop under way.
type sim struct {
	chain
	resolution
	d     Drop
	keep  Detail
	track *Track

	time    float64
	phase   int
	began   float64 // when the phase did
	tipBase r3.Vec  // where the rod tip was against the boat when the phase began
	spacing float64 // of nodes far up the line, m
	step    float64 // the next one, s
	grows   float64 // that may be as many times as long as the last
	longest float64 // that a step may be, s
	runOut  float64 // m/s
	onBed   float64 // s that the body that is followed was on the bed after its touch
	hop     hop     // its way off the bed that is under way
	stride  int     // every so manyth step is kept as a frame
	taken   int     // steps

	bodyOnly bool // frames tell nothing of the line

	stages       float64   // share of a step that its last stage is
	middle, next []r3.Vec  // places after the first stage and after the step
	base, from   []r3.Vec  // of the second stage
	pull         []float64 // tensions in the making
	points       []r3.Vec  // room for the lines of frames to come
	bench        *bench    // what of all this it gives back
}

// room is for how many nodes there is room.
const room = mostNodes + roomForMore

// Most drops have so many frames, and room for more of them, and for their lines, is made as it is needed.
const (
	firstFrames = 24
	linesAtOnce = 8
)

// bench is what a drop needs while it is worked out; drops take turns with it.
type bench struct {
	solving
	pos, vel, base, middle, next, from []r3.Vec
	at, tension, pull                  []float64
	body                               []int
}

var benches = sync.Pool{New: func() any {
	const own = 7
	vectors, blocks, numbers := make([]r3.Vec, (own+mostRunners)*room), make([]block, 3*room), make([]float64, 3*room)
	part := func(k int) []r3.Vec { return vectors[k*room : (k+1)*room : (k+1)*room] }
	columns := make([][]r3.Vec, mostRunners)
	for k := range columns {
		columns[k] = part(own + k)
	}
	return &bench{
		solving: solving{
			diagonal: blocks[:room], below: blocks[room : 2*room], above: blocks[2*room:],
			force: part(0), links: make([]link, room), columns: columns,
		},
		pos: part(1), vel: part(2), base: part(3), middle: part(4), next: part(5), from: part(6),
		at: numbers[:room:room], tension: numbers[room : 2*room : 2*room], pull: numbers[2*room:],
		body: make([]int, room),
	}
}}

// newSim is a drop on a bench of its own, until it leaves it.
func newSim(s *Scene, d Drop, keep Detail, fine resolution) *sim {
	m := &sim{
		resolution: fine, d: d, keep: keep, stride: 1, step: fine.first, grows: growth, longest: longest,
		track: &Track{Touches: make([]Touch, len(d.Rig.Bodies)), Key: d.Rig.Key},
		bench: benches.Get().(*bench),
	}
	if s.Swell.Moves() {
		m.longest = s.Swell.Period() / fine.waves
	}
	m.scene, m.rig, m.chain.film, m.chain.stiff = s, d.Rig, fine.film, stiffness
	m.leader, m.main = s.thread(&d.Rig.Leader), s.thread(&d.Rig.Main)
	b := m.bench
	m.pos, m.vel, m.at, m.tension, m.body = b.pos, b.vel, b.at, b.tension, b.body
	m.base, m.middle, m.next, m.from, m.pull, m.solving = b.base, b.middle, b.next, b.from, b.pull, b.solving
	m.touched, m.push = make([]bool, len(d.Rig.Bodies)), make([]float64, len(d.Rig.Bodies))
	m.runners = runnersOf(d.Rig)
	m.track.Frames = make([]Frame, 0, min(keep.Frames, firstFrames))
	return m
}

// leave gives the bench back. Where the line is then is kept if the drop may go on.
func (m *sim) leave(goesOn bool) {
	bench := m.bench
	m.pos, m.vel, m.tension = m.pos[:m.n+1], m.vel[:m.n], m.tension[:m.n]
	m.at, m.body = m.at[:m.n], m.body[:m.n]
	if goesOn {
		vectors, numbers := slices.Concat(m.pos, m.vel), slices.Concat(m.at, m.tension)
		m.pos, m.vel, m.at, m.tension, m.body = vectors[:m.n+1], vectors[m.n+1:], numbers[:m.n], numbers[m.n:],
			slices.Clone(m.body)
	} else {
		m.pos, m.vel, m.at, m.tension, m.body = nil, nil, nil, nil, nil
	}
	m.bench, m.solving = nil, solving{}
	m.base, m.middle, m.next, m.from, m.pull = nil, nil, nil, nil, nil
	benches.Put(bench)
}

// run goes on until the drop ends.
func (m *sim) run(ctx context.Context) (*Track, error) {
	defer m.leave(false)
	if !m.begin() {
		return m.track, nil
	}
	if err := m.goOn(ctx); err != nil {
		return nil, err
	}
	m.finish()
	return m.track, nil
}

// begin puts everything where it is at the splash; false where there is no fall.
func (m *sim) begin() bool {
	s := m.scene
	sin, cos := math.Sincos(m.d.Cast.Toward)
	start := r3.Vec{X: m.d.Cast.Distance * cos, Y: m.d.Cast.Distance * sin, Z: -splash}
	switch {
	case s.Bed.DepthAt(start.X) <= splash+landing:
		m.track.Outcome = NoWater
		return false
	case m.rig.Weight() <= 0 && !m.rig.FloatsUp():
		m.track.Outcome = Floats
		return false
	}
	m.lay(start)
	m.record()
	return true
}

// goOn takes steps until the drop has an outcome.
func (m *sim) goOn(ctx context.Context) error {
	counted := m.work
	for m.track.Outcome == "" {
		if m.track.Steps%stepsAsked == 0 {
			if err := spend(ctx, m.work-counted); err != nil {
				return err
			}
			counted = m.work
		}
		m.advance()
		if m.track.Steps++; m.track.Outcome == "" && (m.track.Steps >= mostSteps || m.work >= mostWork) {
			m.track.Outcome = StepsUp
		}
	}
	return spend(ctx, m.work-counted)
}

// advance goes on by one step, or makes the step shorter.
func (m *sim) advance() {
	wished := m.step
	switch m.chain.until = m.resolution.until; {
	case len(m.runners) > 0:
	case !m.lies():
		m.chain.until = m.offBed
	case m.keep.Places:
		m.chain.until = m.placed
	}
	h, reeled := m.nextStep()
	if h < 1e-9 {
		m.nextPhase()
		return
	}
	was := m.paying
	m.hold()
	line, ok := m.try(h)
	if ok && m.knocks() || !ok && len(m.runners) > 0 {
		// Two stages would throw back what comes to a stop.
		h = min(h, knock)
		m.paying = was
		m.letBack()
		line, ok = m.tryAtOnce(h)
	}
	missed, shorter := m.shorter(h, ok)
	if shorter > 0 {
		m.paying, m.step = was, shorter
		if !ok {
			m.grows = wary
		}
		m.letBack()
		if shorter < shortest {
			m.track.Outcome = Unsolved
		}
		return
	}
	m.accept(h, line)
	m.step = min(m.mostStep(), h*min(m.grows, max(0.5, 0.9*math.Sqrt(m.miss/max(missed, 1e-6)))))
	m.grows = min(growth, wary*m.grows)
	if h == reeled { // what kept it short is over
		m.step = max(m.step, min(wished, growth*h*max(1, 0.9*math.Sqrt(m.miss/max(missed, 1e-6)))))
	}
	for b := range m.touched {
		m.land(b)
	}
	m.record()
	if !m.regrid() {
		m.track.Outcome = ReeledIn
	}
	m.makeRoom()
	if m.track.Outcome == "" && m.phaseIsOver() {
		m.nextPhase()
	}
	m.judgeEnd()
}

// nextStep is how long the next step is, s: to the end of the phase at most or to where something is about to
// come down, and no longer than reeling a node in takes, which is the second value.
func (m *sim) nextStep() (h, reeled float64) {
	end := min(m.phaseEnds(), m.d.Until)
	reeled = m.reelsIn()
	h = min(m.step, end-m.time, reeled, max(m.comesIn(), blow))
	if rest := end - m.time - h; rest > 0 && rest < 0.2*h {
		h = (end - m.time) / 2
	}
	return h, reeled
}

// mostStep is how long a step may be, s: what is reeled in slowly moves little, and every wave moves all.
func (m *sim) mostStep() float64 {
	p, waves := m.now(), m.scene.Swell.Moves()
	switch {
	case waves && m.keep.Places && (p.Landed || m.lies()):
		return m.longest * m.waves / m.unreeled
	case !waves && !p.Open && p.Reel > 0:
		return max(m.longest, reeledMost/(p.Reel+r3.Norm(m.d.Cast.Drift)))
	}
	return m.longest
}

// shorter is how far a step of h seconds was off, and how long it has to be instead; 0 where it
// is as good as it is: solved or not, accurate or not, past a touch or a stop or not.
func (m *sim) shorter(h float64, solved bool) (missed, instead float64) {
	if !solved {
		return 0, h / 4
	}
	may := m.miss
	if !m.lies() && !m.scene.Swell.Moves() {
		may = m.again
	}
	if missed = m.missed(h); missed > may && h > 4*shortest {
		return missed, h * max(0.2, 0.9*math.Sqrt(m.miss/missed))
	}
	if share := min(m.comesDown(h), m.comesTo(h)); share < 1 {
		return missed, h * share
	}
	return missed, 0
}

// reelsIn is after how long a node comes to the rod tip that is reeled in, s: a step must
// not go past it, and there it is taken off.
func (m *sim) reelsIn() float64 {
	p := m.now()
	left := m.lineOut - m.at[m.n-1] - m.nearTip()/2
	if p.Open || p.Reel <= 0 || left <= 0 || m.n == 1 || m.body[m.n-1] >= 0 {
		return math.Inf(1)
	}
	return left / p.Reel
}

// try solves both stages of a step of h; the end of it stands in next and
// pull then, and the line that is out is returned.
func (m *sim) try(h float64) (line float64, ok bool) {
	p := m.now()
	n := m.n
	m.stages = gamma
	copy(m.pull[:n], m.tension[:n])
	tau := gamma * h
	for i := range n {
		m.middle[i] = r3.Add(m.pos[i], r3.Scale(tau, m.vel[i]))
	}
	s := stage{tau: tau, base: m.pos[:n], from: m.vel[:n], line: m.lineOut - p.Reel*tau, spool: m.spool()}
	m.clock = m.time + tau
	s.tip, s.moving = m.tipAt(m.clock)
	line, ok = m.solve(&s, m.middle, m.pull)
	if !ok {
		return 0, false
	}
	const back = (1 - gamma) / gamma
	m.carryOn(back)
	for i := range n {
		moved := r3.Sub(m.middle[i], m.pos[i])
		m.base[i] = r3.Add(m.pos[i], r3.Scale(back, moved))
		m.next[i] = r3.Add(m.pos[i], r3.Scale(1/gamma, moved))
		m.from[i] = r3.Add(m.vel[i], r3.Scale(back, r3.Sub(r3.Scale(1/tau, moved), m.vel[i])))
	}
	s.base, s.from = m.base[:n], m.from[:n]
	if s.line = line; !p.Open {
		s.line = m.lineOut - p.Reel*h
	}
	m.clock = m.time + h
	s.tip, s.moving = m.tipAt(m.clock)
	return m.solve(&s, m.next, m.pull)
}

// spool is the tension from which on line leaves the spool, N. None does while the bail is closed.
func (m *sim) spool() float64 {
	if m.now().Open {
		return m.d.Cast.SpoolDrag
	}
	m.paying = false
	return math.Inf(1)
}

// tryAtOnce is try in a single stage, by the backward Euler method: less exact, and it
// takes up any blow.
func (m *sim) tryAtOnce(h float64) (line float64, ok bool) {
	p := m.now()
	s := stage{tau: h, base: m.base[:m.n], from: m.vel[:m.n], line: m.lineOut - p.Reel*h, spool: m.spool()}
	copy(m.pull[:m.n], m.tension[:m.n])
	for i := range m.n {
		m.base[i], m.middle[i] = m.pos[i], r3.Add(m.pos[i], r3.Scale(gamma*h, m.vel[i]))
		m.next[i] = m.pos[i]
	}
	m.stages = 1
	m.clock = m.time + h
	s.tip, s.moving = m.tipAt(m.clock)
	if line, ok = m.solve(&s, m.next, m.pull); !ok {
		return 0, false
	}
	for i := range m.n { // as one stage has it, there is nothing to miss
		m.middle[i] = r3.Add(m.pos[i], r3.Scale(gamma, r3.Sub(m.next[i], m.pos[i])))
	}
	return line, true
}

// missed is how much the two stages of a step of h differ in what they make
// of it: for bodies in full, for bare line half of it on average, so that a
// node that has just been put in may find its place at once.
func (m *sim) missed(h float64) float64 {
	var bodies, line float64
	for i := range m.n {
		first := r3.Sub(m.middle[i], m.pos[i])
		second := r3.Sub(m.next[i], m.base[i])
		if m.stages == 1 {
			second = r3.Scale(gamma, second)
		}
		d := length(r3.Sub(second, first)) / gamma
		if m.body[i] >= 0 {
			bodies = max(bodies, d)
		}
		line += d
	}
	return max(bodies, line/float64(2*m.n))
}

// comesDown returns the share of a step of h that brings the first body to the
// bed that has not been there yet, or that comes back to it too fast for the
// step to take the blow; 1 where there is none.
func (m *sim) comesDown(h float64) float64 {
	share := 1.0
	for i := range m.n {
		b := m.body[i]
		if b < 0 {
			continue
		}
		if m.touched[b] {
			height, ahead := m.scene.gap(m.pos[i]), m.scene.gap(r3.Add(m.pos[i], r3.Scale(h, m.vel[i])))
			if h > blow && ahead < -hopHeight {
				share = min(share, max(height/(height-ahead), blow/h))
			}
			continue
		}
		if after := m.scene.gap(m.next[i]); after < -landing {
			before := m.scene.gap(m.pos[i])
			share = min(share, max(before/(before-after), 0.05))
		}
	}
	return share
}

// comesIn is after how long, as they move now, the first body comes to the bed that has not been there yet, or
// the body that is followed to the depth at which the phase ends, s.
func (m *sim) comesIn() float64 {
	first := math.Inf(1)
	after := func(left, fall float64) {
		if left > nearDown && fall > 0 {
			first = min(first, left/fall)
		}
	}
	deep := m.now().Deep
	for i := range m.n {
		b := m.body[i]
		if b < 0 {
			continue
		}
		p, v := m.pos[i], m.vel[i]
		if !m.touched[b] {
			left := m.scene.gap(p)
			after(left, (left-m.scene.gap(r3.Add(p, r3.Scale(m.step, v))))/m.step)
		}
		if b == m.rig.Key && deep > 0 {
			after(deep+p.Z, -v.Z)
		}
	}
	return first
}

// comesTo returns the share of a step of h that brings the body that is followed
// to the depth at which the phase ends; 1 where it does not go past it.
func (m *sim) comesTo(h float64) float64 {
	deep := m.now().Deep
	key := m.key()
	if before, after := -m.pos[key].Z, -m.next[key].Z; deep > 0 && before < deep-atDepth && after > deep+atDepth &&
		h > blow/10 {
		return max((deep-before)/(after-before), 0.05)
	}
	return 1
}

// phaseIsOver tells whether the phase ends before its time.
func (m *sim) phaseIsOver() bool {
	p := m.now()
	return p.Landed && m.touched[m.rig.Key] && m.lies() || p.Deep > 0 && -m.pos[m.key()].Z >= p.Deep-atDepth ||
		p.Near > 0 && m.away() <= p.Near
}

// away is how far the body that is followed is from the boat along the water, m.
func (m *sim) away() float64 {
	off := r3.Sub(m.pos[m.key()], m.boat(m.time))
	return math.Hypot(off.X, off.Y)
}

// gap is how far p is over the bed, m. It is asked for a few times in a step, and laid into none of those that ask: the engine of
// a page is to be small.
//
//go:noinline
func (s *Scene) gap(p r3.Vec) float64 { return p.Z + s.Bed.DepthAt(p.X) }

// accept takes the step that was tried.
func (m *sim) accept(h, line float64) {
	for i := range m.n {
		m.vel[i] = r3.Scale(1/(m.stages*h), r3.Sub(m.next[i], m.base[i]))
		m.pos[i] = m.next[i]
		m.tension[i] = m.pull[i]
	}
	m.pos[m.n] = m.next[m.n]
	m.runOut = (line - m.lineOut) / h
	m.lineOut = line
	m.time += h
	m.taken++
	if m.touched[m.rig.Key] {
		m.watch(h)
	}
}

// key is the node of the body that is followed.
func (m *sim) key() int {
	for i := range m.n {
		if m.body[i] == m.rig.Key {
			return i
		}
	}
	return 0
}

// lies tells whether the body that is followed is on the bed.
func (m *sim) lies() bool { return m.scene.gap(m.pos[m.key()]) < landing }

// land marks a body that has come to the bed. It does not bounce.
func (m *sim) land(b int) {
	if m.touched[b] {
		return
	}
	for i := range m.n {
		if m.body[i] == b && m.scene.gap(m.pos[i]) <= landing {
			m.touched[b] = true
			m.track.Touches[b] = Touch{true, m.time, m.pos[i]}
			if b == m.rig.Key {
				m.track.Down = m.frame(true)
			}
			m.vel[i] = r3.Vec{}
			m.step = afterTouch
		}
	}
}

// nextPhase begins the next thing the angler does.
func (m *sim) nextPhase() {
	place, _ := m.tipAt(m.time)
	m.tipBase = r3.Sub(place, m.boat(m.time))
	m.phase++
	m.began = m.time
	m.step = min(m.step, m.first)
	if m.time >= m.d.Until-1e-9 {
		m.track.Outcome = TimeUp
	} else if m.phase >= len(m.d.Phases) {
		m.track.Outcome = Done
	}
}

func (m *sim) judgeEnd() {
	all := true
	for _, touched := range m.touched {
		all = all && touched
	}
	switch {
	case m.track.Outcome != "":
	case m.d.StopAtTouch && all:
		m.track.Outcome = Touched
	case m.d.Spool > 0 && m.lineOut >= m.d.Spool:
		m.track.Outcome = OutOfLine
	}
}

// now is the phase under way.
func (m *sim) now() *Phase {
	if m.phase < len(m.d.Phases) {
		return &m.d.Phases[m.phase]
	}
	return &idle
}

// idle is what is done when there is nothing to do.
var idle Phase

// phaseEnds is when the phase under way does at the latest.
func (m *sim) phaseEnds() float64 {
	if m.phase >= len(m.d.Phases) {
		return math.Inf(1)
	}
	return m.began + m.now().Time
}

// boat is where the rod tip would be at a time if it were held still.
func (m *sim) boat(time float64) r3.Vec {
	return r3.Add(r3.Vec{Z: m.scene.TipHeight}, r3.Scale(time, m.d.Cast.Drift))
}

// tipAt is the place and the velocity of the rod tip at a time in the phase.
func (m *sim) tipAt(time float64) (place, velocity r3.Vec) {
	p := m.now()
	since := time - m.began
	place = r3.Add(m.boat(time), r3.Add(m.tipBase, r3.Scale(since, p.Tip)))
	velocity = r3.Add(m.d.Cast.Drift, p.Tip)
	if p.Shake != 0 {
		w := 2 * math.Pi * p.Beat
		sin, cos := math.Sincos(w * since)
		place.Z += p.Shake * sin
		velocity.Z += p.Shake * w * cos
	}
	return place, velocity
}
