// Mutants changes the code of a package a little, again and again, and tells which changes no
// test notices: gremlins does the changing, and this tells it what the tests reach and writes
// what survived, with the reason why it may, to docs/mutants.md.
//
// Go's coverage marks neither the conditions of a switch nor tables at the top of a file, so
// that gremlins would leave both out. This program therefore also stands in for the go command
// that gremlins calls, and marks a function that any test reaches as reached whole, and tables.
package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
)

const (
	tool     = "github.com/go-gremlins/gremlins/cmd/gremlins@v0.6.0"
	document = "docs/mutants.md"
	reasons  = "scripts/mutants/reasons.txt"
)

func main() {
	if filepath.Base(os.Args[0]) == "go" {
		os.Exit(standIn(os.Args[1:]))
	}
	if len(os.Args) < 2 {
		fmt.Fprintln(os.Stderr, "usage: mutants PACKAGE...")
		os.Exit(2)
	}
	if err := run(os.Args[1:]); err != nil {
		fmt.Fprintln(os.Stderr, "mutants:", err)
		os.Exit(1)
	}
}

func run(packages []string) error {
	why, err := readReasons(reasons)
	if err != nil {
		return err
	}
	dir, err := os.MkdirTemp("", "mutants")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	if err := install(dir); err != nil {
		return err
	}
	doc, err := readDocument(document)
	if err != nil {
		return err
	}
	for _, pkg := range packages {
		fmt.Fprintln(os.Stderr, pkg)
		out := filepath.Join(dir, "found.json")
		cmd := exec.Command(filepath.Join(dir, "gremlins"), "unleash", "./"+pkg, "--silent", "--exclude-files",
			"/", "-o", out)
		cmd.Stderr = os.Stderr
		cmd.Env = append(os.Environ(), "PATH="+dir+string(os.PathListSeparator)+os.Getenv("PATH"),
			"GOFLAGS="+os.Getenv("GOFLAGS")+" -short")
		if err := cmd.Run(); err != nil {
			return fmt.Errorf("%s: %w", pkg, err)
		}
		of, err := read(out, pkg)
		if err != nil {
			return err
		}
		doc.put(pkg, of)
		// After each, so that a run that is stopped has told of those before.
		if err := os.WriteFile(document, []byte(doc.told(why)), 0o644); err != nil {
			return err
		}
	}
	return nil
}

// install puts gremlins, and this program as the go command that it finds, into a directory.
func install(dir string) error {
	real, err := exec.LookPath("go")
	if err != nil {
		return err
	}
	if err := os.Setenv("MUTANTS_GO", real); err != nil {
		return err
	}
	get := exec.Command(real, "install", tool)
	get.Env = append(os.Environ(), "GOBIN="+dir)
	if out, err := get.CombinedOutput(); err != nil {
		return fmt.Errorf("%s: %w: %s", tool, err, out)
	}
	self, err := os.Executable()
	if err != nil {
		return err
	}
	from, err := os.Open(self)
	if err != nil {
		return err
	}
	defer func() { _ = from.Close() }()
	to, err := os.OpenFile(filepath.Join(dir, "go"), os.O_CREATE|os.O_WRONLY, 0o755)
	if err != nil {
		return err
	}
	_, err = io.Copy(to, from)
	return errors.Join(err, to.Close())
}

// mutant is one change of the code.
type mutant struct {
	pkg, file, kind, status string
	line                    int
	text                    string // of its line
}

// read reads what gremlins wrote, of one package without those below it.
func read(path, pkg string) ([]mutant, error) {
	text, err := os.ReadFile(path)
	if err != nil {
		return nil, err
	}
	var all struct {
		Files []struct {
			Name      string `json:"file_name"`
			Mutations []struct {
				Type, Status string
				Line         int
			}
		}
	}
	if err := json.Unmarshal(text, &all); err != nil {
		return nil, err
	}
	var out []mutant
	for _, f := range all.Files {
		if strings.Contains(f.Name, "/") || strings.HasSuffix(f.Name, "_js.go") {
			continue // of a package below it, or of the page's engine, which other tests run
		}
		source, err := os.ReadFile(filepath.Join(pkg, f.Name))
		if err != nil {
			return nil, err
		}
		lines := strings.Split(string(source), "\n")
		for _, m := range f.Mutations {
			out = append(out, mutant{pkg, f.Name, strings.ToLower(strings.ReplaceAll(m.Type, "_", " ")), m.Status,
				m.Line, strings.TrimSpace(lines[m.Line-1])})
		}
	}
	return out, nil
}

// readReasons reads why mutants may survive: lines of a file's path, the text of its line, and
// the reason, with tabs between.
func readReasons(path string) (map[string]string, error) {
	text, err := os.ReadFile(path)
	if err != nil {
		return nil, err
	}
	out := map[string]string{}
	for line := range strings.Lines(string(text)) {
		cells := strings.Split(strings.TrimSpace(line), "\t")
		if len(cells) != 3 {
			return nil, fmt.Errorf("%s: %q is not a path, a line and a reason", path, line)
		}
		out[cells[0]+"\t"+cells[1]] = cells[2]
	}
	return out, nil
}
