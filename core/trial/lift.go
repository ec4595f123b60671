package trial

import "sort"

// back is the time in s that a bait lifted by so much off the bed takes back to it
// on a line that gives freely: what the same height took it at the end of its fall.
func back(f Fall, lift float64) float64 {
	height := func(i int) float64 { return f.Path[i].Z - f.Landing.Z }
	i := sort.Search(len(f.Path), func(i int) bool { return height(i) < lift })
	if i == 0 || i == len(f.Path) {
		return f.Time
	}
	share := (height(i-1) - lift) / (height(i-1) - height(i))
	return f.Time - (f.Path[i-1].Time + share*(f.Path[i].Time-f.Path[i-1].Time))
}
