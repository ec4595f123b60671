// Package moments reads days and times as people and spreadsheets of any country write them.
package moments

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
	"time"
)

// Orders of the parts of a day that is written with numbers.
const (
	DayFirst   = "day first"
	MonthFirst = "month first"
)

var (
	numbered  = regexp.MustCompile(`^(?:[A-Za-z]+[.,]*\s+)?(\d{1,4})([./-])\s?(\d{1,2})[./-]\s?(\d{1,4})\b[T,.]?\s*(.*)$`)
	dayNamed  = regexp.MustCompile(`^(?:[A-Za-z]+[.,]*\s+)?(\d{1,2})\.?[\s-]+([A-Za-z]+)\.?,?[\s-]+(\d{2,4})\b[T,]?\s*(.*)$`)
	monthHead = regexp.MustCompile(`^(?:[A-Za-z]+[.,]*\s+)?([A-Za-z]+)\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})\b,?\s*(.*)$`)
	clockTime = regexp.MustCompile(`^(\d{1,2})(?:[:.h](\d{2})(?:[:.](\d{2})(?:[.,]\d+)?)?)?\s*([AaPp])?\.?(?:[Mm]\.?)?\s*(Z|[+-]\d{2}:?\d{2})?$`)
	serial    = regexp.MustCompile(`^\d{5}(?:\.\d+)?$`)
	offset    = regexp.MustCompile(`^(?:Z|[+-]\d{2}:?\d{2})$`)
	fraction  = regexp.MustCompile(`^0(?:\.\d+)?$`)
)

// Order is how a day that is written with numbers can be read: in an order, or in either.
func Order(text string) (order string, either bool) {
	m := numbered.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil || len(m[1]) == 4 {
		return "", false
	}
	first, _ := strconv.Atoi(m[1])
	second, _ := strconv.Atoi(m[3])
	switch {
	case first > 12 && second <= 12 || m[2] == ".": // a point stands after a day
		return DayFirst, false
	case second > 12 && first <= 12:
		return MonthFirst, false
	}
	return "", first <= 12 && second <= 12 && first != second
}

// Reader reads a day, and a time of it where there is one, as they stand in cells: in one, or in two.
type Reader struct {
	Order string // of days with numbers, as the whole column has it or the angler says
	Zone  *time.Location
}

// Read reads a day and a time; timed is false for a day alone. The zone may stand in a cell of its own.
func (m Reader) Read(day, clock, zone string) (at time.Time, timed bool, err error) {
	text := strings.TrimSpace(strings.TrimSpace(day) + " " + strings.TrimSpace(clock))
	if zone = strings.TrimSpace(zone); offset.MatchString(zone) && !strings.HasSuffix(text, zone) {
		text += " " + zone
	}
	if at, err := time.Parse(time.RFC3339, strings.Replace(strings.TrimSpace(day), " ", "T", 1)); err == nil {
		return at, true, nil
	}
	wrong := fmt.Errorf("time: “%s” is not a day and a time; write 2026-05-12 19:30", text)
	year, month, date, rest, ok := m.Day(text)
	if !ok {
		return at, false, wrong
	}
	hour, minute, second, in, ok := m.Clock(rest)
	if !ok {
		return at, false, wrong
	}
	at = time.Date(year, time.Month(month), date, hour, minute, second, 0, in)
	if at.Day() != date || int(at.Month()) != month {
		return at, false, fmt.Errorf("time: “%s”: there is no such day", text)
	}
	return at, rest != "" && !strings.HasPrefix(rest, "+") && !strings.HasPrefix(rest, "-") && rest != "Z", nil
}

// Day reads the day at the beginning of a text, and what follows it.
func (m Reader) Day(text string) (year, month, date int, rest string, ok bool) {
	head, tail, _ := strings.Cut(text, " ")
	if serial.MatchString(head) { // days since 1900, as spreadsheets count them
		days, _ := strconv.ParseFloat(head, 64)
		at := time.Date(1899, time.December, 30, 0, 0, 0, 0, time.UTC).Add(
			time.Duration(math.Round(days*86400)) * time.Second)
		if days != math.Floor(days) {
			tail = strings.TrimSpace(at.Format("15:04:05") + " " + tail)
		}
		return at.Year(), int(at.Month()), at.Day(), tail, true
	}
	if f := numbered.FindStringSubmatch(text); f != nil {
		a, _ := strconv.Atoi(f[1])
		b, _ := strconv.Atoi(f[3])
		c, _ := strconv.Atoi(f[4])
		switch {
		case len(f[1]) == 4:
			return a, b, c, f[5], true
		case m.Order == MonthFirst && f[2] != ".":
			return century(f[4], c), a, b, f[5], true
		}
		return century(f[4], c), b, a, f[5], true
	}
	if f := dayNamed.FindStringSubmatch(text); f != nil {
		date, _ = strconv.Atoi(f[1])
		year, _ = strconv.Atoi(f[3])
		return century(f[3], year), monthNamed(f[2]), date, f[4], monthNamed(f[2]) > 0
	}
	if f := monthHead.FindStringSubmatch(text); f != nil {
		date, _ = strconv.Atoi(f[2])
		year, _ = strconv.Atoi(f[3])
		return year, monthNamed(f[1]), date, f[4], monthNamed(f[1]) > 0
	}
	return 0, 0, 0, "", false
}

// century is a year that may be written with two digits: of this century up to 69 (POSIX).
func century(text string, year int) int {
	switch {
	case len(text) > 2:
		return year
	case year < 70:
		return 2000 + year
	}
	return 1900 + year
}

// monthNamed is the number of a month by its English name or the beginning of it; 0 for none.
func monthNamed(name string) int {
	if len(name) < 3 {
		return 0
	}
	for month := time.January; month <= time.December; month++ {
		if strings.HasPrefix(strings.ToLower(month.String()), strings.ToLower(name)) {
			return int(month)
		}
	}
	return 0
}

// Clock reads a time of the day, and in which zone it is; noon where there is none.
func (m Reader) Clock(text string) (hour, minute, second int, zone *time.Location, ok bool) {
	text = strings.TrimSpace(text)
	if head, _, _ := strings.Cut(text, " "); fraction.MatchString(head) { // of a day, as spreadsheets have it
		share, _ := strconv.ParseFloat(head, 64)
		at := int(math.Round(share * 86400))
		text = fmt.Sprintf("%02d:%02d:%02d", at/3600%24, at/60%60, at%60) + strings.TrimPrefix(text, head)
	}
	if text == "Z" || strings.HasPrefix(text, "+") || strings.HasPrefix(text, "-") {
		text = "12:00 " + text
	}
	if text == "" {
		return 12, 0, 0, m.Zone, true
	}
	f := clockTime.FindStringSubmatch(text)
	if f == nil || f[2] == "" && f[4] == "" {
		return 0, 0, 0, nil, false
	}
	hour = hourOf(f[1], strings.ToLower(f[4]))
	minute, _ = strconv.Atoi("0" + f[2])
	second, _ = strconv.Atoi("0" + f[3])
	if hour < 0 || hour > 23 || minute > 59 || second > 59 {
		return 0, 0, 0, nil, false
	}
	return hour, minute, second, zoneOf(f[5], m.Zone), true
}

// hourOf is an hour as it is written, in the half of the day that a letter says, if one does; -1
// where there is no such hour in it.
func hourOf(text, half string) int {
	hour, _ := strconv.Atoi(text)
	switch {
	case half == "":
		return hour
	case hour < 1 || hour > 12:
		return -1
	case half == "p":
		return hour%12 + 12
	}
	return hour % 12
}

// zoneOf is a zone by how far it is from Greenwich, or the usual one.
func zoneOf(text string, usual *time.Location) *time.Location {
	switch {
	case text == "":
		return usual
	case text == "Z":
		return time.UTC
	}
	digits := strings.ReplaceAll(text[1:], ":", "")
	hours, _ := strconv.Atoi(digits[:2])
	minutes, _ := strconv.Atoi(digits[2:])
	seconds := hours*3600 + minutes*60
	if text[0] == '-' {
		seconds = -seconds
	}
	return time.FixedZone("", seconds)
}
