package main

import (
	"bytes"
	"encoding/json"
	"os"
	"strings"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/trust"
)

// What is kept is every judged number as it is now, each with a reason and a name of its own.
func TestJudgedIsKept(t *testing.T) {
	t.Chdir("../..")
	numbers, err := judged()
	if err != nil {
		t.Fatal(err)
	}
	kept, err := os.ReadFile(table)
	if err != nil {
		t.Fatal(err)
	}
	var lines bytes.Buffer
	names := map[string]trust.Number{}
	for _, n := range numbers {
		if err := json.NewEncoder(&lines).Encode(n); err != nil {
			t.Fatal(err)
		}
		if _, twice := names[n.Name]; twice || n.Why == "" || n.Unit == "" {
			t.Errorf("%+v", n)
		}
		names[n.Name] = n
	}
	if lines.String() != string(kept) {
		t.Error("the judged numbers are others than those that are kept; run make trust")
	}
	for name, want := range map[string]judgement.Value{
		"fall area": judgement.FallArea, "flow spread, by eye": judgement.FlowSpread["by eye"],
		"wait per metre": judgement.WaitPerMetre,
	} {
		if n := names[name]; n.Number != want.Number || n.Spread != want.Spread || n.Why != want.Why ||
			n.Unit != want.Unit {
			t.Errorf("%s: %+v, want %+v", name, n, want)
		}
	}
}

func TestAttributes(t *testing.T) {
	out, err := attributes(strings.NewReader(`{"Action":"run","Test":"TestA"}
{"Action":"attr","Test":"TestA","Key":"trust.long_times","Value":"{\"cases\":12,\"value\":0.0029,\"low\":0,\"high\":0.02}"}
{"Action":"attr","Test":"TestA","Key":"other","Value":"5"}
`))
	if want := (trust.Figure{Cases: 12, Value: 0.0029, High: 0.02}); err != nil || len(out) != 1 ||
		out["long times"] != want {
		t.Errorf("%+v %v", out, err)
	}
	for _, bad := range []string{`{"Action":"attr","Key":"trust.x","Value":"json: unsupported value: NaN"}`,
		`panic: something`} {
		if _, err := attributes(strings.NewReader(bad)); err == nil {
			t.Errorf("%s: no error", bad)
		}
	}
}
