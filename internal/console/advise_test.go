package console

import (
	"bytes"
	"context"
	"encoding/json"
	"reflect"
	"strings"
	"testing"

	"dunvel/core/advice"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/units"
)

var answers = advice.New(stage.Knowledge{}).Answer

func TestAdvise(t *testing.T) {
	choice := units.Choice{"mass": "oz"}
	s := setup.Default()
	s.Water.Depth, s.Cast.Distance = 6, 15
	want, err := answers(t.Context(), s, choice)
	if err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	// What is left out is as usual.
	if err := Advise(t.Context(), strings.NewReader(`{"water":{"depth":6},"cast":{"distance":15}}`), &out, choice,
		answers); err != nil {
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

// What was said in the first sentence is not said again, and where no head does it there is none that others are
// heavier than.
func TestAdviseInWords(t *testing.T) {
	for _, tt := range []struct {
		a    advice.Answer
		want string
	}{
		{advice.Answer{Sentence: "Tie on 5 g.", NotLighter: "3 g: slow.", NotHeavier: "7 g does it too."},
			"Tie on 5 g.\nNot lighter: 3 g: slow.\nNot heavier: 7 g does it too.\n"},
		{advice.Answer{Pick: -1, Sentence: "None does it.", NotHeavier: "Nothing helps."},
			"None does it.\nInstead: Nothing helps.\n"},
		{advice.Answer{Pick: -1, Sentence: "None does it. Wait 9 s: 5 g does it.", Hand: "Rod as held.",
			NotHeavier: "Wait 9 s: 5 g does it."}, "None does it. Wait 9 s: 5 g does it.\nRod as held.\n"},
	} {
		var out bytes.Buffer
		solve := func(context.Context, setup.Setup, units.Choice) (*advice.Answer, error) { return &tt.a, nil }
		if err := AdviseInWords(t.Context(), strings.NewReader("{}"), &out, nil, solve); err != nil || out.String() != tt.want {
			t.Errorf("%q, %v", out.String(), err)
		}
	}
}

func TestAdviseRefuses(t *testing.T) {
	for text, words := range map[string]string{
		"":                                "there is no setup",
		`{"water":{"depth":6}`:            "no whole setup",
		"[]":                              "a list stands where",
		"six metres":                      "no whole setup",
		`{"water":{"deep":6}}`:            `unknown field "deep"`,
		`{"water":{"depth":"6 m"}}`:       "water.depth: a text",
		`{"water":{"depth":-6}}`:          "Depth under the rod: -6 m is outside",
		`{"heads":[]}`:                    "Heads: give 1 to 40",
		`{"approach":{"kind":"fly"}}`:     "not one of",
		`{"target":{"depth":30}}`:         "is below the bed",
		strings.Repeat(" ", maxSetup+100): "more than a setup",
	} {
		var out bytes.Buffer
		err := Advise(t.Context(), strings.NewReader(text), &out, nil, answers)
		if err == nil || !strings.Contains(err.Error(), words) || out.Len() > 0 {
			t.Errorf("%.40q: %v (%d bytes written)", text, err, out.Len())
		}
	}
}
