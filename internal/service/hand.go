package service

import (
	"context"
	"encoding/json"
	"errors"
	"maps"
	"reflect"
	"slices"

	"dunvel/core/advice"
	"dunvel/core/logbook"
	"dunvel/core/logbook/lessons"
	"dunvel/core/own"
	"dunvel/core/progress"
	"dunvel/core/units"
	"dunvel/internal/store"
)

// answerShare is the share of learning a hand that answers take.
const answerShare = 0.8

// Hand is what was tied on against what is said of the same water, by the latest outfits, and the
// bias of what was timed. What is learnt is kept, and answers go by it unless it is refused.
func (s *Service) Hand(ctx context.Context, choice units.Choice) (*lessons.Hand, error) {
	logs, err := s.Logs(ctx)
	if err != nil {
		return nil, err
	}
	outfits := lessons.Outfits(logs)
	rows := []lessons.Tied{}
	for i, o := range outfits {
		progress.Tell(ctx, answerShare*float64(i)/float64(len(outfits)))
		row, err := s.tied(ctx, o, choice)
		if err != nil {
			return nil, err
		}
		rows = append(rows, row)
	}
	out := lessons.HandOf(rows)
	bias, err := s.Bias(ctx, logbook.Timed(logs))
	if err != nil {
		return nil, err
	}
	out.Bias = *bias
	learnt := &own.Learnt{Events: eventsOf(logs), Patience: out.Patience, Feel: out.Feel, Bias: out.Bias}
	return &out, s.keepOwn(ctx, func(p *own.Preferences) { p.Learnt = learnt })
}

// eventsOf is how much is logged.
func eventsOf(logs []logbook.Log) (n int) {
	for _, l := range logs {
		n += len(l.Events)
	}
	return n
}

// tied is an outfit beside what is said of its water as usual: to an angler of whom nothing is learnt,
// who has what was tied on there. Water of which nothing can be said any more says nothing.
func (s *Service) tied(ctx context.Context, o lessons.Outfit, choice units.Choice) (lessons.Tied, error) {
	out := lessons.Tied{Place: o.Place, Bait: logbook.Event{}.Of(o.State).With.Bait, Casts: o.Casts, Tied: o.State.Mass}
	asked := o.State.Setup
	asked.Hand.Patience, asked.Hand.Feel, asked.Line.Thicker = 1, 1, 1
	if !slices.Contains(asked.Heads, o.State.Mass) {
		asked.Heads = slices.Sorted(slices.Values(append(slices.Clone(asked.Heads), o.State.Mass)))
	}
	answer, err := s.Answer(ctx, asked, choice)
	if ctx.Err() != nil {
		return out, ctx.Err()
	}
	if err != nil || answer.Pick < 0 {
		return out, nil
	}
	out.Said, out.Wait, out.Best = answer.Heads[answer.Pick].Mass, answer.Wait, weighed(answer.Heads[answer.Pick])
	if i := slices.IndexFunc(answer.Heads, func(h advice.Head) bool { return h.Mass == o.State.Mass }); i >= 0 {
		out.Own = weighed(answer.Heads[i])
	}
	if o.Timed > 0 {
		out.Own.Time = o.Timed
	}
	return out, nil
}

// weighed is how a head of an answer does.
func weighed(h advice.Head) lessons.Weighed {
	return lessons.Weighed{Time: h.Fall.Time, Longest: h.Ranges.Time.High, Pull: h.Feel.Pull, Told: h.Feel.Told,
		Hand: h.Feel.Hand}
}

// LearnHand is Hand, where more is logged than when it was learnt last.
func (s *Service) LearnHand(ctx context.Context) error {
	likes, err := s.Preferences(ctx)
	if err != nil {
		return err
	}
	logs, err := s.Logs(ctx)
	if err != nil || likes.Learnt != nil && likes.Learnt.Events == eventsOf(logs) || likes.Learnt == nil &&
		len(logs) == 0 {
		return err
	}
	_, err = s.Hand(ctx, nil)
	return err
}

// Preferences are those of the person.
func (s *Service) Preferences(ctx context.Context) (own.Preferences, error) {
	kept, err := ownOf(ctx, s.store.Tables)
	return kept.Value, err
}

// ownOf is the entry of the preferences; without one its version is 0.
func ownOf(ctx context.Context, t store.Tables) (store.Kept[own.Preferences], error) {
	kept, err := t.Own.Named(ctx, own.Name)
	if errors.Is(err, store.ErrNotFound) {
		return kept, nil
	}
	return kept, err
}

// Prefer keeps what a page likes to have, and what is refused of what is learnt; keys that are left
// out, and nil, stay as they are.
func (s *Service) Prefer(ctx context.Context, to own.Preferences) (kept own.Preferences, err error) {
	err = s.keepOwn(ctx, func(p *own.Preferences) {
		page := maps.Clone(p.Page)
		if page == nil {
			page = map[string]json.RawMessage{}
		}
		maps.Copy(page, to.Page)
		if len(page) > 0 {
			p.Page = page
		}
		if to.Refused != nil {
			p.Refused = to.Refused
		}
		kept = *p
	})
	return kept, err
}

// keepOwn changes the preferences, if the change makes them others.
func (s *Service) keepOwn(ctx context.Context, change func(*own.Preferences)) error {
	was, err := s.Preferences(ctx)
	if err != nil {
		return err
	}
	is := was
	if change(&is); reflect.DeepEqual(was, is) {
		return nil
	}
	if err := is.Validate(nil); err != nil {
		return err
	}
	return s.store.Write(ctx, func(t store.Tables) error {
		kept, err := ownOf(ctx, t)
		if err != nil {
			return err
		}
		change(&kept.Value)
		if kept.Version == 0 {
			_, err = t.Own.Create(ctx, own.Name, kept.Value, s.now())
			return err
		}
		_, err = t.Own.Change(ctx, kept.ID, kept.Version, nil, &kept.Value, s.now())
		return err
	})
}
