package box

import "testing"

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
		words, low := Stock(items, tt.grams*1e-3, tt.shape, tt.material, nil)
		if words != tt.words || low != tt.low {
			t.Errorf("%g g %s: %q, %v", tt.grams, tt.shape, words, low)
		}
	}
}
