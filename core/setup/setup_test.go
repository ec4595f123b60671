package setup

import (
	"errors"
	"math"
	"reflect"
	"slices"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/rigging"
	"dunvel/core/units"
)

// refused returns what Validate says, and fails if it says nothing.
func refused(t *testing.T, s Setup, choice units.Choice) input.Errors {
	t.Helper()
	var errs input.Errors
	if err := s.Validate(choice); !errors.As(err, &errs) {
		t.Fatalf("taken: %v", err)
	}
	return errs
}

func TestDefaultIsValid(t *testing.T) {
	if err := Default().Validate(nil); err != nil {
		t.Error(err)
	}
	if got := len(Ladder()); got != 14 {
		t.Errorf("%d heads", got)
	}
}

// Every number is refused just outside its limits and where it is no number,
// and every choice where it is not on its list.
func TestEveryFieldHasItsLimits(t *testing.T) {
	for _, f := range fields {
		switch f.Type() {
		case Flag:
			s := Default()
			f.Switch(&s, !f.Value(s).(bool))
			if f.Value(s) == f.Value(Default()) {
				t.Errorf("%s is not switched", f.Path)
			}
		case Choice:
			s := Default()
			f.Choose(&s, "nonsense")
			if errs := refused(t, s, nil); errs[0].Field != f.Path ||
				!strings.Contains(errs[0].Message, "“nonsense” is not one of") {
				t.Errorf("%s: %v", f.Path, errs)
			}
		case Number:
			numberHasLimits(t, f)
		}
	}
}

func numberHasLimits(t *testing.T, f Field) {
	t.Helper()
	span := f.Max - f.Min
	for _, bad := range []float64{f.Min - 0.01*span, f.Max + 0.01*span, math.NaN(), math.Inf(1)} {
		s := Default()
		f.Set(&s, bad)
		errs := refused(t, s, nil)
		if errs[0].Field != f.Path || !strings.Contains(errs[0].Message, f.Label) {
			t.Errorf("%s = %g: %v", f.Path, bad, errs)
		}
		if f.Check(bad, nil) == "" {
			t.Errorf("%s: %g passes", f.Path, bad)
		}
	}
	if f.Check(f.Min, nil) != "" || f.Check(f.Max, nil) != "" {
		t.Errorf("%s: its own limits are refused", f.Path)
	}
}

// Everything of a setup is described once, and nothing else is.
func TestFieldsAreTheSetup(t *testing.T) {
	described := map[string]Field{}
	for _, f := range Fields() {
		if _, twice := described[f.Path]; twice {
			t.Errorf("%s is described twice", f.Path)
		}
		if f.Label == "" || f.Group == "" || !slices.Contains(Groups(), f.Group) {
			t.Errorf("%s: label “%s”, group “%s”", f.Path, f.Label, f.Group)
		}
		described[f.Path] = f
	}
	delete(described, "heads")
	whole := reflect.TypeFor[Setup]()
	for i := range whole.NumField() {
		group := whole.Field(i)
		if group.Type.Kind() != reflect.Struct {
			continue
		}
		for k := range group.Type.NumField() {
			path := group.Tag.Get("json") + "." + group.Type.Field(k).Tag.Get("json")
			if group.Type.Field(k).Type == reflect.TypeFor[[]rigging.Part]() {
				continue // a list, whose parts have limits of their own
			}
			f, ok := described[path]
			if !ok {
				t.Errorf("%s is not described", path)
				continue
			}
			delete(described, path)
			// It reads what stands there: set through the struct, it is seen through the field.
			s := Default()
			at := reflect.ValueOf(&s).Elem().Field(i).Field(k)
			want := map[string]any{Number: 123.5, Choice: "here", Flag: true}[f.Type()]
			at.Set(reflect.ValueOf(want))
			if f.Value(s) != want {
				t.Errorf("%s reads another place", path)
			}
		}
	}
	for path := range described {
		t.Errorf("%s is described and not there", path)
	}
}

// Fields matter where they do: each of these changes what matters, and nothing else does.
func TestWhatApplies(t *testing.T) {
	usual := map[string]bool{}
	for _, f := range Fields() {
		usual[f.Path] = f.Applies(Default())
		for _, either := range f.When {
			for _, c := range either {
				if of := LookupField(c.Field); c.Is != nil && of.Type() != Choice || c.More != nil &&
					of.Type() != Number || c.On != nil && of.Type() != Flag {
					t.Errorf("%s: %+v is no condition of a %s", f.Path, c, of.Type())
				} else if c.Is != nil &&
					slices.ContainsFunc(c.Is, func(o string) bool { return !slices.Contains(of.Options, o) }) {
					t.Errorf("%s: %v", f.Path, c.Is)
				}
			}
		}
	}
	for name, tt := range map[string]struct {
		change   func(*Setup)
		now, not []string
	}{
		"nothing": {func(*Setup) {}, nil, nil},
		"no cast": {func(s *Setup) { s.Cast.Distance = 0 }, nil,
			[]string{"water.splashDepth", "cast.sighted", "cast.drag"}},
		"a current": {func(s *Setup) { s.Flow.Speed = 0.2 },
			[]string{"flow.direction", "flow.source", "flow.nearBed"}, nil},
		"no wind": {func(s *Setup) { s.Wind.Speed = 0 }, nil,
			[]string{"wind.gusts", "wind.direction", "wind.source"}},
		"adrift": {func(s *Setup) { s.Boat.Kind = "kayak" }, []string{"boat.measured"}, nil},
		"drift measured": {func(s *Setup) { s.Boat.Kind, s.Boat.Measured = "kayak", true },
			[]string{"boat.measured", "boat.speed", "boat.direction"}, nil},
		"under a float": {func(s *Setup) { s.Rigging.Kind = rigging.FixedFloat },
			[]string{"rig.stop", "rig.carries"}, []string{"hand.rod", "hand.line", "rod.outfit"}},
		"two heads": {func(s *Setup) { s.Rigging.Kind = rigging.TwoHeads },
			[]string{"rig.apart", "rig.upper", "rig.over"}, nil},
		"drop shot": {func(s *Setup) { s.Rigging.Kind = rigging.DropShot },
			[]string{"rig.apart", "rig.over"}, nil},
		"a rig of its own": {func(s *Setup) { s.Rigging.Kind = rigging.OwnRig }, []string{"rig.over", "rig.slack"},
			[]string{"rig.wire", "rig.blade", "rig.stinger"}},
		"on weed": {func(s *Setup) { s.Water.Bed = "weed" }, []string{"water.weed"}, nil},
		"swum": {func(s *Setup) { s.Approach.Kind = Swim },
			[]string{"approach.speed", "approach.bandLow", "approach.bandHigh", "approach.begins", "approach.share"},
			[]string{"approach.wait", "approach.ceiling", "cast.drag"}},
		"a target": {func(s *Setup) { s.Target.Depth = 3 }, []string{"target.band"}, []string{"target.height"}},
		"a height": {func(s *Setup) { s.Target.Height = 3 }, []string{"target.band"}, []string{"target.depth"}},
		"lifted": {func(s *Setup) { s.Approach.Kind = LiftAndDrop },
			[]string{"approach.lift", "approach.liftTurns", "approach.backLeast", "approach.backMost"},
			[]string{"target.height", "approach.ceiling"}},
		"held": {func(s *Setup) { s.Approach.Kind = HoldBottom }, []string{"approach.still", "approach.margin"},
			[]string{"approach.ceiling"}},
	} {
		s := Default()
		tt.change(&s)
		for _, f := range Fields() {
			want := usual[f.Path] && !slices.Contains(tt.not, f.Path) || slices.Contains(tt.now, f.Path)
			if f.Applies(s) != want {
				t.Errorf("%s: %s applies %v", name, f.Path, !want)
			}
		}
	}
}

func TestMessagesAreInTheUnitsAskedFor(t *testing.T) {
	s := Default()
	s.Water.Depth = 500
	if errs := refused(t, s, units.Choice{"depth": "ft"}); !strings.Contains(errs[0].Message, "656 ft") {
		t.Errorf("%v", errs)
	}
}

func TestFieldsThatClash(t *testing.T) {
	for _, tt := range []struct {
		field, words string
		change       func(*Setup)
	}{
		{"target.depth", "is below the bed at 18 m", func(s *Setup) { s.Target.Depth = 19 }},
		{"water.splashDepth", "with no cast", func(s *Setup) { s.Cast.Distance, s.Water.SplashDepth = 0, 10 }},
		{"water.splashDepth", "steeper than 45°", func(s *Setup) { s.Cast.Distance, s.Water.SplashDepth = 5, 10 }},
		{"water.splashDepth", "or 0 for level", func(s *Setup) { s.Water.SplashDepth = 0.1 }},
		{"flow.nearBed", "must be slower", func(s *Setup) { s.Flow.Speed, s.Flow.NearBed = 0.2, 0.4 }},
		{"flow.nearBed", "only 0.8 m deep",
			func(s *Setup) { s.Water.Depth, s.Flow.Speed, s.Flow.NearBed = 0.8, 0.2, 0.1 }},
		{"rod.lineOnSpool", "15 m does not reach a cast of 20 m", func(s *Setup) { s.Rod.LineOnSpool = 15 }},
		{"heads", "give 1 to 40 weights", func(s *Setup) { s.Heads = nil }},
		{"heads", "not 41", func(s *Setup) { s.Heads = make([]float64, 41) }},
		{"heads.0", "Head:", func(s *Setup) { s.Heads = []float64{-0.001} }},
	} {
		s := Default()
		tt.change(&s)
		if errs := refused(t, s, nil); errs[0].Field != tt.field || !strings.Contains(errs[0].Message, tt.words) {
			t.Errorf("want %s %q: %v", tt.field, tt.words, errs)
		}
	}
}
