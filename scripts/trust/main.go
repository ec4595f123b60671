// Trust runs the tests that tell how far Dunvel's numbers can be trusted, keeps the figures
// that they told in core/trust/figures.json and every number that rests on judgement in
// core/trust/judged.jsonl, and writes docs/trust.md from that. With -kept no test is run, and
// the figures stay as they are.
package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"maps"
	"os"
	"os/exec"
	"slices"
	"strings"

	"dunvel/core/trust"
)

const (
	figures  = "core/trust/figures.json"
	table    = "core/trust/judged.jsonl"
	document = "docs/trust.md"
)

func main() {
	stays := flag.Bool("kept", false, "run no tests: the figures stay as they are")
	flag.Parse()
	if err := run(*stays); err != nil {
		fmt.Fprintln(os.Stderr, "trust:", err)
		os.Exit(1)
	}
}

func run(stays bool) error {
	numbers, err := judged()
	if err != nil {
		return err
	}
	get := measured
	if stays {
		get = before
	}
	kept, err := get()
	if err != nil {
		return err
	}
	text, err := json.MarshalIndent(kept, "", "\t")
	if err != nil {
		return err
	}
	var lines bytes.Buffer
	for _, n := range numbers {
		if err := json.NewEncoder(&lines).Encode(n); err != nil {
			return err
		}
	}
	return errors.Join(
		os.WriteFile(figures, append(text, '\n'), 0o644), os.WriteFile(table, lines.Bytes(), 0o644),
		os.WriteFile(document, []byte(kept.Report(numbers).Document()), 0o644),
	)
}

// before are the figures as they were kept.
func before() (kept trust.Kept, err error) {
	text, err := os.ReadFile(figures)
	if err != nil {
		return kept, err
	}
	return kept, json.Unmarshal(text, &kept)
}

// measured are the figures that the tests tell now.
func measured() (kept trust.Kept, err error) {
	commit, err := exec.Command("git", "rev-parse", "--short", "HEAD").Output()
	if err != nil {
		return kept, fmt.Errorf("commit: %w", err)
	}
	kept = trust.Kept{Commit: strings.TrimSpace(string(commit)), Figures: map[string]trust.Figure{}}
	for pkg, tests := range wanted() {
		if err := told(pkg, tests, kept.Figures); err != nil {
			return kept, fmt.Errorf("%s: %w", pkg, err)
		}
	}
	for _, s := range trust.Sources {
		if _, ok := kept.Figures[s.Key]; !ok {
			return kept, fmt.Errorf("%s of %s told nothing of %q", s.Test, s.Package, s.Key)
		}
	}
	return kept, nil
}

// wanted is which tests of which packages tell figures.
func wanted() map[string][]string {
	out := map[string][]string{}
	for _, s := range trust.Sources {
		if !slices.Contains(out[s.Package], s.Test) {
			out[s.Package] = append(out[s.Package], s.Test)
		}
	}
	return out
}

// told runs tests of a package and takes the figures that they tell.
func told(pkg string, tests []string, into map[string]trust.Figure) error {
	fmt.Fprintln(os.Stderr, pkg, strings.Join(slices.Sorted(slices.Values(tests)), " "))
	out, err := exec.Command("go", "test", "-json", "-count", "1", "-timeout", "20m", "-run",
		"^("+strings.Join(tests, "|")+")$", pkg).Output()
	if err != nil {
		return fmt.Errorf("%w: %s", err, tail(out))
	}
	found, err := attributes(bytes.NewReader(out))
	maps.Copy(into, found)
	return err
}

// attributes reads the figures from what `go test -json` writes.
func attributes(r io.Reader) (map[string]trust.Figure, error) {
	out := map[string]trust.Figure{}
	for lines := bufio.NewScanner(r); lines.Scan(); {
		var event struct{ Action, Key, Value string }
		if err := json.Unmarshal(lines.Bytes(), &event); err != nil {
			return nil, err
		}
		key, ok := strings.CutPrefix(event.Key, trust.Attribute)
		if event.Action != "attr" || !ok {
			continue
		}
		var f trust.Figure
		if err := json.Unmarshal([]byte(event.Value), &f); err != nil {
			return nil, fmt.Errorf("%s: %q: %w", key, event.Value, err)
		}
		out[strings.ReplaceAll(key, "_", " ")] = f
	}
	return out, nil
}

// tail is the end of what a test printed.
func tail(out []byte) string { return string(out[max(len(out)-2000, 0):]) }
