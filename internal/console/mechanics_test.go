package console

import (
	"bytes"
	"context"
	"encoding/json"
	"strings"
	"testing"
)

const still = `{"id":"still","input":{"depth":5,"bed_slope":0,"friction":0.5,"water_density":1025,"viscosity":1.2e-6,"current":0,
 "current_exponent":0.1428,"current_direction":0,"wind":[0,0],"drift":[0,0],"tip_height":1,"cast":0,"cast_direction":0,
 "leader":{"length":1,"diameter":0.0003,"density":1780,"tangential":0.015,"normal":1},
 "main":{"diameter":0.00015,"density":975,"tangential":0.02,"normal":1},
 "bodies":[{"at":0,"weight_in_water":0.05,"tow_area":0.0002,"fall_area":0.0004,"mass":0.01}],
 "spool_drag":0.005,"bail_closes":null,"reel":0,"reel_starts":null,"end":"touch","time":400}}`

func TestMechanics(t *testing.T) {
	var out bytes.Buffer
	deep := strings.Replace(strings.Replace(still, `"depth":5`, `"depth":-5`, 1), `"still"`, `"land"`, 1)
	text := strings.Replace(strings.Replace(still, `"depth":5`, `"depth":"five"`, 1), `"still"`, `"text"`, 1)
	if err := Mechanics(context.Background(), strings.NewReader("["+still+","+deep+","+text+"]"), &out); err != nil {
		t.Fatal(err)
	}
	var results []map[string]any
	if err := json.Unmarshal(out.Bytes(), &results); err != nil {
		t.Fatal(err)
	}
	good := results[0]
	if len(results) != 3 || good["id"] != "still" || good["outcome"] != "touched" || good["error"] != nil {
		t.Fatalf("%v", good)
	}
	if touch := good["touch"].(float64); touch < 10 || touch > 13 {
		t.Errorf("touch %g s", touch)
	}
	for _, key := range []string{"touch_at", "touch_body_1", "end_time", "x", "z", "line_out", "tip_tension",
		"end_tension", "tip_angle", "contact_share"} {
		if _, there := good[key]; !there {
			t.Errorf("no %s", key)
		}
	}
	if good["touch_body_1"] != nil {
		t.Error("there is no second body")
	}
	for i, words := range map[int]string{1: "depth: -5 is outside", 2: "input.depth: a string where float64 belongs"} {
		if got, _ := results[i]["error"].(string); !strings.Contains(got, words) || results[i]["touch"] != nil {
			t.Errorf("case %d: %v", i, results[i])
		}
	}
	if results[2]["id"] != "text" {
		t.Errorf("a bad case keeps its name: %v", results[2]["id"])
	}
}

func TestMechanicsRefuses(t *testing.T) {
	for _, text := range []string{"", "{}", "[1", "nonsense"} {
		var out bytes.Buffer
		if err := Mechanics(context.Background(), strings.NewReader(text), &out); err == nil || out.Len() > 0 {
			t.Errorf("%q: %v, %s", text, err, out.String())
		}
	}
}
