// Package trust says how far Dunvel's numbers can be trusted: what the engine, its ranges
// and its answers were checked against, with the figures that those checks found, every
// number that rests on judgement, and what is not modelled.
//
// No figure is written by hand. The tests tell them (see Tally), `make trust` runs those
// tests keeps what they told in figures.json, and docs/trust.md is written from that.
package trust

import (
	"bytes"
	_ "embed"
	"encoding/json"
	"fmt"
	"strconv"
	"strings"
	"sync"
)

// Report is all of it.
type Report struct {
	Commit string   `json:"commit"` // of the code that was measured
	Checks []Check  `json:"checks"`
	Judged []Judged `json:"judged"`
	Left   []string `json:"left"` // what is not modelled
}

// Check is one thing that was checked, and what was found.
type Check struct {
	Key     string `json:"key"`
	Group   string `json:"group"`
	Title   string `json:"title"`
	Against string `json:"against"`
	Words   string `json:"words"` // what the figures are of
	Figure  string `json:"figure"`
	Asked   string `json:"asked"`
	Cases   int    `json:"cases"`
}

// Number is one that rests on judgement.
type Number struct {
	Name   string  `json:"name"`
	Number float64 `json:"number"`
	Unit   string  `json:"unit"`
	Spread float64 `json:"spread"` // relative standard deviation; 0 where it has none
	Why    string  `json:"why"`
}

// Judged is such a number in words.
type Judged struct {
	Name  string `json:"name"`
	Value string `json:"value"` // with its unit; empty where it is nothing but a spread
	Known string `json:"known"` // its spread; empty where it has none
	Why   string `json:"why"`
}

// Figure is what a check found. Its value passes from Low to High.
type Figure struct {
	Cases  int     `json:"cases"`
	Value  float64 `json:"value"`
	Mostly float64 `json:"mostly,omitempty"` // what 95 of 100 cases stay within; 0 where that is not told
	Low    float64 `json:"low"`
	High   float64 `json:"high"`
}

// Passes tells whether it is what the test asks for.
func (f Figure) Passes() bool { return f.Value >= f.Low && f.Value <= f.High }

// Kept is what `make trust` keeps in figures.json.
type Kept struct {
	Commit  string            `json:"commit"`
	Figures map[string]Figure `json:"figures"` // by the key of the check
}

//go:embed figures.json
var figures []byte

// judged is a number to a line.
//
//go:embed judged.jsonl
var judged []byte

var (
	reading sync.Once
	report  Report
)

// Told is the report as it was measured last. It is read when it is first asked for, so that a
// program which never asks is not linked with it.
func Told() Report {
	reading.Do(read)
	return report
}

func read() {
	var k Kept
	if err := json.Unmarshal(figures, &k); err != nil {
		panic("figures.json, which make trust writes: " + err.Error())
	}
	var numbers []Number
	for line := range bytes.Lines(judged) {
		var n Number
		if err := json.Unmarshal(line, &n); err != nil {
			panic("judged.jsonl, which make trust writes: " + err.Error())
		}
		numbers = append(numbers, n)
	}
	report = k.Report(numbers)
}

// Report puts the figures that were kept beside what they are of.
func (k Kept) Report(judged []Number) Report {
	out := Report{Commit: k.Commit, Checks: []Check{}, Left: left}
	for _, n := range judged {
		out.Judged = append(out.Judged, Judged{n.Name, n.value(), n.spread(), n.Why})
	}
	for _, s := range Sources {
		f, ok := k.Figures[s.Key]
		if !ok {
			continue
		}
		out.Checks = append(out.Checks, Check{
			Key: s.Key, Group: s.Group, Title: s.Title, Against: s.Against, Words: s.Words,
			Figure: s.Unit.figure(f), Asked: s.Unit.asked(f), Cases: f.Cases,
		})
	}
	return out
}

// figure says what was found.
func (u Unit) figure(f Figure) string {
	words := u.say(f.Value)
	if f.Low == 0 && f.Cases > 1 {
		words = "at most " + words
	}
	if f.Mostly > 0 {
		words += ", 95 of 100 within " + u.say(f.Mostly)
	}
	return words
}

// asked says what the test asks for.
func (u Unit) asked(f Figure) string {
	if f.Low == 0 {
		return "at most " + u.say(f.High)
	}
	if f.Low == f.High {
		return u.say(f.Low)
	}
	return u.say(f.Low) + " to " + u.say(f.High)
}

func (u Unit) say(v float64) string {
	switch u {
	case Percent:
		return short(100*v) + " %"
	case Tolerance:
		return short(v) + " of the tolerance"
	case Millijoules:
		return short(1000*v) + " mJ"
	}
	return strconv.FormatFloat(v, 'f', 0, 64)
}

// short is a number to two figures, without an exponent.
func short(v float64) string {
	text := fmt.Sprintf("%.2g", v)
	if strings.Contains(text, "e") {
		text = fmt.Sprintf("%.0f", v)
		if v < 1 {
			text = strings.TrimRight(fmt.Sprintf("%.8f", v), "0")
		}
	}
	return text
}
