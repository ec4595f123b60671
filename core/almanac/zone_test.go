package almanac

import (
	"testing"
	"time"
)

// The clocks of some zones about the moments at which they are put forward or back, by the database of zones
// (2026a): half hours, quarters, south of the line, and a month of fasting.
func TestZone(t *testing.T) {
	for _, tt := range []struct {
		name          string
		at            string // UTC
		before, after int    // s ahead of Greenwich
	}{
		{"Europe/Lisbon", "2026-03-29T01:00:00Z", 0, 3600},
		{"Europe/Lisbon", "2026-10-25T01:00:00Z", 3600, 0},
		{"Pacific/Auckland", "2026-04-04T14:00:00Z", 46800, 43200},
		{"Australia/Lord_Howe", "2026-10-03T15:30:00Z", 37800, 39600},
		{"America/St_Johns", "2026-11-01T04:30:00Z", -9000, -12600},
		{"Asia/Kathmandu", "2026-06-01T00:00:00Z", 20700, 20700},
		{"Africa/Casablanca", "2026-02-15T02:00:00Z", 3600, 0},
		{"Africa/Casablanca", "2026-03-22T02:00:00Z", 0, 3600},
		{"UTC", "2026-06-01T00:00:00Z", 0, 0},
		{"", "2026-06-01T00:00:00Z", 0, 0},
		{"America/Sao_Paulo", "2018-11-04T03:00:00Z", -10800, -7200},
	} {
		at, err := time.Parse(time.RFC3339, tt.at)
		if err != nil {
			t.Fatal(err)
		}
		for _, year := range []int{at.Year() - 1, at.Year(), at.Year() + 1} {
			zone, err := Zone(tt.name, year)
			if err != nil {
				t.Errorf("%s: %v", tt.name, err)
				continue
			}
			_, before := at.Add(-time.Second).In(zone).Zone()
			_, after := at.In(zone).Zone()
			if before != tt.before || after != tt.after {
				t.Errorf("%s about %s, by %d: %d and %d s, not %d and %d", tt.name, tt.at, year, before, after,
					tt.before, tt.after)
			}
		}
	}
	for _, name := range []string{"Narnia/Lamppost", "Europe", "../../etc/passwd", "Europe/Lisbon\x00"} {
		if zone, err := Zone(name, 2026); err == nil {
			t.Errorf("%q is %v", name, zone)
		}
	}
}
