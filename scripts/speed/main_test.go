package main

import "testing"

// Of some runs of a benchmark the fastest is told, with all that it was, in the order in which they came.
func TestTable(t *testing.T) {
	const printed = `goos: linux
BenchmarkAnswer/slow_fall,_breeze-2   10   90000000 ns/op   170.4 cpu-ms/op   20.25 first-ms/op
BenchmarkAnswer/hover-2   10   4e+07 ns/op   78 cpu-ms/op
BenchmarkAnswer/slow_fall,_breeze-2   10   70000000 ns/op   130 cpu-ms/op   15.5 first-ms/op
BenchmarkAnswer/hover-2   10   4.1e+07 ns/op   70 cpu-ms/op   3 pictures/s
PASS
`
	const want = `| slow fall, breeze | 70 ms, 130 ms of processor, the first after 15.5 ms |
| hover | 40 ms, 78 ms of processor |
`
	if got := table("BenchmarkAnswer", printed); got != want {
		t.Errorf("%s\nwant %s", got, want)
	}
}
