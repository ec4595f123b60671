package main

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// What was written before stays, but for the package that is run again; reasons are those of now.
func TestDocument(t *testing.T) {
	name := filepath.Join(t.TempDir(), "mutants.md")
	doc, err := readDocument(name)
	if err != nil {
		t.Fatal(err)
	}
	doc.put("core/a", []mutant{{"core/a", "x.go", "invert negatives", "LIVED", 3, "return -y"},
		{"core/a", "x.go", "arithmetic base", "KILLED", 4, "return a + b"},
		{"core/a", "x.go", "arithmetic base", "NOT VIABLE", 4, "return a + b"}})
	doc.put("core/b", []mutant{{"core/b", "z.go", "arithmetic base", "NOT COVERED", 9, "return a - b"}})
	first := doc.told(map[string]string{"core/a/x.go\treturn -y": "It is squared."})
	want := head + "| `core/a` | 2 | 100 % | 50 % |\n| `core/b` | 1 | 0 % | 0 % |\n" +
		"\n## core/a/x.go\n\n- invert negatives, lived: `return -y` It is squared.\n" +
		"\n## core/b/z.go\n\n- arithmetic base, not covered: `return a - b`\n"
	if first != want {
		t.Fatalf("%s\nnot\n%s", first, want)
	}
	if err := os.WriteFile(name, []byte(first), 0o644); err != nil {
		t.Fatal(err)
	}
	if doc, err = readDocument(name); err != nil {
		t.Fatal(err)
	}
	doc.put("core/b", []mutant{{"core/b", "z.go", "arithmetic base", "TIMED OUT", 9, "return a - b"}})
	again := doc.told(map[string]string{"core/a/x.go\treturn -y": "It is even."})
	want = strings.Replace(strings.Replace(want, "squared", "even", 1), "| 1 | 0 % | 0 % |", "| 1 | 100 % | 100 % |", 1)
	if want = want[:strings.Index(want, "\n## core/b")]; again != want {
		t.Errorf("%s\nnot\n%s", again, want)
	}
}
