package server

import (
	"bufio"
	"encoding/json"
	"io"
	"net/http"
	"reflect"
	"strings"
	"testing"

	"dunvel/core/advice"
	"dunvel/core/judge"
)

// A draft comes before the answer, and what it says of the heads that are judged in it and
// of the one to tie on is what the answer says.
func TestDraftComesFirst(t *testing.T) {
	s := start(t)
	for name, changes := range map[string]map[string]any{
		"a slow fall": {},
		"held": {"approach": map[string]any{"kind": "hold bottom"}, "water": map[string]any{"depth": 5},
			"flow": map[string]any{"speed": 0.2, "direction": 90}},
		"swum":             {"approach": map[string]any{"kind": "swim"}, "water": map[string]any{"depth": 4}},
		"over both states": {"other": map[string]any{"asked": true, "speed": 0.3, "direction": 90}},
		"none does it":     {"heads": []float64{0.0004, 0.0009}},
		"heavy on purpose": {"approach": map[string]any{"leaning": "heavy on purpose"}},
	} {
		body, err := json.Marshal(map[string]any{"setup": changes})
		if err != nil {
			t.Fatal(err)
		}
		response, err := http.Post(s.url+"/api/answers?draft=true&looked=0.0425", "application/json",
			strings.NewReader(string(body)))
		if err != nil {
			t.Fatal(err)
		}
		lines := bufio.NewReader(response.Body)
		var first, last struct{ Draft, Result *advice.Answer }
		for _, into := range []any{&first, &last} {
			line, err := lines.ReadBytes('\n')
			if err != nil {
				t.Fatalf("%s: %d %s %v", name, response.StatusCode, line, err)
			}
			if err := json.Unmarshal(line, into); err != nil {
				t.Fatal(err)
			}
		}
		rest, _ := io.ReadAll(lines)
		_ = response.Body.Close()
		draft, answer := first.Draft, last.Result
		if draft == nil || answer == nil || !draft.Draft || answer.Draft || len(rest) > 0 {
			t.Fatalf("%s: %+v %+v %s", name, first, last, rest)
		}
		alike(t, name, draft, answer)
		if h := draft.Heads[len(draft.Heads)-1]; h.Mass == 0.0425 && h.Verdict == judge.Open {
			t.Errorf("%s: the head that is looked at is open", name)
		}
		if !reflect.DeepEqual(draft.Other, answer.Other) || (answer.Other != nil) != (name == "over both states") {
			t.Errorf("%s: in the other state %+v; in the draft %+v", name, answer.Other, draft.Other)
		}
	}
}

func alike(t *testing.T, name string, draft, answer *advice.Answer) {
	t.Helper()
	if draft.Pick != answer.Pick || draft.Least != answer.Least || draft.Hand != answer.Hand ||
		len(draft.Heads) != len(answer.Heads) {
		t.Errorf("%s: draft %d, %d, %s; answer %d, %d, %s", name, draft.Pick, draft.Least, draft.Hand, answer.Pick,
			answer.Least, answer.Hand)
	}
	if draft.Pick >= 0 && draft.Sentence != answer.Sentence || draft.Cue != answer.Cue || draft.NotLighter != "" &&
		draft.Pick >= 0 && draft.NotLighter != answer.NotLighter {
		t.Errorf("%s: %s %s\n%s %s", name, draft.Sentence, draft.NotLighter, answer.Sentence, answer.NotLighter)
	}
	judged := 0
	for i, h := range draft.Heads {
		if h.Verdict == judge.Open {
			continue
		}
		if judged++; !reflect.DeepEqual(h, answer.Heads[i]) {
			t.Errorf("%s, %g kg: %+v\n%+v", name, h.Mass, h, answer.Heads[i])
		}
	}
	if judged == 0 || draft.Pick >= 0 && draft.Heads[draft.Pick].Verdict == judge.Open {
		t.Errorf("%s: %d heads of the draft were judged", name, judged)
	}
}
