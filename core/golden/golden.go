// Package golden holds what a test comes to against a file that was read before it was kept.
package golden

import (
	"os"
	"strings"
	"testing"
)

// Hold fails at the first line in which a text differs from a file, and tells the heading ("# ...")
// that it stands under. With update it writes the file instead, to be read before it is kept.
func Hold(t *testing.T, file, got string, update bool) {
	t.Helper()
	if update {
		if err := os.WriteFile(file, []byte(got), 0o644); err != nil {
			t.Fatal(err)
		}
		return
	}
	kept, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	is, was, under := strings.Split(got, "\n"), strings.Split(string(kept), "\n"), ""
	for i := range min(len(is), len(was)) {
		if strings.HasPrefix(is[i], "#") {
			under = is[i]
		}
		if is[i] != was[i] {
			t.Fatalf("%s, line %d, %s:\n got %s\nwant %s", file, i+1, under, is[i], was[i])
		}
	}
	if len(is) != len(was) {
		t.Errorf("%s: %d lines, want %d", file, len(is), len(was))
	}
}
