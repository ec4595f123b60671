package setup

import (
	"encoding/json"
	"reflect"
	"strings"
	"testing"

	"dunvel/core/rigging"
)

// A setup of the first version keeps what was set, takes on what is usual now where it
// stood as was usual then, and loses what forbids nothing any more.
func TestFirstVersion(t *testing.T) {
	got, err := Decode([]byte(`{"water":{"depth":9},"approach":{"kind":"hold bottom","margin":0.3,"backMost":2,"takeUp":0.1,"lift":0.5,"scope":4}}`))
	want := Default()
	want.Water.Depth, want.Approach.Kind = 9, HoldBottom
	if err != nil || !reflect.DeepEqual(got, want) {
		t.Errorf("%+v %v", got, err)
	}
	got, err = Decode([]byte(`{"version":1,"approach":{"margin":0.31,"backMost":4,"takeUp":0.2,"lift":0.25}}`))
	if a := got.Approach; err != nil || a.Margin != 0.31 || a.BackMost != 4 || a.TakeUp != 0.2 || a.Lift != 0.25 {
		t.Errorf("%+v %v", a, err)
	}
}

// One of this version is read back as it was written, and means what it says.
func TestThisVersion(t *testing.T) {
	s := Default()
	s.Approach.Margin, s.Approach.Lift, s.Hand.Rod, s.Swell.Direction = 0.3, 0.5, RodDown, 90
	text, err := json.Marshal(s)
	if err != nil || !strings.Contains(string(text), `"version":3`) {
		t.Fatalf("%s %v", text, err)
	}
	if got, err := Decode(text); err != nil || !reflect.DeepEqual(got, s) {
		t.Errorf("%+v %v", got, err)
	}
	var within struct{ Setup Setup }
	if err := json.Unmarshal([]byte(`{"Setup":{"approach":{"margin":0.3}}}`), &within); err != nil ||
		within.Setup.Approach.Margin != Default().Approach.Margin || within.Setup.Rod.PerTurn == 0 {
		t.Errorf("within another: %+v %v", within.Setup.Approach, err)
	}
}

// What was called gap and second is called by what it is in its rig.
func TestSecondVersion(t *testing.T) {
	for text, want := range map[string]rigging.Rigging{
		`{"version":2,"rig":{"kind":"two heads","gap":0.4,"second":0.007}}`: {Kind: rigging.TwoHeads, Apart: 0.4,
			Upper: 0.007, Stop: 1, Carries: 0.0035},
		`{"version":2,"rig":{"kind":"sliding float","gap":2,"second":0.01}}`: {Kind: rigging.SlidingFloat, Apart: 0.3,
			Upper: 0.0035, Stop: 2, Carries: 0.01},
		`{"rig":{"kind":"fixed float"}}`: {Kind: rigging.FixedFloat, Apart: 0.3, Upper: 0.0035,
			Stop: 0.3, Carries: 0.0035},
		`{"version":2}`: Default().Rigging,
		`{"version":3,"rig":{"kind":"fixed float","stop":2}}`: {Kind: rigging.FixedFloat, Apart: 0.3, Upper: 0.0035,
			Stop: 2, Carries: 0.0035},
	} {
		if got, err := Decode([]byte(text)); err != nil || !reflect.DeepEqual(got.Rigging, want) {
			t.Errorf("%s: %+v %v", text, got.Rigging, err)
		}
	}
}

func TestUnreadable(t *testing.T) {
	for text, words := range map[string]string{
		``:                                     "the input is no whole setup",
		`{"water":`:                            "the input is no whole setup",
		`[1]`:                                  "the input: a list stands where a group of fields or a list belongs",
		`{"water":{"depth":"deep"}}`:           "water.depth: a text stands where a number belongs",
		`{"water":{"deepness":3}}`:             "unknown field",
		`{"approach":3}`:                       "approach: it is not a group of fields",
		`{"version":4}`:                        "version: 4 is newer than this Dunvel knows (3)",
		`{"version":0}`:                        "version: 0 is not a version; it is 1 to 3",
		`{"version":2,"approach":{"scope":3}}`: "unknown field",
		`{"version":3,"rig":{"gap":3}}`:        "unknown field",
	} {
		if _, err := Decode([]byte(text)); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("%s: %v", text, err)
		}
	}
}
