package box

import (
	"math"
	"testing"

	"dunvel/core/rigging"
	"dunvel/core/setup"
)

func TestStock(t *testing.T) {
	items, err := Read(Head, [][]string{
		{"3.5 g", "ball", "lead", "1/0", "", "", "", "", "6"}, {"3.5 g", "ball", "lead", "3/0", "", "", "", "", "2"},
		{"7.1 g", "ball", "lead", "", "", "", "", "", "2"}, {"10.6 g", "ball", "lead", "", "", "", "", "", "0"},
		{"14.2 g", "ball", "lead", "", "", "", "", "", "1"}, {"5 g", "ball", "tin", "", "", "", "", "", "0"},
	}, nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, tt := range []struct {
		grams           float64
		shape, material string
		words           string
		low             bool
	}{
		{3.5, "ball", "lead", "There are 8 of it in the box.", false},
		{3.544, "ball", "lead", "There are 8 of it in the box.", false}, // 1/8 oz
		{7.1, "ball", "lead", "Only 2 of 7.1 g (lead ball) left in the box.", true},
		{10.6, "ball", "lead", "10.6 g (lead ball) is not in the box; there is 7.1 g and 14.2 g.", true},
		{0.9, "ball", "lead", "0.9 g (lead ball) is not in the box; there is 3.5 g.", true},
		{21.3, "ball", "lead", "21.3 g (lead ball) is not in the box; there is 14.2 g.", true},
		{5, "ball", "tin", "There is no tin ball left in the box.", true},
		{5, "football", "lead", "", false},
	} {
		words, low := Stock(items, tt.grams*1e-3, Like{Head, tt.shape, tt.material}, nil)
		if words != tt.words || low != tt.low {
			t.Errorf("%g g %s: %q, %v", tt.grams, tt.shape, words, low)
		}
	}
}

func TestSpend(t *testing.T) {
	for _, tt := range []struct {
		item        Item
		count, left float64
		ok          bool
	}{
		{Item{Kind: Head, Count: 3}, 2, 0, true},
		{Item{Kind: Head}, 0, 0, false},
		{Item{Kind: Line, Left: 8}, 0, 7.85, true},
		{Item{Kind: Line, Left: 0.1}, 0, 0, true},
		{Item{Kind: Rod, Count: 1}, 1, 0, false},
	} {
		got, ok := tt.item.Spend()
		if ok != tt.ok || got.Count != tt.count || math.Abs(got.Left-tt.left) > 1e-12 {
			t.Errorf("%+v: %+v, %v", tt.item, got, ok)
		}
	}
}

func TestCost(t *testing.T) {
	items, err := Bulk("ball, lead, 3.5 7.1 g, at 0.45, 2 each", nil)
	if err != nil {
		t.Fatal(err)
	}
	if c := Cost(items, 7.1e-3, "ball", "lead"); c != 0.45 {
		t.Errorf("7.1 g costs %g", c)
	}
	if c := Cost(items, 10e-3, "ball", "lead"); c != 0 {
		t.Errorf("10 g costs %g", c)
	}
}

// What was taken from the box goes back as it was.
func TestBackAgain(t *testing.T) {
	head := Item{Kind: Head, Mass: 7.1e-3, Shape: "ball", Material: "lead", Count: 3}
	bait := Item{Kind: Bait, Form: "craw", Body: "plain", Length: 0.08, Count: 1}
	leader := Item{Kind: Line, Use: "leader", Material: "fluorocarbon", Diameter: 0.3e-3, Left: 10}
	for _, i := range []Item{head, bait, leader} {
		less, ok := i.Spend()
		if !ok || less == i || less.Back() != i {
			t.Errorf("%+v: %+v, %+v", i, less, less.Back())
		}
	}
	if rod := (Item{Kind: Rod, Length: 2}); rod.Back() != rod {
		t.Errorf("%+v", rod.Back())
	}
	if !head.IsHead(7.15e-3, "ball", "lead") || head.IsHead(7.1e-3, "ball", "tin") ||
		head.IsHead(8e-3, "ball", "lead") {
		t.Error("heads are not told apart")
	}
	if !bait.IsBait(setup.Bait{Form: "craw", Body: "plain", Length: 0.08}) ||
		bait.IsBait(setup.Bait{Form: "craw", Body: "floating", Length: 0.08}) {
		t.Error("baits are not told apart")
	}
	if wide := bait; wide.IsBait(setup.Bait{Form: "craw", Body: "plain", Length: 0.08, Width: 0.01}) {
		t.Error("nor are measured ones")
	}
	if !leader.IsLeader(setup.Leader{Material: "fluorocarbon", Diameter: 0.3e-3}) ||
		leader.IsLeader(setup.Leader{Material: "fluorocarbon", Diameter: 0.4e-3}) {
		t.Error("leaders are not told apart")
	}
}

// On a rig whose sinker takes the weights it is sinkers that count, whatever the heads.
func TestSinkersCount(t *testing.T) {
	items := []Item{
		{Kind: Head, Shape: "ball", Material: "lead", Mass: 0.0071, Count: 6},
		{Kind: Sinker, Material: "lead", Mass: 0.0071, Count: 9},
		{Kind: Sinker, Material: "tungsten", Mass: 0.0071, Count: 4},
	}
	for kind, want := range map[string]float64{rigging.SingleHead: 6, rigging.FixedFloat: 6, rigging.TwoHeads: 6,
		rigging.DropShot: 9, rigging.SplitShot: 9, rigging.SlidingSinker: 9} {
		s := setup.Default()
		s.Rigging.Kind = kind
		if got := Count(items, 0.0071, LikeOf(s)); got != want {
			t.Errorf("%s: %g of them", kind, got)
		}
		if words, low := Stock(items, 0.02, LikeOf(s), nil); want == 9 &&
			(words != "20 g (lead sinker) is not in the box; there is 7.1 g." || !low) {
			t.Errorf("%s: %s", kind, words)
		}
	}
}
