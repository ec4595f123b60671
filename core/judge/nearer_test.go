package judge

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/judge/musts"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// Amid two heads as a nearer one has it: the reading is their mean without what a finer look found of them and with
// what it found of the nearer one, the speed that suits is their mean, and the unknowns move it as they
// moved that one. One that is held otherwise, or of which no unknown was looked at, tells nothing.
func TestAmidByANearerOne(t *testing.T) {
	s := setup.Default()
	s.Approach.Kind, s.Water.Depth = setup.SlowFall, 6
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	// Its time is that many s, of which a finer look found a share.
	head := func(time, finer, speed float64) Head {
		h := Head{centre: make(musts.Reading, musts.ReadTrack)}
		h.centre[musts.ReadTime] = math.Log(time)
		if finer != 0 {
			h.finer = make(musts.Reading, musts.ReadTrack)
			h.finer[musts.ReadTime] = math.Log(finer)
		}
		h.Swim.Speed, h.Hover.TakeUp = speed, 0.1
		return h
	}
	low, high := head(4, 1.25, 0.4), head(9, 0, 0.9)
	near := head(7, 1.1, 0.5)
	near.doubts = &doubts{draws: certain.draws}
	shares := []Share{{Head: &low, Of: 0.5}, {Head: &high, Of: 0.5}}
	got, ok := Amid(c, 8e-3, shares, &near)
	if want := math.Sqrt(4/1.25*9) * 1.1; !ok || math.Abs(got.centre.Value(musts.ReadTime)/want-1) > 1e-9 {
		t.Errorf("%v: %g s, not %g", ok, got.centre.Value(musts.ReadTime), want)
	}
	if want := math.Sqrt(0.4 * 0.9); math.Abs(got.Swim.Speed/want-1) > 1e-9 {
		t.Errorf("suits at %g m/s, not %g", got.Swim.Speed, want)
	}
	if got.doubts != near.doubts || !slices.Equal(got.finer, near.finer) {
		t.Error("what is not known of it is not as of the nearer one")
	}
	down, plain := near, near
	down.Handling.Down, plain.doubts = true, nil
	for name, by := range map[string]*Head{"held otherwise": &down, "not looked at": &plain} {
		if _, ok := Amid(c, 8e-3, shares, by); ok {
			t.Errorf("amid two by one that is %s", name)
		}
	}
}
