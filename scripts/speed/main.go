// Speed runs the benchmarks of what a user waits for and adds their figures to a document,
// as a table of its own under the date and the commit, so that its history can be read.
package main

import (
	"errors"
	"fmt"
	"math"
	"os"
	"os/exec"
	"strconv"
	"strings"
	"time"
)

// benches are what is measured, in the order in which it is told: how many times in a run, and in how many runs in a row.
var benches = []struct{ title, pkg, bench, times, runs string }{
	{"The engine against the explicit solver of the tests, times as fast", "./core/mechanics",
		"BenchmarkAgainstExplicit", "1x", "3"},
	{"A draft of an answer", "./core/advice", "BenchmarkDraft", "4x", "8"},
	{"A whole answer", "./core/advice", "BenchmarkAnswer", "3x", "10"},
	{"A whole answer for two states of the flow", "./core/advice", "BenchmarkBothStates", "2x", "10"},
	{"A whole answer in 120 random waters as they are fished, many of them windier than those above", "./core/advice", "BenchmarkSomeWaters", "1x", "1"},
	{"What would change it", "./core/advice", "BenchmarkChanges", "1x", "6"},
	{"A map of 40 by 40", "./core/advice", "BenchmarkChart", "1x", "3"},
	{"Four outfits compared", "./core/advice", "BenchmarkCompare", "2x", "5"},
	{"10,000 events over HTTP", "./internal/server", "BenchmarkSeason", "5x", "4"},
	{"Card, practice, truth and drops on the demo data, over HTTP", "./internal/server", "BenchmarkBeside", "5x", "4"},
	{"What the server holds on to, before and after every 200 drafts and answers of a drag", "./internal/server",
		"BenchmarkMemory", "3x", "1"},
	{"Dragging the depth in the browser", "./test/browser", "BenchmarkDragging", "4x", "1"},
}

func main() {
	if len(os.Args) != 2 {
		fmt.Fprintln(os.Stderr, "usage: speed DOCUMENT")
		os.Exit(2)
	}
	if err := run(os.Args[1]); err != nil {
		fmt.Fprintln(os.Stderr, "speed:", err)
		os.Exit(1)
	}
}

func run(document string) error {
	commit, err := exec.Command("git", "rev-parse", "--short", "HEAD").Output()
	if err != nil {
		return fmt.Errorf("commit: %w", err)
	}
	measured := make([]figures, len(benches))
	failed := make([]error, len(benches))
	for range rounds {
		for i, b := range benches {
			printed, err := measure(b.pkg, b.bench, b.times, b.runs)
			if err != nil {
				failed[i] = fmt.Errorf("%s: %w", b.bench, err)
			}
			measured[i].add(b.bench, printed)
		}
	}
	var out strings.Builder
	fmt.Fprintf(&out, "\n## %s, %s\n", time.Now().Format("2 January 2006"), strings.TrimSpace(string(commit)))
	for i, b := range benches {
		title := b.title
		if failed[i] != nil { // what was measured is kept all the same
			title += " (it failed once)"
		}
		fmt.Fprintf(&out, "\n%s\n\n| | |\n|---|---|\n%s", title, measured[i].table())
	}
	text, err := os.ReadFile(document)
	if err == nil {
		err = os.WriteFile(document, append(text, out.String()...), 0o644)
	}
	return errors.Join(append(failed, err)...)
}

// rounds is how often everything is measured, one after the other, and each time as often as it says. Of each row the fastest run
// is told: a machine that shares its host is slowed by others there, to half and for some seconds at a time, which only adds.
const rounds = 3

// measure runs a benchmark and returns what it printed.
func measure(pkg, bench, times, runs string) (string, error) {
	cmd := exec.Command("go", "test", "-run", "^$", "-bench", bench+"$", "-benchtime", times, "-count", runs, "-timeout", "60m", pkg)
	cmd.Stderr = os.Stderr
	text, err := cmd.Output()
	if err != nil {
		err = fmt.Errorf("%w: %s", err, text)
	}
	return string(text), err
}

// figures are those of one benchmark: of each of its rows the run that took least, in the order in which they came first.
type figures struct {
	names []string
	least map[string][]string // value and unit in turn
}

// add takes up the rows of a run.
func (f *figures) add(bench, printed string) {
	if f.least == nil {
		f.least = map[string][]string{}
	}
	for line := range strings.Lines(printed) {
		fields := strings.Fields(line)
		if len(fields) < 4 || !strings.HasPrefix(fields[0], "Benchmark") {
			continue
		}
		name, _, _ := strings.Cut(strings.ReplaceAll(strings.TrimPrefix(fields[0], bench), "_", " "), "-2")
		name = strings.TrimPrefix(name, "/")
		before, known := f.least[name]
		if !known {
			f.names = append(f.names, name)
		}
		if !known || number(fields[2]) < number(before[0]) {
			f.least[name] = fields[2:]
		}
	}
}

// table is what was measured as rows of a table.
func (f *figures) table() string {
	var out strings.Builder
	for _, name := range f.names {
		fields := f.least[name]
		var told []string
		for i := 0; i+1 < len(fields); i += 2 {
			told = append(told, figure(fields[i], fields[i+1]))
		}
		fmt.Fprintf(&out, "| %s | %s |\n", name, strings.Join(told, ", "))
	}
	return out.String()
}

// number reads a value that a benchmark printed; not a number where it is none.
func number(value string) float64 {
	v, err := strconv.ParseFloat(value, 64)
	if err != nil {
		return math.NaN()
	}
	return v
}

// figure says a value of a benchmark in its unit; times are told in ms.
func figure(value, unit string) string {
	v := number(value)
	switch unit {
	case "ns/op":
		if v >= 1e9 {
			return fmt.Sprintf("%.3g s", v/1e9)
		}
		return fmt.Sprintf("%.3g ms", v/1e6)
	case "cpu-ms/op":
		return fmt.Sprintf("%.3g ms of processor", v)
	case "half-ms":
		return fmt.Sprintf("half of them within %.3g ms of processor", v)
	case "most-ms":
		return fmt.Sprintf("19 of 20 within %.3g ms", v)
	case "worst-ms":
		return fmt.Sprintf("the worst %.3g ms", v)
	case "first-ms/op":
		return fmt.Sprintf("the first after %.3g ms", v)
	}
	return fmt.Sprintf("%.3g %s", v, strings.TrimSuffix(unit, "/op"))
}
