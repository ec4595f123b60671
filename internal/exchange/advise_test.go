package exchange

import (
	"bytes"
	"encoding/json"
	"reflect"
	"strings"
	"testing"

	"dunvel/core/advice"
	"dunvel/core/setup"
	"dunvel/core/units"
)

func TestAdvise(t *testing.T) {
	choice := units.Choice{"mass": "oz"}
	s := setup.Default()
	s.Water.Depth, s.Cast.Distance = 6, 15
	want, err := advice.Solve(s, choice)
	if err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	// What is left out is as usual.
	if err := Advise(strings.NewReader(`{"water":{"depth":6},"cast":{"distance":15}}`), &out, choice, advice.Solve); err != nil {
		t.Fatal(err)
	}
	var got advice.Answer
	if err := json.Unmarshal(out.Bytes(), &got); err != nil {
		t.Fatal(err)
	}
	// Both as JSON has them.
	text, err := json.Marshal(want)
	if err != nil {
		t.Fatal(err)
	}
	var same advice.Answer
	if err := json.Unmarshal(text, &same); err != nil {
		t.Fatal(err)
	}
	if !reflect.DeepEqual(got, same) {
		t.Errorf("%q instead of %q", got.Sentence, same.Sentence)
	}
	if !strings.Contains(got.Sentence, " oz") {
		t.Errorf("not in the units asked for: %s", got.Sentence)
	}
}

func TestAdviseRefuses(t *testing.T) {
	for text, words := range map[string]string{
		"":                                "no whole setup",
		`{"water":{"depth":6}`:            "no whole setup",
		"[]":                              "array where",
		"six metres":                      "not a setup",
		`{"water":{"deep":6}}`:            `unknown field "deep"`,
		`{"water":{"depth":"6 m"}}`:       "water.depth: a string",
		`{"water":{"depth":-6}}`:          "Depth under the rod: -6 m is outside",
		`{"heads":[]}`:                    "Heads: give 1 to 40",
		`{"approach":{"kind":"fly"}}`:     "not one of",
		`{"target":{"depth":30}}`:         "is below the bed",
		strings.Repeat(" ", maxSetup+100): "no whole setup",
	} {
		var out bytes.Buffer
		err := Advise(strings.NewReader(text), &out, nil, advice.Solve)
		if err == nil || !strings.Contains(err.Error(), words) || out.Len() > 0 {
			t.Errorf("%.40q: %v (%d bytes written)", text, err, out.Len())
		}
	}
}
