package main

import (
	"context"
	"math"
	"time"

	"dunvel/core/advice"
	"dunvel/core/setup"
	"dunvel/core/stage"
)

// pacer knows how fast the machine is now and how fast it has been: one that shares its host is slowed by others there, by up
// to half, for seconds or for hours, and tells nothing of it.
type pacer struct {
	now         func() (seconds float64, err error) // what a fixed piece of work takes
	sleep       func(time.Duration)
	least, most float64 // s, of all that it took
}

func newPacer() *pacer { return &pacer{now: answered, sleep: time.Sleep, least: math.Inf(1)} }

// hurried is how much longer than at best that may take for the machine to be as fast as it can be; between two looks at it
// lies a pause, and so many are taken at most.
const (
	hurried = 1.15
	pause   = time.Second
	looks   = 30
)

// quiet waits until the machine is about as fast as it ever was, or for half a minute.
func (p *pacer) quiet() error {
	for range looks {
		took, err := p.look()
		if err != nil {
			return err
		}
		if took <= hurried*p.least {
			return nil
		}
		p.sleep(pause)
	}
	return nil
}

// learn looks at the machine for half a minute.
func (p *pacer) learn() error {
	for range looks {
		if _, err := p.look(); err != nil {
			return err
		}
		p.sleep(pause)
	}
	return nil
}

func (p *pacer) look() (float64, error) {
	took, err := p.now()
	p.least, p.most = min(p.least, took), max(p.most, took)
	return took, err
}

// answered is what an answer for the standard setup takes, s: the fastest of some.
func answered() (float64, error) {
	const some = 5
	least := math.Inf(1)
	for range some {
		began := time.Now()
		if _, err := advice.New(stage.Knowledge{}).Answer(context.Background(), setup.Default(), nil); err != nil {
			return 0, err
		}
		least = min(least, time.Since(began).Seconds())
	}
	return least, nil
}
