package known

import (
	"context"
	"math"
	"slices"

	"dunvel/core/judge"
	"dunvel/core/trial"
)

// Between returns a way to judge heads at a place on a line, on which places differ by their first value only:
// a head that was seen on both sides of it is what lies between these, without a try, and others are judged
// as Seen does.
func (k *Heads) Between(at Site) judge.Judging {
	return func(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
		if h, ok := k.between(at, c, mass); ok {
			return h, nil
		}
		return k.Seen(at)(ctx, c, mass)
	}
}

// Seen is Like for places on a line; what it judges is what Between looks at.
func (k *Heads) Seen(at Site) judge.Judging {
	return func(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
		h, err := k.Like(at)(ctx, c, mass)
		if err == nil {
			k.mutex.Lock()
			defer k.mutex.Unlock()
			k.seen = slices.DeleteFunc(k.seen, func(s sited) bool { return s.at == at && s.head.Mass == mass })
			k.seen = append(k.seen, sited{at, &h})
		}
		return h, err
	}
}

// between is a head of a mass amid the nearest that were seen of it on both sides of a place; false where it was not
// seen so.
func (k *Heads) between(at Site, c *trial.Case, mass float64) (judge.Head, bool) {
	if h := k.exactly(at, mass); h != nil {
		return *h, true
	}
	from := k.nearest(at, mass)
	below, above := k.beside(at, mass)
	if len(from) == 0 || below.head == nil || above.head == nil {
		return judge.Head{}, false
	}
	share := 0.0
	if below.at != above.at {
		share = (at[0] - below.at[0]) / (above.at[0] - below.at[0])
	}
	return judge.Amid(c, mass, []judge.Share{{Head: below.head, Of: 1 - share}, {Head: above.head, Of: share}}, from[0])
}

// beside are the nearest heads of a mass on either side of a place, or the one that is there; without a head
// where there is none.
func (k *Heads) beside(at Site, mass float64) (below, above sited) {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	for _, all := range [][]sited{k.heads, k.seen} {
		for _, s := range all {
			if s.head.Mass != mass {
				continue
			}
			if s.at[0] <= at[0] && (below.head == nil || s.at[0] > below.at[0]) {
				below = s
			}
			if s.at[0] >= at[0] && (above.head == nil || s.at[0] < above.at[0]) {
				above = s
			}
		}
	}
	return below, above
}

// closeBy is how far off a head on a line may be, over where it is, to be judged like another as well as on its own:
// that moves its chance by less than chances are off.
const closeBy = 0.06

// Nearly is Alone for places on a line, except where a head of the mass was judged on its own close by, with
// every unknown looked at: there it is judged like that one.
func (k *Heads) Nearly(at Site) judge.Judging {
	return func(ctx context.Context, c *trial.Case, mass float64) (judge.Head, error) {
		if h := k.exactly(at, mass); h != nil {
			return *h, nil
		}
		near := &Heads{rung: k.rung, most: closeBy * math.Abs(at[0]), heads: k.thorough(mass)}
		if h, ok, err := k.bench.Like(ctx, c, mass, near.nearest(at, mass)...); ok || err != nil {
			return h, err
		}
		return k.Alone(at)(ctx, c, mass)
	}
}

// thorough are the heads of a mass that were judged with every unknown looked at.
func (k *Heads) thorough(mass float64) (out []sited) {
	k.mutex.Lock()
	defer k.mutex.Unlock()
	for _, s := range k.heads {
		if s.head.Mass == mass && s.head.Thorough() {
			out = append(out, s)
		}
	}
	return out
}
