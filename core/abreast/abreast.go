// Package abreast does things side by side that do not depend on one another.
package abreast

import (
	"runtime"
	"sync/atomic"

	"golang.org/x/sync/errgroup"
)

// Each does something for every number from 0 up to n, on all processors, and returns once it is done. After an
// error, which it returns, nothing more is begun.
//
// It may be called within itself. The caller takes part, so that where all processors are busy already it does all of
// it, and those that were to help find nothing left; a new goroutine for each number would have its stack to grow anew.
func Each(n int, do func(i int) error) error {
	var next atomic.Int64
	var over atomic.Bool
	take := func() error {
		for !over.Load() {
			i := int(next.Add(1)) - 1
			if i >= n {
				break
			}
			if err := do(i); err != nil {
				over.Store(true)
				return err
			}
		}
		return nil
	}
	var helpers errgroup.Group
	for range min(n, runtime.GOMAXPROCS(0)) - 1 {
		helpers.Go(take)
	}
	err := take()
	if other := helpers.Wait(); err == nil {
		err = other
	}
	return err
}
