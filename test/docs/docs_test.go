// Package docs holds what the documents claim against what there is: commands run, links lead
// somewhere, files and packages that are named exist.
package docs

import (
	"cmp"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"
)

// documents are those that tell how to use it and how it is built, from the root.
func documents(t *testing.T) map[string]string {
	t.Helper()
	t.Chdir("../..")
	paths, err := filepath.Glob("docs/*.md")
	if err != nil {
		t.Fatal(err)
	}
	decisions, err := filepath.Glob("docs/decisions/*.md")
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]string{}
	for _, path := range append(append(paths, decisions...), "README.md", "CONTRIBUTING.md", "SECURITY.md") {
		text, err := os.ReadFile(path)
		if err != nil {
			t.Fatal(err)
		}
		out[path] = string(text)
	}
	return out
}

// Every `make` that is named is a target, with a word on what it does where README lists it.
func TestTargets(t *testing.T) {
	all := documents(t)
	makefile, err := os.ReadFile("Makefile")
	if err != nil {
		t.Fatal(err)
	}
	named := regexp.MustCompile("(?m)(?:^ {4}|`)make ([a-z-]+)")
	seen := 0
	for path, text := range all {
		for _, m := range named.FindAllStringSubmatch(text, -1) {
			seen++
			if !regexp.MustCompile(`(?m)^` + m[1] + `:`).Match(makefile) {
				t.Errorf("%s names make %s", path, m[1])
			}
		}
	}
	if seen < 15 {
		t.Errorf("only %d are named", seen)
	}
	for _, m := range regexp.MustCompile(`(?m)^([a-z-]+):.*## `).FindAllStringSubmatch(string(makefile), -1) {
		if !strings.Contains(all["README.md"]+all["CONTRIBUTING.md"], "make "+m[1]) {
			t.Errorf("neither README nor CONTRIBUTING says what make %s does", m[1])
		}
	}
}

// Links within the documents lead to files, and to headings that there are.
func TestLinks(t *testing.T) {
	link := regexp.MustCompile(`\]\(([^)\s]+)\)`)
	all, seen := documents(t), 0
	for path, text := range all {
		for _, m := range link.FindAllStringSubmatch(text, -1) {
			if strings.Contains(m[1], "://") {
				continue
			}
			seen++
			to, _, _ := strings.Cut(m[1], "#")
			if _, err := os.Stat(filepath.Join(filepath.Dir(path), to)); err != nil {
				t.Errorf("%s: %v", path, err)
			}
		}
	}
	if seen < 40 {
		t.Errorf("only %d links", seen)
	}
}

// Files and folders of the code that are named in code marks exist, in the documents that are of
// the code as it is now; decisions and changes are of what was.
func TestNamedFiles(t *testing.T) {
	named := regexp.MustCompile("`((?:core|internal|cmd|web|test|scripts|docs|packaging)/[\\w./-]*)`")
	seen := 0
	for path, text := range documents(t) {
		if strings.HasPrefix(path, "docs/decisions/") || path == "docs/speed.md" {
			continue
		}
		for _, m := range named.FindAllStringSubmatch(text, -1) {
			seen++
			if _, err := os.Stat(m[1]); err != nil && !strings.Contains(m[1], "...") {
				t.Errorf("%s: %v", path, err)
			}
		}
	}
	if seen < 60 {
		t.Errorf("only %d are named", seen)
	}
}

// Decisions say when they were made and how they stand.
func TestDecisions(t *testing.T) {
	dated := regexp.MustCompile(`(?m)^\d{1,2} \w+ 20\d\d\. (Holds|Replaced by \[\d{4}\]\(.*\))\.`)
	for path, text := range documents(t) {
		if strings.HasPrefix(path, "docs/decisions/") && !dated.MatchString(text) {
			t.Errorf("%s has no date and state", path)
		}
	}
}

// The changes are told by version, the newest first, with the day of each; and the newest is the
// newest tag, where there is one.
func TestVersions(t *testing.T) {
	t.Chdir("../..")
	text, err := os.ReadFile("CHANGELOG.md")
	if err != nil {
		t.Fatal(err)
	}
	var versions []string
	for i, heading := range regexp.MustCompile(`(?m)^## (.*)$`).FindAllStringSubmatch(string(text), -1) {
		m := regexp.MustCompile(`^(\d+\.\d+\.\d+), \d{1,2} \w+ 20\d\d$`).FindStringSubmatch(heading[1])
		switch {
		case m != nil:
			versions = append(versions, m[1])
		case i > 0 || heading[1] != "Unreleased":
			t.Errorf("%q is neither what is not released nor a version with its day", heading[1])
		}
	}
	if len(versions) == 0 || !slices.IsSortedFunc(versions, func(a, b string) int { return -versionOrder(a, b) }) {
		t.Errorf("%v", versions)
	}
	tag, err := exec.Command("git", "describe", "--tags", "--abbrev=0", "--match", "v*").Output()
	if newest := strings.TrimPrefix(strings.TrimSpace(string(tag)), "v"); err == nil &&
		!slices.Contains(versions, newest) {
		t.Errorf("version %s is tagged, and CHANGELOG.md has %v", newest, versions)
	}
}

// versionOrder compares versions number by number.
func versionOrder(a, b string) int {
	x, y := strings.Split(a, "."), strings.Split(b, ".")
	for i := range x {
		if c := cmp.Or(cmp.Compare(len(x[i]), len(y[i])), strings.Compare(x[i], y[i])); c != 0 {
			return c
		}
	}
	return 0
}

// program builds the program, without what the page is made of.
func program(t *testing.T) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), "dunvel")
	if out, err := exec.Command("go", "build", "-o", path, "./cmd/dunvel").CombinedOutput(); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	return path
}

// Every command of the program that is named is one, and the lines that need neither a server
// nor your data run as they stand.
func TestCommands(t *testing.T) {
	all := documents(t)
	path := program(t)
	seen := map[string]bool{}
	for at, text := range all {
		for _, m := range regexp.MustCompile("(?m)(?:^ {4}|`)dunvel ([a-z]+)").FindAllStringSubmatch(text, -1) {
			if seen[m[1]] {
				continue
			}
			seen[m[1]] = true
			if out, err := exec.Command(path, m[1], "--help").CombinedOutput(); err != nil {
				t.Errorf("%s names dunvel %s: %v: %s", at, m[1], err, out)
			}
		}
	}
	if len(seen) < 10 {
		t.Errorf("only %v are named", seen)
	}
	ran := 0
	for _, line := range strings.Split(all["README.md"], "\n") {
		command, pipes := strings.CutPrefix(line, "    ")
		if !pipes || !strings.HasPrefix(command, "echo ") && !strings.HasPrefix(command, "dunvel mechanics < core") {
			continue
		}
		ran++
		cmd := exec.Command("sh", "-c", command)
		cmd.Env = append(os.Environ(), "PATH="+filepath.Dir(path)+string(os.PathListSeparator)+os.Getenv("PATH"))
		cmd.WaitDelay = time.Minute
		if out, err := cmd.Output(); err != nil || len(out) < 1000 {
			t.Errorf("%s: %v, %d bytes", command, err, len(out))
		}
	}
	if ran != 2 {
		t.Errorf("%d lines were run", ran)
	}
}

// What README lists of screens is what there is, under twenty of them.
func TestScreens(t *testing.T) {
	readme := documents(t)["README.md"]
	files, err := filepath.Glob("docs/screenshots/*.png")
	if err != nil {
		t.Fatal(err)
	}
	if len(files) >= 20 {
		t.Errorf("%d pictures", len(files))
	}
	for _, f := range files {
		if !strings.Contains(readme, "]("+filepath.ToSlash(f)+")") {
			t.Errorf("README does not show %s", f)
		}
	}
	if !slices.IsSorted(files) {
		t.Error("they are out of order")
	}
}
