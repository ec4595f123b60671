// Licences writes the licences of everything that the binary ships to standard output: of
// Go and its modules, of what is bundled into the front end (as its build lists it), and
// of its fonts.
package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
)

func main() {
	if err := write(os.Stdout); err != nil {
		fmt.Fprintln(os.Stderr, "licences:", err)
		os.Exit(1)
	}
}

// part is something that is shipped, with the folder that its licence lies in.
type part struct{ name, folder string }

func write(out io.Writer) error {
	parts, err := modules()
	if err != nil {
		return err
	}
	goroot, err := exec.Command("go", "env", "GOROOT").Output()
	if err != nil {
		return err
	}
	parts = append([]part{{"Dunvel", "."},
		{"The Go programming language and its standard library", strings.TrimSpace(string(goroot))}}, parts...)
	for _, name := range []string{"@fontsource-variable/atkinson-hyperlegible-next", "swagger-ui-dist"} {
		parts = append(parts, part{name, filepath.Join("web/node_modules", name)})
	}
	for _, p := range parts {
		texts, err := licences(p.folder)
		if err != nil {
			return fmt.Errorf("%s: %w", p.name, err)
		}
		fmt.Fprintf(out, "%s\n%s\n\n%s\n\n", p.name, strings.Repeat("=", len([]rune(p.name))),
			strings.Join(texts, "\n\n"))
	}
	bundled, err := os.ReadFile("web/dist/bundled.md")
	if err != nil {
		return fmt.Errorf("the front end is not built: %w", err)
	}
	_, err = out.Write(bundled)
	return err
}

// modules are those of Go that are compiled into the binary.
func modules() ([]part, error) {
	list, err := exec.Command("go", "list", "-deps", "-json=Module", "./cmd/dunvel").Output()
	if err != nil {
		return nil, fmt.Errorf("go list: %w", err)
	}
	var out []part
	for in := json.NewDecoder(strings.NewReader(string(list))); ; {
		var p struct {
			Module *struct {
				Path, Version, Dir string
				Main               bool
			}
		}
		err := in.Decode(&p)
		if errors.Is(err, io.EOF) {
			slices.SortFunc(out, func(a, b part) int { return strings.Compare(a.name, b.name) })
			return slices.Compact(out), nil
		}
		if err != nil {
			return nil, fmt.Errorf("go list: %w", err)
		}
		if m := p.Module; m != nil && !m.Main {
			out = append(out, part{m.Path + " " + m.Version, m.Dir})
		}
	}
}

var isLicence = regexp.MustCompile(`(?i)^(licen[cs]e|copying|notice|patents)([-.].*)?$`)

// licences are the texts in a folder that are licences or notices; there is one at least.
func licences(folder string) ([]string, error) {
	files, err := os.ReadDir(folder)
	if err != nil {
		return nil, err
	}
	var out []string
	for _, f := range files {
		if f.IsDir() || !isLicence.MatchString(f.Name()) {
			continue
		}
		text, err := os.ReadFile(filepath.Join(folder, f.Name()))
		if err != nil {
			return nil, err
		}
		out = append(out, strings.TrimSpace(strings.ReplaceAll(string(text), "\r", "")))
	}
	if out == nil {
		return nil, errors.New("there is no licence in " + folder)
	}
	return out, nil
}
