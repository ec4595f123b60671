package main

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path"
	"slices"
	"strings"
)

const head = "# Mutants\n\nWritten by `make mutants`: each is a small change of the code. One that no test " +
	"notices has survived; why it may is told beside it.\n" +
	"Tests run with `-short`, without those that run the engine for long.\n\n" +
	"| Package | Changes | Reached by tests | Noticed, of those |\n|---|---|---|---|\n"

// paper is the document: what is told of each package, in order, of which those that are not
// run again stay as they are.
type paper struct {
	packages []string
	rows     map[string]string   // of the table
	survived map[string][]string // lines: the path of a file as "## path", and what survived in it
}

// readDocument reads a document that was written before; one that is not there is empty.
func readDocument(name string) (*paper, error) {
	out := &paper{rows: map[string]string{}, survived: map[string][]string{}}
	text, err := os.ReadFile(name)
	if errors.Is(err, fs.ErrNotExist) {
		return out, nil
	}
	pkg := ""
	for line := range strings.Lines(string(text)) {
		line = strings.TrimSpace(line)
		file, isFile := strings.CutPrefix(line, "## ")
		switch {
		case strings.HasPrefix(line, "| `"):
			of := strings.Split(line, "`")[1]
			out.packages, out.rows[of] = append(out.packages, of), line
		case isFile:
			pkg = path.Dir(file)
			out.survived[pkg] = append(out.survived[pkg], line)
		case strings.HasPrefix(line, "- "):
			out.survived[pkg] = append(out.survived[pkg], line[:strings.LastIndex(line, "`")+1])
		}
	}
	return out, err
}

// put has the mutants of a package told in place of those that were.
func (p *paper) put(pkg string, found []mutant) {
	all, reached, killed := 0, 0, 0
	last := ""
	p.survived[pkg] = nil
	for _, m := range slices.Compact(slices.Clone(found)) {
		if m.status == "LIVED" || m.status == "NOT COVERED" {
			if m.file != last {
				last = m.file
				p.survived[pkg] = append(p.survived[pkg], "## "+pkg+"/"+m.file)
			}
			p.survived[pkg] = append(p.survived[pkg],
				fmt.Sprintf("- %s, %s: `%s`", m.kind, strings.ToLower(m.status), m.text))
		}
	}
	for _, m := range found {
		if m.status == "NOT VIABLE" {
			continue
		}
		all++
		if m.status != "NOT COVERED" {
			reached++
		}
		if m.status == "KILLED" || m.status == "TIMED OUT" {
			killed++
		}
	}
	if _, known := p.rows[pkg]; !known {
		p.packages = append(p.packages, pkg)
	}
	p.rows[pkg] = fmt.Sprintf("| `%s` | %d | %.0f %% | %.0f %% |", pkg, all, percent(reached, all),
		percent(killed, reached))
}

// told is the document as it is written, with why mutants may survive.
func (p *paper) told(why map[string]string) string {
	var out strings.Builder
	out.WriteString(head)
	for _, pkg := range p.packages {
		out.WriteString(p.rows[pkg] + "\n")
	}
	for _, pkg := range p.packages {
		file := ""
		for _, line := range p.survived[pkg] {
			if of, isFile := strings.CutPrefix(line, "## "); isFile {
				file = of
				out.WriteString("\n" + line + "\n\n")
				continue
			}
			_, text, _ := strings.Cut(strings.TrimSuffix(line, "`"), "`")
			out.WriteString(strings.TrimSpace(line+" "+why[file+"\t"+text]) + "\n")
		}
	}
	return out.String()
}

func percent(part, whole int) float64 { return 100 * float64(part) / float64(max(whole, 1)) }
