package main

import (
	"bytes"
	"errors"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"os/exec"
	"path"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
)

// standIn runs the real go command and, where that wrote a coverage profile, widens it. It
// returns how to exit.
func standIn(args []string) int {
	cmd := exec.Command(os.Getenv("MUTANTS_GO"), withFamily(args)...)
	cmd.Stdin, cmd.Stdout, cmd.Stderr = os.Stdin, os.Stdout, os.Stderr
	err := cmd.Run()
	var failed *exec.ExitError
	if errors.As(err, &failed) {
		return failed.ExitCode()
	}
	if i := slices.Index(args, "-coverprofile"); err == nil && i >= 0 && i+1 < len(args) {
		err = widen(args[i+1])
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "mutants:", err)
		return 1
	}
	return 0
}

// withFamily has a package below another tested by the tests of that one and of all below it too: it was parted from
// it, and what both do together is tested there.
func withFamily(args []string) []string {
	if len(args) == 0 || args[0] != "test" {
		return args
	}
	pkg := strings.TrimSuffix(strings.TrimPrefix(strings.TrimPrefix(args[len(args)-1], "dunvel/"), "./"), "/...")
	if strings.Count(pkg, "/") < 2 {
		return args
	}
	family := "dunvel/" + path.Dir(pkg) + "/..."
	out := append(slices.Clone(args[:len(args)-1]), family)
	if i := slices.Index(out, "-coverprofile"); i >= 0 {
		out = slices.Insert(out, i, "-coverpkg", "dunvel/"+pkg)
	}
	return out
}

// widen marks, in a coverage profile, functions that are reached as reached whole, and tables
// at the top of a file.
func widen(profile string) error {
	text, err := os.ReadFile(profile)
	if err != nil {
		return err
	}
	reached := map[string][]int{} // lines, by file
	for line := range strings.Lines(string(text)) {
		file, rest, ok := strings.Cut(strings.TrimSpace(line), ":")
		if fields := strings.Fields(rest); ok && len(fields) == 3 && fields[2] != "0" {
			at, _, _ := strings.Cut(fields[0], ".")
			n, err := strconv.Atoi(at)
			if err != nil {
				return err
			}
			reached[file] = append(reached[file], n)
		}
	}
	var out bytes.Buffer
	out.Write(text)
	for file, lines := range reached {
		_, name, _ := strings.Cut(file, "/") // after the name of the module, which is where this runs
		fset := token.NewFileSet()
		parsed, err := parser.ParseFile(fset, filepath.FromSlash(name), nil, 0)
		if err != nil {
			return err
		}
		for _, d := range parsed.Decls {
			from, to := fset.Position(d.Pos()), fset.Position(d.End())
			within := func(n int) bool { return n >= from.Line && n <= to.Line }
			if _, table := d.(*ast.GenDecl); table || slices.ContainsFunc(lines, within) {
				fmt.Fprintf(&out, "%s:%d.%d,%d.%d 1 1\n", file, from.Line, from.Column, to.Line, to.Column)
			}
		}
	}
	return os.WriteFile(profile, out.Bytes(), 0o644)
}
