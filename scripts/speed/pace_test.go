package main

import (
	"errors"
	"testing"
	"time"
)

// A measurement waits until the machine is about as fast as it was at best, and no longer than for so many looks.
func TestQuiet(t *testing.T) {
	for name, c := range map[string]struct {
		takes   []float64 // the last again and again
		pauses  int
		fastest float64
	}{
		"at once, as nothing faster is known": {[]float64{2}, 0, 1},
		"a little slower":                     {[]float64{1.14}, 0, 1},
		"slower for two looks":                {[]float64{1.16, 2, 1.1}, 2, 1},
		"slower for ever":                     {[]float64{1.5}, looks, 1},
		"faster than ever":                    {[]float64{0.5}, 0, 0.5},
	} {
		look, pauses := 0, 0
		p := newPacer()
		p.now = func() (float64, error) { look++; return c.takes[min(look, len(c.takes))-1], nil }
		p.sleep = func(time.Duration) { pauses++ }
		if name != "at once, as nothing faster is known" {
			p.least = 1
		} else {
			c.fastest = 2
		}
		if err := p.quiet(); err != nil || pauses != c.pauses || p.least != c.fastest {
			t.Errorf("%s: %d pauses, at best %v; %v", name, pauses, p.least, err)
		}
	}
}

// To begin with a machine is looked at for as long as it is waited for at most.
func TestLearn(t *testing.T) {
	took := []float64{3, 1, 2}
	look := 0
	p := newPacer()
	p.now = func() (float64, error) { look++; return took[look%3], nil }
	p.sleep = func(time.Duration) {}
	if err := p.learn(); err != nil || look != looks || p.least != 1 || p.most != 3 {
		t.Errorf("%d looks, %v to %v; %v", look, p.least, p.most, err)
	}
	p.now = func() (float64, error) { return 0, errors.New("broken") }
	if p.learn() == nil || p.quiet() == nil {
		t.Error("no error")
	}
}

func TestAnswered(t *testing.T) {
	if took, err := answered(); err != nil || !(took > 0) {
		t.Errorf("%v, %v", took, err)
	}
}
