// Rooms draws docs/rooms.svg: the packages of Dunvel on floors, each above all that it uses. An
// arrow is drawn where a package uses one that it does not reach through another.
package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"os"
	"os/exec"
	"slices"
	"strings"
)

const picture = "docs/rooms.svg"

func main() {
	uses, err := listed()
	if err == nil {
		err = os.WriteFile(picture, []byte(draw(uses)), 0o644)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "rooms:", err)
		os.Exit(1)
	}
}

// listed is which packages each package uses, of those that are part of a program.
func listed() (map[string][]string, error) {
	out, err := exec.Command("go", "list", "-json=ImportPath,Imports", "./core/...", "./internal/...",
		"./cmd/dunvel").Output()
	if err != nil {
		return nil, err
	}
	const module = "dunvel/"
	uses := map[string][]string{}
	for read := json.NewDecoder(strings.NewReader(string(out))); ; {
		var p struct {
			ImportPath string
			Imports    []string
		}
		if err := read.Decode(&p); errors.Is(err, io.EOF) {
			break
		} else if err != nil {
			return nil, err
		}
		name := strings.TrimPrefix(p.ImportPath, module)
		uses[name] = []string{}
		for _, i := range p.Imports {
			if other, ok := strings.CutPrefix(i, module); ok {
				uses[name] = append(uses[name], other)
			}
		}
	}
	for name, others := range uses {
		uses[name] = slices.DeleteFunc(others, func(o string) bool { _, listed := uses[o]; return !listed })
	}
	used := map[string]bool{"cmd/dunvel": true, "internal/engine": true}
	for _, others := range uses {
		for _, o := range others {
			used[o] = true
		}
	}
	maps.DeleteFunc(uses, func(name string, _ []string) bool { return !used[name] }) // for tests alone
	return uses, nil
}

// floors is how far up each package is: one above the highest that it uses.
func floors(uses map[string][]string) map[string]int {
	out := map[string]int{}
	var floor func(string) int
	floor = func(name string) int {
		if f, ok := out[name]; ok {
			return f
		}
		f := 0
		for _, o := range uses[name] {
			f = max(f, floor(o)+1)
		}
		out[name] = f
		return f
	}
	for name := range uses {
		floor(name)
	}
	return out
}

// direct is the packages that one uses and does not reach through another.
func direct(uses map[string][]string, name string) []string {
	var reaches func(from, to string) bool
	reaches = func(from, to string) bool {
		return slices.ContainsFunc(uses[from], func(o string) bool { return o == to || reaches(o, to) })
	}
	return slices.DeleteFunc(slices.Clone(uses[name]), func(to string) bool {
		return slices.ContainsFunc(uses[name], func(other string) bool { return other != to && reaches(other, to) })
	})
}

// Sizes of the drawing.
const (
	wide, high = 132, 26
	across, up = 140, 62
	edge       = 10
)

func draw(uses map[string][]string) string {
	on := floors(uses)
	rows := make([][]string, slices.Max(slices.Collect(maps.Values(on)))+1)
	for _, name := range slices.Sorted(maps.Keys(uses)) {
		rows[on[name]] = append(rows[on[name]], name)
	}
	most := 0
	for _, row := range rows {
		most = max(most, len(row))
	}
	x, y := map[string]int{}, map[string]int{}
	for f, row := range rows {
		for i, name := range row {
			x[name] = edge + (most-len(row))*across/2 + i*across
			y[name] = edge + (len(rows)-1-f)*up
		}
	}
	var out strings.Builder
	fmt.Fprintf(&out, `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %d %d" `+
		`font-family="sans-serif" font-size="12">`+
		"\n", 2*edge+most*across, 2*edge+len(rows)*up)
	fmt.Fprintf(&out, "<title>The packages of Dunvel: each uses only those below it</title>\n<rect width=\"100%%\" "+
		"height=\"100%%\" fill=\"#fbf6ec\"/>\n")
	for _, name := range slices.Sorted(maps.Keys(uses)) {
		for _, to := range direct(uses, name) {
			fmt.Fprintf(&out, `<line x1="%d" y1="%d" x2="%d" y2="%d" stroke="#8a8272" stroke-width="1"/>`+"\n",
				x[name]+wide/2, y[name]+high, x[to]+wide/2, y[to])
		}
	}
	for _, name := range slices.Sorted(maps.Keys(uses)) {
		room, short, _ := strings.Cut(name, "/")
		fill := map[string]string{"core": "#dceae4", "internal": "#f3dfc9", "cmd": "#ffffff"}[room]
		fmt.Fprintf(&out, `<rect x="%d" y="%d" width="%d" height="%d" rx="4" fill="%s" stroke="#3a362e"/>`+"\n",
			x[name], y[name], wide, high, fill)
		fmt.Fprintf(&out, `<text x="%d" y="%d" text-anchor="middle" fill="#111827">%s</text>`+"\n", x[name]+wide/2,
			y[name]+17, short)
	}
	out.WriteString("</svg>\n")
	return out.String()
}
