package live

import (
	"context"
	"sync"
	"time"

	"dunvel/core/boat"
	"dunvel/internal/nmea"
)

// Boat is what is heard of a boat. It is safe for concurrent use.
type Boat struct {
	now func() time.Time

	mutex       sync.Mutex
	instruments boat.Instruments
	sources     []*source
	track       track
	watching    map[chan struct{}]bool
}

// source is a source that is listened to.
type source struct {
	spec   Spec
	number int
	frames nmea.Framer

	boat.Source
	last time.Time
}

// New is a boat of which nothing is heard yet; now tells the time.
func New(now func() time.Time) *Boat {
	return &Boat{now: now, watching: map[chan struct{}]bool{}}
}

// join adds a source.
func (b *Boat) join(spec Spec) *source {
	b.mutex.Lock()
	defer b.mutex.Unlock()
	s := &source{spec: spec, number: b.instruments.Join(spec.Name, spec.Offsets),
		Source: boat.Source{Name: spec.Name, Kind: spec.Kind, State: boat.Opening}}
	b.sources = append(b.sources, s)
	return s
}

// State is what is known now.
func (b *Boat) State() boat.Live {
	b.mutex.Lock()
	defer b.mutex.Unlock()
	now := b.now()
	out := boat.Live{State: b.instruments.State(now), Sources: make([]boat.Source, len(b.sources))}
	for i, s := range b.sources {
		out.Sources[i] = s.Source
		if s.Heard {
			out.Sources[i].Age = max(now.Sub(s.last).Seconds(), 0)
		}
	}
	return out
}

// Watch is a channel on which it is told that there is something new, once for all of it
// that came since; end ends it. Whoever does not look misses nothing but what is old.
func (b *Boat) Watch() (news <-chan struct{}, end func()) {
	c := make(chan struct{}, 1)
	b.mutex.Lock()
	defer b.mutex.Unlock()
	b.watching[c] = true
	return c, func() {
		b.mutex.Lock()
		defer b.mutex.Unlock()
		delete(b.watching, c)
	}
}

// tell tells whoever watches. The mutex is held.
func (b *Boat) tell() {
	for c := range b.watching {
		select {
		case c <- struct{}{}:
		default:
		}
	}
}

// take takes bytes of a source.
func (b *Boat) take(s *source, data []byte) {
	b.mutex.Lock()
	defer b.mutex.Unlock()
	at, new := b.now(), false
	s.frames.Write(data, func(line string) {
		sentence, err := nmea.Parse(line)
		if err != nil {
			s.Wrong++
			return
		}
		readings, known := sentence.Readings()
		s.last, s.Heard = at, true
		if !known {
			s.Passed++
			return
		}
		s.Sentences++
		for _, r := range readings {
			if b.instruments.Take(s.number, r, at) {
				new = true
			} else {
				s.Disbelieved++
			}
		}
	})
	if new {
		if b.track.due(at) {
			b.track.keep(b.instruments.State(at))
		}
		b.tell()
	}
}

// goes tells what a source is doing, and why.
func (b *Boat) goes(s *source, state, words string) {
	b.mutex.Lock()
	defer b.mutex.Unlock()
	s.State, s.Words = state, words
	b.tell()
}

// Track is where the boat was, in order.
func (b *Boat) Track() []boat.Point {
	b.mutex.Lock()
	defer b.mutex.Unlock()
	return append([]boat.Point{}, b.track.points...)
}

// Run listens to sources until ctx ends.
func (b *Boat) Run(ctx context.Context, specs []Spec) {
	var all sync.WaitGroup
	for _, spec := range specs {
		s := b.join(spec)
		all.Go(func() { b.listen(ctx, s) })
	}
	all.Wait()
}

// RunSimulated has sentences of a made-up boat as a source, until ctx ends: next are those
// of the next second.
func (b *Boat) RunSimulated(ctx context.Context, name string, next func() []nmea.Sentence) {
	s := b.join(Spec{Name: name, Kind: boat.Simulated})
	b.goes(s, boat.Listening, "")
	EverySecond(ctx, next, func(data []byte) { b.take(s, data) })
}

// EverySecond writes sentences each second until ctx ends.
func EverySecond(ctx context.Context, next func() []nmea.Sentence, write func([]byte)) {
	ticker := time.NewTicker(time.Second)
	defer ticker.Stop()
	for {
		var data []byte
		for _, s := range next() {
			data = append(data, s.String()+"\r\n"...)
		}
		write(data)
		select {
		case <-ctx.Done():
			return
		case <-ticker.C:
		}
	}
}
