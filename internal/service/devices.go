package service

import (
	"context"
	"slices"
	"time"

	"dunvel/core/input"
	"dunvel/internal/pairing"
	"dunvel/internal/store"
)

// usedEvery is how finely it is kept when a device was used last.
const usedEvery = time.Hour

// Pair lets a device in, and returns its token, which is kept nowhere but there.
func (s *Service) Pair(ctx context.Context, name string) (token string, kept store.Kept[store.Device], err error) {
	if name, err = input.CleanName(name); err != nil {
		return "", kept, err
	}
	token, hash := pairing.Token()
	kept, err = s.store.Devices.Add(ctx, name, store.Device{Hash: hash, Used: s.now()}, s.now())
	return token, kept, err
}

// DeviceOf is the device of a token, which is noted as used. Errors: store.ErrNotFound where
// there is none, or none any more.
func (s *Service) DeviceOf(ctx context.Context, token string) (store.Kept[store.Device], error) {
	all, err := s.store.Devices.List(ctx)
	if err != nil {
		return store.Kept[store.Device]{}, err
	}
	hash := pairing.Hash(token)
	i := slices.IndexFunc(all, func(k store.Kept[store.Device]) bool { return k.Value.Hash == hash })
	if i < 0 {
		return store.Kept[store.Device]{}, store.ErrNotFound
	}
	d := all[i]
	if s.now().Sub(d.Value.Used) < usedEvery {
		return d, nil
	}
	used := d.Value
	used.Used = s.now()
	if kept, err := s.store.Devices.Change(ctx, d.ID, d.Version, nil, &used, s.now()); err == nil {
		d = kept
	} // another request of it has noted it, or the disk is full: it is let in all the same
	return d, nil
}

// Devices are those that are let in, by name.
func (s *Service) Devices(ctx context.Context) ([]store.Kept[store.Device], error) {
	return s.store.Devices.List(ctx)
}

// ChangeDevice sets what a device is called and whether it may only read.
func (s *Service) ChangeDevice(ctx context.Context, id int64, name string,
	reads bool) (out store.Kept[store.Device], err error) {
	if name, err = input.CleanName(name); err != nil {
		return out, err
	}
	return out, s.store.Write(ctx, func(t store.Tables) error {
		d, err := t.Devices.Get(ctx, id)
		if err != nil {
			return err
		}
		d.Value.Reads = reads
		out, err = t.Devices.Change(ctx, id, d.Version, &name, &d.Value, s.now())
		return err
	})
}

// Revoke lets a device in no more.
func (s *Service) Revoke(ctx context.Context, id int64) error {
	return s.store.Devices.Delete(ctx, id, s.now())
}

// LetInAgain lets a device in again that was not to be.
func (s *Service) LetInAgain(ctx context.Context, id int64) (store.Kept[store.Device], error) {
	return s.store.Devices.Restore(ctx, id)
}
