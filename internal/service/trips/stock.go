package trips

import (
	"context"
	"errors"

	"dunvel/core/logbook"
	"dunvel/internal/store"
)

// settle puts into the box, or takes from it, what events take otherwise than before: of
// those that a change is about, and of those that had taken something. An event that is
// deleted remembers from what it took, and takes it again when it is put back.
func (b *Book) settle(ctx context.Context, t store.Tables, was Day, c change) error {
	before, after := was.takes(), c.next.takes()
	for _, e := range was.Events {
		took := before[e.Event.Key]
		if e.Spent == 0 || after[e.Event.Key] == took {
			continue
		}
		if err := b.putBack(ctx, t, e.Spent); err != nil {
			return err
		}
	}
	for _, e := range c.next.Events {
		takes, took := after[e.Event.Key], before[e.Event.Key]
		if takes == took || e.Spent == 0 && !c.own[e.Event.Key] {
			continue
		}
		item, err := b.takeOut(ctx, t, takes)
		if err != nil {
			return err
		}
		if err := t.Events.Spend(ctx, e.ID, item); err != nil {
			return err
		}
	}
	return nil
}

// putBack puts one of an item back, if the item is still in the box.
func (b *Book) putBack(ctx context.Context, t store.Tables, id int64) error {
	item, err := t.Items.Get(ctx, id)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	}
	if err != nil {
		return err
	}
	more := item.Value.Back()
	_, err = t.Items.Change(ctx, id, item.Version, nil, &more, b.now())
	return err
}

// takeOut takes what an event takes from the first item that has it, and returns the item;
// 0 where there is none of it.
func (b *Book) takeOut(ctx context.Context, t store.Tables, takes logbook.Take) (int64, error) {
	if takes == (logbook.Take{}) {
		return 0, nil
	}
	items, err := t.Items.List(ctx)
	if err != nil {
		return 0, err
	}
	for _, i := range items {
		if !takes.Is(i.Value) {
			continue
		}
		if left, ok := i.Value.Spend(); ok {
			_, err := t.Items.Change(ctx, i.ID, i.Version, nil, &left, b.now())
			return i.ID, err
		}
	}
	return 0, nil
}
