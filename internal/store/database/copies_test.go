package database

import (
	"fmt"
	"testing"
	"time"
)

// The latest ten stay, the last of each of seven days, and the last of each of eight
// weeks.
func TestWhichCopiesStay(t *testing.T) {
	noon := time.Date(2026, 10, 1, 12, 0, 0, 0, time.UTC)
	var all []Copy
	for hour := range 24 * 120 { // the latest first
		all = append(all, Copy{Time: noon.Add(-time.Duration(hour) * time.Hour)})
	}
	kept := keep(all)
	days, weeks, count := map[string]bool{}, map[string]bool{}, 0
	for i, k := range kept {
		if !k {
			continue
		}
		count++
		days[all[i].Time.Format(time.DateOnly)] = true
		year, week := all[i].Time.ISOWeek()
		weeks[fmt.Sprint(year, week)] = true
	}
	if !kept[MostCopies-1] || kept[MostCopies] || len(weeks) != mostWeeks || len(days) < mostDays ||
		count > MostCopies+mostDays+mostWeeks {
		t.Errorf("%d copies of %d days and %d weeks", count, len(days), len(weeks))
	}
	// The last of yesterday is among them, the one before it is not.
	last := 13 // 23:00 of the day before noon
	if !kept[last] || kept[last+1] {
		t.Errorf("of yesterday: %v, and the one before: %v", kept[last], kept[last+1])
	}
}
