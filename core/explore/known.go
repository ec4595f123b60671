package explore

import (
	"context"
	"math"
	"slices"
	"sync"

	"dunvel/core/judge"
	"dunvel/core/trial"
)

// known holds heads that were judged on their own at some places, so that heads at places nearby
// can be judged by them (judge.Bench.Like). It is safe for concurrent use.
type known struct {
	bench judge.Bench
	rung  float64 // distance between two heads of which one is e times as heavy
	most  float64 // a head judged farther away than this is not used
	mutex sync.Mutex
	heads []sited
}

// site is a place, by the logarithms of the values that differ from place to place.
type site [5]float64

// off is how far a place is from another.
func (s site) off(other site) float64 {
	sum := 0.0
	for i := range s {
		sum += (s[i] - other[i]) * (s[i] - other[i])
	}
	return math.Sqrt(sum)
}

// sited is a head that was judged at a place.
type sited struct {
	at   site
	head *judge.Head
}

// put keeps heads that were judged at a place.
func (k *known) put(at site, heads []judge.Head) {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	for i := range heads {
		k.heads = append(k.heads, sited{at, &heads[i]})
	}
}

// nearest returns the heads by which one of a mass can be judged at a place, the better first: the
// nearest of exactly its mass, and the nearest of about its mass with every unknown looked at.
func (k *known) nearest(at site, mass float64) []*judge.Head {
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
	return slices.DeleteFunc([]*judge.Head{own, whole}, func(h *judge.Head) bool { return h == nil })
}

// aboutMass is how many times heavier one of two heads may be for the unknowns to move both about
// alike.
const aboutMass = 2.1

// like judges a head by the first of some others that allows it; ok is false where it has to be
// judged on its own.
func like(ctx context.Context, b judge.Bench, c *trial.Case, mass float64,
	ones []*judge.Head) (judge.Head, bool, error) {
	for i, one := range ones {
		if i > 0 && one == ones[0] {
			break
		}
		if h, ok, err := b.Like(ctx, c, mass, one); ok || err != nil {
			return h, ok, err
		}
	}
	return judge.Head{}, false, nil
}

// exactly is the head of a mass that was judged at a place; nil where none was.
func (k *known) exactly(at site, mass float64) *judge.Head {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	if i := slices.IndexFunc(k.heads, func(s sited) bool { return s.at == at && s.head.Mass == mass }); i >= 0 {
		return k.heads[i].head
	}
	return nil
}

// like returns a way to judge heads at a place by the known ones nearby, or on their own where
// that is not possible; the latter become known too.
func (k *known) like(at site) judging {
	return func(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
		if h := k.exactly(at, mass); h != nil {
			return *h, nil
		}
		if h, ok, err := like(ctx, k.bench, c, mass, k.nearest(at, mass)); ok || err != nil {
			return h, err
		}
		return k.alone(at)(ctx, c, mass)
	}
}

// alone returns a way to judge heads at a place on their own, after which they are known.
func (k *known) alone(at site) judging {
	return func(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
		if h := k.exactly(at, mass); h != nil {
			return *h, nil
		}
		h, err := k.bench.Judge(ctx, c, mass)
		if err == nil {
			k.put(at, []judge.Head{h})
		}
		return h, err
	}
}
