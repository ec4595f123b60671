package box

import (
	"strings"
	"testing"
)

// Whatever is typed into the box, it is refused in words, or is an item that can be.
func FuzzRead(f *testing.F) {
	for _, seed := range []string{"head|14.2 g|ball|lead|3/0", "bait|paddle tail|90 mm", "line|line|braid|PE 0.6|yes",
		"rod|2.1 m|2 g|10 g", "hook|3/0|heavy|10", "sinker|5 g|lead|8", "float|6 g|2", "tea|1",
		"head|1/8 oz|ball||||||nan|-1|1e9"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, row string) {
		kind, cells, _ := strings.Cut(row, "|")
		items, err := Read(kind, [][]string{strings.Split(cells, "|")}, nil)
		if err != nil {
			if err.Error() == "" {
				t.Error("it is refused without a word")
			}
			return
		}
		for _, i := range items {
			if err := i.Validate(nil); err != nil || strings.TrimSpace(i.Name(nil)) == "" {
				t.Errorf("%q became %+v, %v", row, i, err)
			}
		}
	})
}

// So is what is listed in one go.
func FuzzBulk(f *testing.F) {
	for _, seed := range []string{"ball, lead, 1/16 1/8 3/16 1/4, hook 1/0, 6 each",
		"ball, tungsten, 3.5 5.3 7.1 g, hook 1/0, at 2.4, 2 each", "belly, guarded", "3,5", "at, each", "½ oz"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		items, err := Bulk(text, nil)
		if err != nil {
			if err.Error() == "" {
				t.Error("it is refused without a word")
			}
			return
		}
		for _, i := range items {
			if err := i.Validate(nil); err != nil || i.Kind != Head {
				t.Errorf("%q became %+v, %v", text, i, err)
			}
		}
	})
}
