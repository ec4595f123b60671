package store

import (
	"context"
	"runtime"
	"sync"

	"dunvel/core/logbook"

	"golang.org/x/sync/errgroup"
)

// mostRemembered bounds how many events are remembered, some tens of MB; mostWhole, of how many the list of all is:
// seasons of them, some ten MB.
const (
	mostRemembered = 50_000
	mostWhole      = 20_000
)

// remembered are events as they were read last, by their id. What is remembered counts
// only for a row whose body is the same, so that it cannot be out of date. It is safe for
// concurrent use; nobody may change what an event points to.
type remembered struct {
	mutex sync.Mutex
	by    map[int64]seen

	all      []KeptEvent // those of all trips, nil where they are not known, of a
	revision int64
}

// whole is all events of a revision, as read tells them where they are not remembered.
func (m *remembered) whole(revision int64, read func() ([]KeptEvent, error)) ([]KeptEvent, error) {
	m.mutex.Lock()
	all, then := m.all, m.revision
	m.mutex.Unlock()
	if all != nil && then == revision {
		return all, nil
	}
	all, err := read()
	if err != nil {
		return nil, err
	}
	m.mutex.Lock()
	defer m.mutex.Unlock()
	if m.all, m.revision = nil, revision; len(all) <= mostWhole {
		m.all = all
	}
	return all, nil
}

// seen is an event with the body that it was read from.
type seen struct {
	body  string
	event logbook.Event
}

// read returns the events of rows in their order, without those that cannot be read.
func (m *remembered) read(ctx context.Context, rows []eventRow) ([]KeptEvent, error) {
	out, lost := make([]KeptEvent, len(rows)), make([]bool, len(rows))
	fresh := m.recall(rows, out)
	// Reading bodies is most of the work: it is shared out.
	var work errgroup.Group
	parts := runtime.GOMAXPROCS(0)
	for part := range parts {
		work.Go(func() error {
			for _, i := range fresh[part*len(fresh)/parts : (part+1)*len(fresh)/parts] {
				var err error
				if out[i], err = rows[i].kept(); unreadable(err) {
					lost[i] = true
				} else if err != nil {
					return err
				}
			}
			return ctx.Err()
		})
	}
	if err := work.Wait(); err != nil {
		return nil, err
	}
	m.keep(rows, out, fresh, lost)
	kept := out[:0]
	for i, e := range out {
		if !lost[i] {
			kept = append(kept, e)
		}
	}
	return kept, nil
}

// recall fills in the events that are remembered, and returns the places of the others.
func (m *remembered) recall(rows []eventRow, out []KeptEvent) (fresh []int) {
	m.mutex.Lock()
	defer m.mutex.Unlock()
	for i, r := range rows {
		if s, ok := m.by[r.ID]; ok && s.body == r.Body {
			out[i] = KeptEvent{ID: r.ID, Trip: r.Trip, Version: r.Version, Spent: r.Spent, Event: s.event}
		} else {
			fresh = append(fresh, i)
		}
	}
	return fresh
}

// keep remembers what was read.
func (m *remembered) keep(rows []eventRow, out []KeptEvent, fresh []int, lost []bool) {
	m.mutex.Lock()
	defer m.mutex.Unlock()
	if m.by == nil || len(m.by)+len(fresh) > mostRemembered {
		m.by = make(map[int64]seen, len(fresh))
	}
	for _, i := range fresh {
		if !lost[i] && len(m.by) < mostRemembered {
			m.by[rows[i].ID] = seen{rows[i].Body, out[i].Event}
		}
	}
}
