package pairing

import (
	"errors"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"
)

// A code is good once, for ten minutes, as it is typed.
func TestCode(t *testing.T) {
	now := time.Date(2026, 11, 27, 9, 0, 0, 0, time.UTC)
	c := New(func() time.Time { return now })
	if err := c.Try(""); !errors.Is(err, ErrWrong) {
		t.Errorf("before there is a code: %v", err)
	}
	first, err := c.Show()
	if err != nil || len(first.Code) != codeLength || first.Until.Sub(now) != 10*time.Minute ||
		strings.Trim(first.Code, alphabet) != "" {
		t.Fatalf("%+v %v", first, err)
	}
	if again, _ := c.Show(); again != first {
		t.Errorf("%+v", again)
	}
	if err := c.Try(strings.ToLower(first.Code[:4]) + " - " + first.Code[4:]); err != nil {
		t.Error(err)
	}
	if err := c.Try(first.Code); !errors.Is(err, ErrWrong) {
		t.Errorf("a second time: %v", err)
	}
	second, _ := c.Show()
	if second.Code == first.Code {
		t.Error("the same once more")
	}
	now = now.Add(10*time.Minute - time.Second)
	if third, _ := c.Show(); third != second {
		t.Errorf("%+v", third)
	}
	now = now.Add(time.Second)
	if err := c.Try(second.Code); !errors.Is(err, ErrWrong) {
		t.Errorf("after ten minutes: %v", err)
	}
}

// After five that were wrong nothing is let in for ten minutes, the right one neither.
func TestTries(t *testing.T) {
	now := time.Date(2026, 11, 27, 9, 0, 0, 0, time.UTC)
	c := New(func() time.Time { return now })
	code, _ := c.Show()
	for i := range 5 {
		want := ErrWrong
		if i == 4 {
			want = ErrWait
		}
		if err := c.Try("WRONG"); !errors.Is(err, want) {
			t.Errorf("try %d: %v", i+1, err)
		}
	}
	if err := c.Try(code.Code); !errors.Is(err, ErrWait) {
		t.Error(err)
	}
	if shown, err := c.Show(); !errors.Is(err, ErrWait) || shown.Until.Sub(now) != 10*time.Minute || shown.Code != "" {
		t.Errorf("%+v %v", shown, err)
	}
	now = now.Add(10*time.Minute - time.Second)
	if err := c.Try(code.Code); !errors.Is(err, ErrWait) {
		t.Error(err)
	}
	now = now.Add(time.Second)
	fresh, err := c.Show()
	if err != nil || c.Try(fresh.Code) != nil {
		t.Errorf("%+v %v", fresh, err)
	}
}

// A hundred thousand guesses over a day let nobody in; of ten devices at once with the right
// code one is.
func TestGuesses(t *testing.T) {
	now := time.Date(2026, 11, 27, 9, 0, 0, 0, time.UTC)
	c := New(func() time.Time { return now })
	for range 100_000 {
		_, _ = c.Show()
		if c.Try(fresh()) == nil {
			t.Fatal("one was let in")
		}
		now = now.Add(time.Second)
	}
	now = now.Add(waits)
	code, err := c.Show()
	if err != nil {
		t.Fatal(err)
	}
	var in atomic.Int64
	var all sync.WaitGroup
	for range 10 {
		all.Go(func() {
			if c.Try(code.Code) == nil {
				in.Add(1)
			}
		})
	}
	all.Wait()
	if in.Load() != 1 {
		t.Errorf("%d were let in", in.Load())
	}
}

func TestToken(t *testing.T) {
	a, hash := Token()
	b, _ := Token()
	if a == b || len(a) != 52 || len(hash) != 64 || Hash(a) != hash || Hash(b) == hash {
		t.Errorf("%s %s %s", a, b, hash)
	}
}
