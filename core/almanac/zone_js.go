//go:build js

package almanac

import (
	"encoding/binary"
	"fmt"
	"slices"
	"sort"
	"strconv"
	"strings"
	"syscall/js"
	"time"
)

// Zone is a time zone by its name, good for a year and those beside it; "" is UTC. It is what the page that
// the engine runs in knows of it: without a database of its own the engine is much smaller. The error says
// that there is none called so.
func Zone(name string, year int) (zone *time.Location, err error) {
	if name == "" || name == "UTC" {
		return time.UTC, nil
	}
	defer func() {
		if fault := recover(); fault != nil { // as the page throws it
			zone, err = nil, fmt.Errorf("almanac: no time zone “%s”", name)
		}
	}()
	shown := js.Global().Get("Intl").Get("DateTimeFormat").New("en-US",
		map[string]any{"timeZone": name, "timeZoneName": "longOffset"})
	offset := func(at time.Time) int32 {
		return offsetOf(shown.Call("format", js.Global().Get("Date").New(float64(at.UnixMilli()))).String())
	}
	const week = 7 * 24 * time.Hour // in which clocks are moved once at most
	var moves []time.Time
	from, end := time.Date(year-1, time.January, 1, 0, 0, 0, 0, time.UTC),
		time.Date(year+2, time.January, 8, 0, 0, 0, 0, time.UTC)
	offsets := []int32{offset(from)}
	for ; from.Before(end); from = from.Add(week) {
		was, is := offsets[len(offsets)-1], offset(from.Add(week))
		if was == is {
			continue
		}
		n := sort.Search(int(week/time.Minute),
			func(i int) bool { return offset(from.Add(time.Duration(i)*time.Minute)) != was })
		moves, offsets = append(moves, from.Add(time.Duration(n)*time.Minute)), append(offsets, is)
	}
	return time.LoadLocationFromTZData(name, tzif(moves, offsets))
}

// offsetOf reads how far a moment that is shown is ahead of Greenwich, s: “11/27/2026, GMT-03:30”.
func offsetOf(shown string) int32 {
	_, text, _ := strings.Cut(shown, "GMT")
	clock := strings.TrimLeft(text, "+-−")
	out, unit := 0, 3600
	for part := range strings.SplitSeq(clock, ":") {
		n, _ := strconv.Atoi(part) // of Greenwich itself nothing is there
		out, unit = out+n*unit, unit/60
	}
	if text != clock && !strings.HasPrefix(text, "+") {
		out = -out
	}
	return int32(out)
}

// tzif is a zone as the database of zones has it (RFC 8536, version 2): offsets, s, of which each but the
// first begins at a move.
func tzif(moves []time.Time, offsets []int32) []byte {
	const name = "local\x00"
	head := slices.Concat([]byte("TZif2"), make([]byte, 15))
	out := slices.Concat(head, make([]byte, 24), head, make([]byte, 12)) // nothing of version 1, no leap seconds
	for _, n := range []int{len(moves), len(offsets), len(name)} {
		out = binary.BigEndian.AppendUint32(out, uint32(n))
	}
	for _, at := range moves {
		out = binary.BigEndian.AppendUint64(out, uint64(at.Unix()))
	}
	for i := range moves {
		out = append(out, byte(i+1))
	}
	for _, o := range offsets {
		out = append(binary.BigEndian.AppendUint32(out, uint32(o)), 0, 0)
	}
	return append(out, name+"\n\n"...)
}
