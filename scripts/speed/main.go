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

// benches are what is measured, in the order in which it is told.
var benches = []struct{ title, pkg, bench, times string }{
	{"The engine against the explicit solver of the tests, times as fast", "./core/mechanics",
		"BenchmarkAgainstExplicit", "3x"},
	{"A draft of an answer", "./core/advice", "BenchmarkDraft", "10x"},
	{"A whole answer", "./core/advice", "BenchmarkAnswer", "10x"},
	{"A whole answer for two states of the flow", "./core/advice", "BenchmarkBothStates", "10x"},
	{"A whole answer in 120 random waters as they are fished, many of them windier than those above", "./core/advice", "BenchmarkSomeWaters", "1x"},
	{"What would change it", "./core/advice", "BenchmarkChanges", "2x"},
	{"A map of 40 by 40", "./core/advice", "BenchmarkChart", "1x"},
	{"Four outfits compared", "./core/advice", "BenchmarkCompare", "3x"},
	{"10,000 events over HTTP", "./internal/server", "BenchmarkSeason", "20x"},
	{"Card, practice, truth and drops on the demo data, over HTTP", "./internal/server", "BenchmarkBeside", "20x"},
	{"What the server holds on to, before and after every 200 drafts and answers of a drag", "./internal/server",
		"BenchmarkMemory", "3x"},
	{"Dragging the depth in the browser", "./test/browser", "BenchmarkDragging", "4x"},
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
	var out strings.Builder
	fmt.Fprintf(&out, "\n## %s, %s\n", time.Now().Format("2 January 2006"), strings.TrimSpace(string(commit)))
	var failed error
	for _, b := range benches {
		figures, lost, err := quietly(now, func() (string, error) { return measure(b.pkg, b.bench, b.times) })
		title := b.title
		switch {
		case err != nil: // what else was measured is kept all the same
			failed = errors.Join(failed, fmt.Errorf("%s: %w", b.bench, err))
			title += " (it failed)"
		case lost > little:
			title += fmt.Sprintf(" (%.0f %% of the processors lost to others on the host)", 100*lost)
		}
		fmt.Fprintf(&out, "\n%s\n\n| | |\n|---|---|\n%s", title, figures)
	}
	text, err := os.ReadFile(document)
	if err == nil {
		err = os.WriteFile(document, append(text, out.String()...), 0o644)
	}
	return errors.Join(failed, err)
}

// series is how often a benchmark is run in one go. Of those runs the fastest is told: what others do on the host only adds.
const series = "3"

// measure runs a benchmark and returns its figures as rows of a table.
func measure(pkg, bench, times string) (string, error) {
	cmd := exec.Command("go", "test", "-run", "^$", "-bench", bench+"$", "-benchtime", times, "-count", series, "-timeout", "60m", pkg)
	cmd.Stderr = os.Stderr
	text, err := cmd.Output()
	if err != nil {
		return "", fmt.Errorf("%w: %s", err, text)
	}
	return table(bench, string(text)), nil
}

// table is what a benchmark has printed as rows, in the order in which they came first: of each the run that took least.
func table(bench, printed string) string {
	var names []string
	least := map[string][]string{}
	for line := range strings.Lines(printed) {
		fields := strings.Fields(line)
		if len(fields) < 4 || !strings.HasPrefix(fields[0], "Benchmark") {
			continue
		}
		before, known := least[fields[0]]
		if !known {
			names = append(names, fields[0])
		}
		if !known || number(fields[2]) < number(before[2]) {
			least[fields[0]] = fields
		}
	}
	var out strings.Builder
	for _, full := range names {
		name, _, _ := strings.Cut(strings.ReplaceAll(strings.TrimPrefix(full, bench), "_", " "), "-2")
		fields := least[full]
		var figures []string
		for i := 2; i+1 < len(fields); i += 2 {
			figures = append(figures, figure(fields[i], fields[i+1]))
		}
		fmt.Fprintf(&out, "| %s | %s |\n", strings.TrimPrefix(name, "/"), strings.Join(figures, ", "))
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
