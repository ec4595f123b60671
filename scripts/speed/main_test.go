package main

import "testing"

// Of some runs of a benchmark the fastest is told, with all that it was, in the order in which they came; one that broke off
// tells what it has.
func TestFigures(t *testing.T) {
	var f figures
	for _, printed := range []string{`goos: linux
BenchmarkAnswer/slow_fall,_breeze-2   10   90000000 ns/op   170.4 cpu-ms/op   20.25 first-ms/op
BenchmarkAnswer/hover-2   10   4e+07 ns/op   78 cpu-ms/op
PASS
`, "", `BenchmarkAnswer/slow_fall,_breeze-2   10   70000000 ns/op   130 cpu-ms/op   15.5 first-ms/op
BenchmarkAnswer/hover-2   10   4.1e+07 ns/op   70 cpu-ms/op   3 pictures/s
BenchmarkAnswer/all-2   1   1.25e+10 ns/op   51.5 half-ms   120 most-ms   300 worst-ms
FAIL
`} {
		f.add("BenchmarkAnswer", printed)
	}
	const want = `| slow fall, breeze | 70 ms, 130 ms of processor, the first after 15.5 ms |
| hover | 40 ms, 78 ms of processor |
| all | 12.5 s, half of them within 51.5 ms of processor, 19 of 20 within 120 ms, the worst 300 ms |
`
	if got := f.table(); got != want {
		t.Errorf("%s\nwant %s", got, want)
	}
}
