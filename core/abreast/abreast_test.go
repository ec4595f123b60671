package abreast

import (
	"errors"
	"fmt"
	"runtime"
	"sync"
	"sync/atomic"
	"testing"
	"time"
)

func TestEachIsDoneOnce(t *testing.T) {
	for _, n := range []int{0, 1, 2, 100} {
		done := make([]atomic.Int64, n)
		if err := Each(n, func(i int) error { done[i].Add(1); return nil }); err != nil {
			t.Errorf("of %d: %v", n, err)
		}
		for i := range done {
			if got := done[i].Load(); got != 1 {
				t.Errorf("of %d number %d was done %d times", n, i, got)
			}
		}
	}
}

// TestSideBySide has two wait for one another, which only ends where they are done at the same time.
func TestSideBySide(t *testing.T) {
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(2))
	var both sync.WaitGroup
	both.Add(2)
	ended := make(chan error, 1)
	go func() {
		ended <- Each(2, func(int) error {
			both.Done()
			both.Wait()
			return nil
		})
	}()
	select {
	case <-ended:
	case <-time.After(time.Minute):
		t.Error("two are done one after the other on two processors")
	}
}

func TestNoMoreThanProcessors(t *testing.T) {
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(3))
	var now, most atomic.Int64
	Each(200, func(int) error {
		here := now.Add(1)
		for {
			before := most.Load()
			if here <= before || most.CompareAndSwap(before, here) {
				break
			}
		}
		runtime.Gosched()
		now.Add(-1)
		return nil
	})
	if most.Load() > 3 {
		t.Errorf("%d were done at the same time on 3 processors", most.Load())
	}
}

func TestAnErrorEndsIt(t *testing.T) {
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(1))
	wrong := errors.New("wrong")
	begun := 0
	err := Each(100, func(i int) error {
		begun++
		if i == 3 {
			return fmt.Errorf("number %d: %w", i, wrong)
		}
		return nil
	})
	if !errors.Is(err, wrong) || begun != 4 {
		t.Errorf("%v, after %d", err, begun)
	}
}

// TestAnErrorOfAHelper has the error come from whichever does the number that fails.
func TestAnErrorOfAHelper(t *testing.T) {
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(2))
	wrong := errors.New("wrong")
	for fails := range 2 {
		var both sync.WaitGroup
		both.Add(2)
		err := Each(2, func(i int) error {
			both.Done()
			both.Wait() // each is done by another goroutine
			if i == fails {
				return wrong
			}
			return nil
		})
		if err != wrong {
			t.Errorf("number %d: %v", fails, err)
		}
	}
}

func TestWithinItself(t *testing.T) {
	var sum atomic.Int64
	err := Each(10, func(i int) error {
		return Each(10, func(k int) error {
			sum.Add(int64(10*i + k))
			return nil
		})
	})
	if err != nil || sum.Load() != 4950 {
		t.Errorf("%v, sum %d", err, sum.Load())
	}
}
