package main

import (
	"os"
	"strings"
	"testing"
)

// The document says what core says: fields with their limits and choices, and every list.
func TestContractIsFilled(t *testing.T) {
	text, err := os.ReadFile("../openapi.yaml")
	if err != nil {
		t.Fatal(err)
	}
	filled, err := fill(string(text))
	if err != nil {
		t.Fatal(err)
	}
	if filled != string(text) {
		t.Error("openapi.yaml is not as core has it; run make generate")
	}
	for _, line := range []string{
		`            depth: {type: number, format: double, minimum: 0.3, maximum: 200, default: 18, description: "Depth under the rod."}`,
		`            source: {type: string, enum: ["by eye","forecast","meter"], default: "by eye", description: "Wind known."}`,
		`            loop: {type: boolean, default: false, description: "Loop tied in the leader."}`,
		`            gap: {type: number, format: double, deprecated: true, description: Of older versions}`,
		`game: {type: string, x-of: games, enum: ["touch","fish","lead"]}`,
	} {
		if !strings.Contains(filled, line+"\n") {
			t.Errorf("there is no line %s", line)
		}
	}
	for name := range lists() {
		if !strings.Contains(filled, "x-of: "+name+",") {
			t.Errorf("nothing is of the list “%s”", name)
		}
	}
}

func TestFillRefuses(t *testing.T) {
	for text, words := range map[string]string{
		"":                                   "no place is marked",
		begin + end + "x-of: teas, enum: []": "there are no lists [teas]",
	} {
		if _, err := fill(text); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("%s: %v", text, err)
		}
	}
}
