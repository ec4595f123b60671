package days

import (
	"encoding/csv"
	"io"
	"math"
	"strconv"
	"time"

	"dunvel/core/day"
)

// dayColumns are the heads of the table of a day.
var dayColumns = []string{
	"time", "spot", "tide (m)", "depth (m)", "current (m/s)", "runs towards (degrees)", "wind (m/s)",
	"blows towards (degrees)", "tie on (g)", "on the rods (g)",
}

// WriteDay writes a day as a table (RFC 4180), a line for every moment that is shown: units
// in the header, what is not known or does not exist left empty.
func WriteDay(w io.Writer, sky *day.Sky, worked *day.Worked) error {
	out := csv.NewWriter(w)
	out.UseCRLF = true
	if err := out.Write(dayColumns); err != nil {
		return err
	}
	levels := map[int64]float64{}
	for _, l := range sky.Levels {
		levels[l.Time.Unix()] = l.Height
	}
	for i, spot := range sky.Spots {
		for _, c := range spot.Conditions {
			row := []string{c.Time.Format(time.RFC3339), spot.Name, ""}
			if h, ok := levels[c.Time.Unix()]; ok {
				row[2] = thousandths(h)
			}
			row = append(row, thousandths(c.Depth), thousandths(c.Flow), thousandths(c.FlowDirection),
				thousandths(c.Wind), thousandths(c.WindDirection))
			pick, rod := headsAt(worked, i, c.Time)
			if err := out.Write(append(row, grams(pick), grams(rod))); err != nil {
				return err
			}
		}
	}
	out.Flush()
	return out.Error()
}

// headsAt are the masses in kg of the head to tie on at a spot and a time, and of the one that is
// on a rod then; 0 where there is none.
func headsAt(worked *day.Worked, spot int, at time.Time) (pick, rod float64) {
	within := func(from, to time.Time) bool { return !at.Before(from) && at.Before(to) }
	for _, p := range worked.Pieces {
		if p.Spot == spot && within(p.From, p.To) {
			pick = p.Mass
		}
	}
	for _, f := range worked.Fished {
		if f.Spot == spot && within(f.From, f.To) {
			rod = f.Mass
		}
	}
	return pick, rod
}

// thousandths is a number to a thousandth.
func thousandths(v float64) string { return strconv.FormatFloat(math.Round(v*1e3)/1e3, 'f', -1, 64) }

// grams is a mass in kg in g; empty where there is none.
func grams(kg float64) string {
	if kg == 0 {
		return ""
	}
	return thousandths(1e3 * kg)
}
