package mechanics

import (
	"context"
	"slices"
)

// Branch is a drop that has come to the end of its phases and can go on in more
// than one way: the fall is worked out once, whatever is done after it. It may be
// gone on from by several goroutines at once.
type Branch struct {
	sim  *sim
	fell *Track // what came of it so far
}

// Start runs a drop to the end of its phases and keeps it there. Errors are those
// of Run.
func (s *Scene) Start(ctx context.Context, d Drop, keep Detail) (*Branch, error) {
	if err := s.check(d, keep); err != nil {
		return nil, err
	}
	m := newSim(s, d, keep, resolutions[keep.Grain])
	defer m.leave(true)
	if !m.begin() {
		return &Branch{m, m.track}, nil
	}
	if err := m.goOn(ctx); err != nil {
		return nil, err
	}
	return m.branch(), nil
}

// branch is a branch from where m is.
func (m *sim) branch() *Branch {
	soFar := *m.track
	m.finish()
	b := &Branch{m, m.track}
	m.track = &soFar
	return b
}

// Track is what came of the drop so far.
func (b *Branch) Track() *Track { return b.fell }

// Ended tells whether the drop came to an end before its phases did: nothing more
// can be done then.
func (b *Branch) Ended() bool { return b.sim.track.Outcome != Done }

// GoOn does more after the phases there were, for at most so many s: the track is
// that of the whole drop, but its frames begin where it goes on and tell of the body, not of
// the line. Where the drop has ended its track is as it was.
func (b *Branch) GoOn(ctx context.Context, more []Phase, longest float64) (*Track, error) {
	if b.Ended() {
		return b.Track(), nil
	}
	m, err := b.goOn(ctx, more, longest)
	if err != nil {
		return nil, err
	}
	defer m.leave(false)
	m.finish()
	return m.track, nil
}

// Further is GoOn to the end of what more is done, where it may be gone on from again; it is the branch itself where the
// drop has ended. Errors are those of Run.
func (b *Branch) Further(ctx context.Context, more []Phase) (*Branch, error) {
	if b.Ended() {
		return b, nil
	}
	longest := 1.0 // s, so that it is the phases that end it
	for _, p := range more {
		longest += p.Time
	}
	m, err := b.goOn(ctx, more, longest)
	if err != nil {
		return nil, err
	}
	defer m.leave(true)
	return m.branch(), nil
}

// goOn is a drop of its own that has gone on.
func (b *Branch) goOn(ctx context.Context, more []Phase, longest float64) (*sim, error) {
	m := b.sim.copy()
	m.d.Phases = slices.Concat(m.d.Phases, more)
	m.d.Until = min(m.time+longest, LongestRun)
	err := b.sim.scene.check(m.d, m.keep)
	if err == nil {
		m.track.Outcome = ""
		m.record()
		err = m.goOn(ctx)
	}
	if err != nil {
		m.leave(false)
		return nil, err
	}
	return m, nil
}

// copy is a drop of its own that is where m is, with no frames yet.
func (m *sim) copy() *sim {
	out := newSim(m.scene, m.d, Detail{Frames: m.keep.Frames, Grain: m.keep.Grain, Places: m.keep.Places}, m.resolution)
	out.bodyOnly = true
	out.chain.copyFrom(&m.chain)
	out.time, out.phase, out.began, out.tipBase = m.time, m.phase, m.began, m.tipBase
	out.spacing, out.step, out.runOut, out.onBed, out.hop = m.spacing, m.step, m.runOut, m.onBed, m.hop
	frames := out.track.Frames
	*out.track = *m.track
	out.track.Touches, out.track.Frames = slices.Clone(m.track.Touches), frames
	return out
}

// copyFrom takes over the state of another chain; what is only worked with is not.
func (c *chain) copyFrom(from *chain) {
	c.n, c.lineOut, c.paying, c.work, c.clock, c.toTip = from.n, from.lineOut, from.paying, from.work,
		from.clock, from.toTip
	copy(c.at, from.at)
	copy(c.pos, from.pos)
	copy(c.vel, from.vel)
	copy(c.tension, from.tension)
	copy(c.body, from.body)
	copy(c.touched, from.touched)
	copy(c.push, from.push)
	copy(c.runners, from.runners)
}
