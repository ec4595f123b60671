package live

import (
	"bufio"
	"context"
	"errors"
	"io"
	"os"
	"strconv"
	"strings"
	"time"

	"dunvel/core/boat"
	"dunvel/internal/nmea"
)

// A recording whose sentences tell no time is played at so many a second; between two that
// do nothing lasts longer than so.
const (
	untimed    = 10
	longestGap = time.Minute
	clockOf    = 6 // digits: hours, minutes, seconds
)

// timeAt is where in a sentence of a kind the time of the day stands.
var timeAt = map[string]int{"RMC": 0, "GGA": 0, "GLL": 4, "ZDA": 0}

// play plays a recording in its own time, over its speed.
func (b *Boat) play(ctx context.Context, s *source) error {
	file, err := os.Open(s.spec.Address)
	if err != nil {
		return err
	}
	defer func() { _ = file.Close() }()
	b.goes(s, boat.Listening, "")
	in := bufio.NewReaderSize(file, mostRead)
	var was time.Duration
	timed := false
	for {
		line, err := in.ReadSlice('\n')
		if len(line) > 0 {
			if at, ok := clock(string(line)); ok {
				if gap := at - was; timed && gap > 0 {
					err = errors.Join(err, pause(ctx, min(gap, longestGap), s.spec.Speed))
				}
				was, timed = at, true
			} else if !timed {
				err = errors.Join(err, pause(ctx, time.Second/untimed, s.spec.Speed))
			}
			b.take(s, line)
		}
		switch {
		case ctx.Err() != nil:
			return ctx.Err()
		case errors.Is(err, io.EOF):
			b.take(s, []byte{'\n'})
			return nil
		case err != nil && !errors.Is(err, bufio.ErrBufferFull): // a line without end is read in pieces
			return err
		}
	}
}

// pause waits for so long at a speed.
func pause(ctx context.Context, d time.Duration, speed float64) error {
	select {
	case <-ctx.Done():
		return ctx.Err()
	case <-time.After(time.Duration(float64(d) / speed)):
		return nil
	}
}

// clock is the time of the day of a sentence that has one.
func clock(line string) (time.Duration, bool) {
	_, line, found := strings.Cut(line, "$")
	if !found {
		return 0, false
	}
	s, err := nmea.Parse("$" + line)
	if err != nil {
		return 0, false
	}
	i, has := timeAt[s.Kind]
	if !has || i >= len(s.Fields) || len(s.Fields[i]) < clockOf {
		return 0, false
	}
	text := s.Fields[i]
	hours, err1 := strconv.Atoi(text[:2])
	minutes, err2 := strconv.Atoi(text[2:4])
	seconds, err3 := strconv.ParseFloat(text[4:], 64)
	if errors.Join(err1, err2, err3) != nil || hours > 23 || minutes > 59 || seconds >= 61 || hours < 0 ||
		minutes < 0 || seconds < 0 {
		return 0, false
	}
	return time.Duration(hours)*time.Hour + time.Duration(minutes)*time.Minute +
		time.Duration(seconds*float64(time.Second)), true
}
