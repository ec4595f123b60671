// Package known holds heads that were judged at some places, so that heads at places nearby can be
// judged by them with a try or two instead of some twenty.
package known

import (
	"cmp"
	"context"
	"math"
	"slices"
	"sync"

	"dunvel/core/judge"
	"dunvel/core/trial"
)

// Site is a place, by the logarithms of the values that differ from place to place.
type Site [5]float64

// off is how far a place is from another.
func (s Site) off(other Site) float64 {
	sum := 0.0
	for i := range s {
		sum += (s[i] - other[i]) * (s[i] - other[i])
	}
	return math.Sqrt(sum)
}

// sited is a head that was judged at a place.
type sited struct {
	at   Site
	head *judge.Head
}

// Heads are the heads that are known. It is safe for concurrent use.
type Heads struct {
	bench judge.Bench
	rung  float64
	most  float64
	mutex sync.Mutex
	heads []sited
	waits []sited // judged aside on their own, until Learn
	alike []sited // judged aside by one of those at the same place
	seen  []sited // judged like others, where Between looks
}

// New knows no heads yet. rung is the distance between two heads of which one is e times as heavy; a
// head that was judged farther away than most is not used.
func New(bench judge.Bench, rung, most float64) *Heads {
	return &Heads{bench: bench, rung: rung, most: most}
}

// Clone knows the same, and learns on its own from then on.
func (k *Heads) Clone() *Heads {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	return &Heads{bench: k.bench, rung: k.rung, most: k.most, heads: slices.Clone(k.heads), waits: slices.Clone(k.waits),
		alike: slices.Clone(k.alike)}
}

// Put adds heads that were judged at a place.
func (k *Heads) Put(at Site, heads []judge.Head) {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	for i := range heads {
		k.heads = append(k.heads, sited{at, &heads[i]})
	}
}

// Learn makes known what Aside judged on its own, in an order that is the same every time.
func (k *Heads) Learn() {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	slices.SortStableFunc(k.waits, func(a, b sited) int {
		return cmp.Or(slices.Compare(a.at[:], b.at[:]), cmp.Compare(a.head.Mass, b.head.Mass))
	})
	k.heads, k.waits, k.alike = append(k.heads, k.waits...), nil, nil
}

// Waiting is how many heads of a place were judged on their own, or by others of the place, since the last Learn.
func (k *Heads) Waiting(at Site) int {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	n := 0
	for _, all := range [][]sited{k.waits, k.alike} {
		for _, s := range all {
			if s.at == at {
				n++
			}
		}
	}
	return n
}

// there is the head at a place by which another of about its mass may be judged there, the nearest in mass of those that
// were judged aside; none where there is none.
func (k *Heads) there(at Site, mass float64) (best []*judge.Head) {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	far := math.Log(aboutMass)
	for _, s := range k.waits {
		if off := math.Abs(math.Log(s.head.Mass / mass)); s.at == at && off <= far && s.head.Tells() {
			best, far = []*judge.Head{s.head}, off
		}
	}
	return best
}

// nearest returns the heads by which one of a mass can be judged at a place, the better first: the
// nearest of exactly its mass, and the nearest of about its mass with every unknown looked at.
func (k *Heads) nearest(at Site, mass float64) []*judge.Head {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	var own, whole *judge.Head
	far, farWhole := math.Inf(1), math.Inf(1)
	for _, s := range k.heads {
		off := s.at.off(at)
		if off > k.most {
			continue
		}
		if s.head.Mass == mass && off < far {
			own, far = s.head, off
		}
		if s.head.Mass > aboutMass*mass || mass > aboutMass*s.head.Mass || !s.head.Thorough() {
			continue
		}
		if off += k.rung * math.Abs(math.Log(s.head.Mass/mass)); off < farWhole {
			whole, farWhole = s.head, off
		}
	}
	if own == whole {
		whole = nil
	}
	return slices.DeleteFunc([]*judge.Head{own, whole}, func(h *judge.Head) bool { return h == nil })
}

// aboutMass is how many times heavier one of two heads may be for the unknowns to move both about
// alike.
const aboutMass = 2.1

// exactly is the head of a mass that is known at a place; nil where none is. Of several it is the last.
func (k *Heads) exactly(at Site, mass float64) *judge.Head {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	return find(k.heads, at, mass)
}

func find(heads []sited, at Site, mass float64) *judge.Head {
	for _, s := range slices.Backward(heads) {
		if s.at == at && s.head.Mass == mass {
			return s.head
		}
	}
	return nil
}

// waiting is the head of a mass that was judged aside at a place since the last Learn; nil where none was.
func (k *Heads) waiting(at Site, mass float64) *judge.Head {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	if h := find(k.waits, at, mass); h != nil {
		return h
	}
	return find(k.alike, at, mass)
}

// Like returns a way to judge heads at a place by the known ones nearby, or on their own where
// that is not possible; the latter become known too.
func (k *Heads) Like(at Site) judge.Judging {
	return func(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
		if h := k.exactly(at, mass); h != nil {
			return *h, nil
		}
		if h, ok, err := k.bench.Like(ctx, c, mass, k.nearest(at, mass)...); ok || err != nil {
			return h, err
		}
		return k.Alone(at)(ctx, c, mass)
	}
}

// Alone returns a way to judge heads at a place on their own, after which they are known.
func (k *Heads) Alone(at Site) judge.Judging {
	return func(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
		if h := k.exactly(at, mass); h != nil {
			return *h, nil
		}
		h, err := k.bench.Judge(ctx, c, mass)
		if err == nil {
			k.Put(at, []judge.Head{h})
		}
		return h, err
	}
}

// Aside is Like for places that are judged side by side: what is judged on its own becomes known with
// Learn, so that it does not matter which place comes first. A head that would have to be judged on its own
// is the one of its mass of those that are told of there already, where there is one.
func (k *Heads) Aside(at Site, told ...*judge.Head) judge.Judging {
	return k.aside(at, told, func(float64) []*judge.Head { return nil })
}

// InTurn is Aside where the heads of a place are judged one after the other: one that would have to be judged on its own
// is judged by one that was, at the place.
func (k *Heads) InTurn(at Site, told ...*judge.Head) judge.Judging {
	return k.aside(at, told, func(mass float64) []*judge.Head { return k.there(at, mass) })
}

func (k *Heads) aside(at Site, told []*judge.Head, there func(mass float64) []*judge.Head) judge.Judging {
	return func(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
		if h := k.waiting(at, mass); h != nil {
			return *h, nil
		}
		if h, ok, err := k.bench.LikeBriskly(ctx, c, mass, k.nearest(at, mass)...); ok || err != nil {
			return h, err
		}
		if i := slices.IndexFunc(told, func(h *judge.Head) bool { return h.Mass == mass }); i >= 0 {
			return *told[i], nil
		}
		into := &k.alike
		h, ok, err := k.bench.LikeBriskly(ctx, c, mass, there(mass)...)
		if err == nil && !ok {
			into = &k.waits
			h, err = k.bench.Briskly(ctx, c, mass)
		}
		if err == nil {
			k.mutex.Lock()
			defer k.mutex.Unlock()
			*into = append(*into, sited{at, &h})
		}
		return h, err
	}
}

// unlikely is how sure by the known ones is too little to judge a head on its own: 3 of 160 random waters get another remedy for it.
const unlikely = 0.25

// Promising judges a head on its own, but for one that is unlikely by the known ones of the first place: that is as it is
// by them.
func (k *Heads) Promising(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
	h, ok, err := k.bench.LikeBriskly(ctx, c, mass, k.nearest(Site{}, mass)...)
	if err != nil || ok && h.Sure < unlikely {
		return h, err
	}
	return k.bench.Judge(ctx, c, mass)
}
