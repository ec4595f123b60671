// Package answers answers questions about a setup with what is known beside it: what was
// measured, what was lost, and what is in the box. It knows no database and no server, so
// that a server, a command and a page alone give the same answers.
package answers

import (
	"context"
	"sync"
	"time"

	"dunvel/core/advice"
	"dunvel/core/box"
	"dunvel/core/droptest"
	"dunvel/core/logbook/snags"
	"dunvel/core/mechanics"
	"dunvel/core/own"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/units"
)

// Knowledge is what a database adds to an answer. It is JSON, so that a page can keep it
// for when its server is out of reach. What was made of it is remembered with it.
type Knowledge struct {
	Tests []Tested     `json:"tests"` // every drop test
	Beds  []snags.Bed  `json:"beds"`  // what losses teach of each kind of bed
	Kinds []snags.Kind `json:"kinds"` // and of each kind of heads
	Held  []snags.Held `json:"held"`  // and bites of the points of hooks
	Items []box.Item   `json:"items"` // everything in the box
	Own   own.Known    `json:"own"`   // what is learnt of the angler

	fits *droptest.Known // of Tests, as far as they were made; nil where none are kept
	ways *keptWays       // that were worked out; nil where none are kept

	charts *keptCharts // that were looked at; nil where none are kept
}

// Tested is a drop test, and when it was made or changed last.
type Tested struct {
	Test    droptest.Test `json:"test"`
	Updated time.Time     `json:"updated"`
}

// Source is where knowledge comes from: a database, a page, or nowhere.
type Source interface {
	Knowledge(ctx context.Context) (*Knowledge, error)
	// Measured is no more of it than the drop tests: all that the way of a cast goes by,
	// which the log asks for at every tap.
	Measured(ctx context.Context) (*Knowledge, error)
}

// Knowledge makes what is known a source of itself.
func (k *Knowledge) Knowledge(context.Context) (*Knowledge, error) { return k, nil }

// Measured is Knowledge: what is at hand need not be less.
func (k *Knowledge) Measured(context.Context) (*Knowledge, error) { return k, nil }

// Remembered is knowledge that is loaded anew where its revision is another. The fits of
// drop tests that are as they were are kept, how the last casts went, and the last charts. It is safe for concurrent use; the zero value
// has nothing yet.
type Remembered struct {
	fits            droptest.Known
	ways            keptWays
	charts          keptCharts
	whole, measured loaded
}

// loaded is knowledge of a revision.
type loaded struct {
	mutex    sync.Mutex
	revision int64
	known    *Knowledge
}

// Whole is the knowledge of a revision, by load where it is not that of the last one.
func (r *Remembered) Whole(revision int64, load func() (*Knowledge, error)) (*Knowledge, error) {
	return r.whole.at(revision, r, load)
}

// Measured is the same of the drop tests alone.
func (r *Remembered) Measured(revision int64, load func() (*Knowledge, error)) (*Knowledge, error) {
	return r.measured.at(revision, r, load)
}

func (l *loaded) at(revision int64, r *Remembered, load func() (*Knowledge, error)) (*Knowledge, error) {
	l.mutex.Lock()
	defer l.mutex.Unlock()
	if l.known != nil && l.revision == revision {
		return l.known, nil
	}
	known, err := load()
	if err != nil {
		return nil, err
	}
	known.fits, known.ways, known.charts = &r.fits, &r.ways, &r.charts
	l.revision, l.known = revision, known
	return known, nil
}

// informed is what was set in a setup, in words; "" where nothing was.
type informed struct{ drag, own string }

// inform sets in a setup what is known by now and not set in the setup itself: how much
// its bed snags, how much its bait drags, and what is learnt of the angler.
func (k *Knowledge) inform(ctx context.Context, s *setup.Setup, choice units.Choice) (out informed, err error) {
	k.Snag(s)
	out.own = k.Own.Inform(s, choice)
	out.drag, err = k.Drag(ctx, s, choice)
	return out, err
}

// Snag sets how much the bed and the heads of a setup snag by what was lost on such, where
// that is not set in the setup itself.
func (k *Knowledge) Snag(s *setup.Setup) {
	most := setup.LookupField("water.snags").Max
	for _, b := range k.Beds {
		if b.Bed == s.Water.Bed && s.Water.Snags == 0 {
			s.Water.Snags = min(b.Factor, most)
		}
	}
	for _, h := range k.Kinds {
		if h.Shape == s.Head.Shape && h.Guard == s.Head.Guard && s.Head.Snags == 0 {
			s.Head.Snags = min(h.Factor, most)
		}
	}
}

// Drag sets the drag of the bait of a setup by the drop tests, where that is not set
// in the setup itself, and says so; words are empty where there are none of such a bait.
func (k *Knowledge) Drag(ctx context.Context, s *setup.Setup, choice units.Choice) (words string, err error) {
	if s.Bait.Drag > 0 {
		return "", nil
	}
	fits := k.fits
	if fits == nil {
		fits = &droptest.Known{}
	}
	fit, of, ok, err := fits.Best(mechanics.WithBudget(ctx, measureWork), k.tests(), s.Bait)
	if err != nil || !ok {
		return "", err
	}
	var latest time.Time
	for _, t := range k.Tests {
		if droptest.Same(t.Test.Setup.Bait, of) && t.Updated.After(latest) {
			latest = t.Updated
		}
	}
	s.Bait.Drag, s.Bait.DragSpread = fit.Factor, fit.Spread
	return fit.Told(of, s.Bait, latest.Format("2 January"), choice), nil
}

func (k *Knowledge) tests() []droptest.Test {
	out := make([]droptest.Test, len(k.Tests))
	for i, t := range k.Tests {
		out[i] = t.Test
	}
	return out
}

// adviser answers for a setup by what is in the box.
func (k *Knowledge) adviser(s setup.Setup) advice.Adviser {
	var owned stage.Knowledge
	for _, mass := range s.Heads {
		if box.Count(k.Items, mass, box.LikeOf(s)) > 0 {
			owned.Owned = append(owned.Owned, mass)
		}
	}
	for _, i := range k.Items {
		if i.IsBait(s.Bait) && i.FishFor > 0 {
			owned.FishFor = i.FishFor
		}
	}
	for _, h := range k.Held {
		if h.Point == s.Head.Point {
			owned.Takes, owned.Landed = h.Takes, h.Landed
		}
	}
	return advice.New(owned)
}
