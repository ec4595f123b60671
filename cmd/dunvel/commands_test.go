package main

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"testing"

	"dunvel/web"
)

// TestMain runs the test binary as the command itself where it is asked to.
func TestMain(m *testing.M) {
	if os.Getenv("DUNVEL_AS_A_COMMAND") != "" {
		main()
		return
	}
	os.Exit(m.Run())
}

func command(ctx context.Context, args ...string) *exec.Cmd {
	c := exec.CommandContext(ctx, os.Args[0], args...)
	c.Env = append(os.Environ(), "DUNVEL_AS_A_COMMAND=1")
	return c
}

// run runs a command to its end.
func run(t *testing.T, args ...string) (out, told string, ok bool) {
	t.Helper()
	c := command(t.Context(), args...)
	var stdout, stderr strings.Builder
	c.Stdout, c.Stderr, c.Stdin = &stdout, &stderr, strings.NewReader("{}")
	err := c.Run()
	return stdout.String(), stderr.String(), err == nil
}

// serving serves a folder until it is stopped, and returns the address.
func serving(t *testing.T, folder string) (address string, stop func()) {
	t.Helper()
	c, address := started(t, folder)
	return address, func() {
		_ = c.Process.Signal(syscall.SIGTERM)
		if err := c.Wait(); err != nil {
			t.Errorf("stopped with %v", err)
		}
	}
}

// started begins to serve a folder.
func started(t *testing.T, folder string) (c *exec.Cmd, address string) {
	t.Helper()
	c = command(t.Context(), "serve", "--data", folder, "--address", "127.0.0.1:0")
	out, err := c.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := c.Start(); err != nil {
		t.Fatal(err)
	}
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		t.Fatal(err)
	}
	return c, strings.TrimSpace(strings.TrimPrefix(line, "Dunvel is at "))
}

// keep keeps a setup under a name.
func keep(t *testing.T, address, name string) {
	t.Helper()
	response, err := http.Post(address+"/api/setups", "application/json",
		strings.NewReader(fmt.Sprintf(`{"name":%q,"setup":{}}`, name)))
	if err != nil || response.StatusCode != 201 {
		t.Fatalf("%v %v", response, err)
	}
	_ = response.Body.Close()
}

// kept are the names of the setups that are kept.
func kept(t *testing.T, address string) string {
	t.Helper()
	response, err := http.Get(address + "/api/setups")
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = response.Body.Close() }()
	var setups []struct{ Name string }
	if err := json.NewDecoder(response.Body).Decode(&setups); err != nil {
		t.Fatal(err)
	}
	var names []string
	for _, s := range setups {
		names = append(names, s.Name)
	}
	return strings.Join(names, " ")
}

// A copy to a file, while it is served, is whole; it comes back once nothing is served,
// and how it was before is kept.
func TestCopyAndRestore(t *testing.T) {
	folder, file := t.TempDir(), filepath.Join(t.TempDir(), "away.db")
	address, stop := serving(t, folder)
	keep(t, address, "first")
	if out, told, ok := run(t, "copy", "--data", folder, file); !ok || !strings.Contains(out, "is copied to "+file) {
		t.Fatalf("%s %s", out, told)
	}
	if info, err := os.Stat(file); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("%v %v", info, err)
	}
	if _, told, ok := run(t, "copy", "--data", folder, file); ok ||
		!strings.Contains(told, "there is a file of that name already") {
		t.Errorf("over another file: %s", told)
	}
	keep(t, address, "second")
	if _, told, ok := run(t, "restore", "--data", folder, file); ok ||
		!strings.Contains(told, "another Dunvel is running with the database\nnothing was changed: stop it first, or "+
			"go back to a copy in its page") {
		t.Errorf("while it is served: %s", told)
	}
	if got := kept(t, address); got != "first second" {
		t.Errorf("%s is kept", got)
	}
	stop()
	if out, told, ok := run(t, "restore", "--data", folder, file); !ok ||
		!strings.Contains(out, "How it was before is in "+filepath.Join(folder, "copies")) {
		t.Fatalf("%s %s", out, told)
	}
	address, stop = serving(t, folder)
	if got := kept(t, address); got != "first" {
		t.Errorf("%s is kept", got)
	}
	stop()
	// And forth again, from the copy of before.
	copies, err := filepath.Glob(filepath.Join(folder, "copies", "*.db"))
	if err != nil || len(copies) == 0 {
		t.Fatal(err)
	}
	found := false
	for i := len(copies) - 1; i >= 0 && !found; i-- {
		if _, told, ok := run(t, "restore", "--data", folder, copies[i]); !ok {
			t.Fatal(told)
		}
		address, stop = serving(t, folder)
		found = kept(t, address) == "first second"
		stop()
	}
	if !found {
		t.Error("there is no way back")
	}
	for text, words := range map[string]string{"": "the file holds no data of Dunvel",
		"not a database": "the database is damaged"} {
		bad := filepath.Join(t.TempDir(), "bad.db")
		if err := os.WriteFile(bad, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
		if _, told, ok := run(t, "restore", "--data", folder, bad); ok || !strings.Contains(told, words) ||
			!strings.Contains(told, "nothing was changed") {
			t.Errorf("%q: %s", text, told)
		}
	}
}

// Two servers on one database are told of each other.
func TestTwoServers(t *testing.T) {
	folder := t.TempDir()
	address, stop := serving(t, folder)
	defer stop()
	c := command(t.Context(), "serve", "--data", folder, "--address", "127.0.0.1:0")
	told, err := c.StderrPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := c.Start(); err != nil {
		t.Fatal(err)
	}
	line, err := bufio.NewReader(told).ReadString('\n')
	if err != nil || !strings.HasPrefix(line, "Another Dunvel has this database open.") {
		t.Errorf("%s %v", line, err)
	}
	keep(t, address, "first")
	_ = c.Process.Signal(syscall.SIGTERM)
	_, _ = io.Copy(io.Discard, told)
	_ = c.Wait()
}

// Questions under way when it is stopped are answered that it is, and it ends well.
func TestStoppedWhileAsked(t *testing.T) {
	address, stop := serving(t, t.TempDir())
	heads := strings.TrimSuffix(strings.Repeat("0.01,0.02,0.03,0.04,", 8), ",")
	body := fmt.Sprintf(`{"setup":{"water":{"depth":120},"rod":{"lineOnSpool":600},"wind":{"speed":12},"flow":{"speed":0.8},"cast":{"distance":60},"heads":[%s]}}`, heads)
	response, err := http.Post(address+"/api/changes?progress=true", "application/json", strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = response.Body.Close() }()
	lines := bufio.NewReader(response.Body)
	if line, err := lines.ReadString('\n'); err != nil || !strings.Contains(line, `"share"`) {
		t.Fatalf("%s %v", line, err)
	}
	stop()
	if rest, err := io.ReadAll(lines); err != nil || !strings.Contains(string(rest), "Dunvel is being stopped") {
		t.Errorf("%s %v", rest, err)
	}
}

func TestAdvise(t *testing.T) {
	if out, told, ok := run(t, "advise", "--units", "mass=oz"); !ok || !strings.Contains(out, `"sentence": "Tie on `) ||
		!strings.Contains(out, " oz") {
		t.Errorf("%.300s %s", out, told)
	}
	if out, told, ok := run(t, "advise", "--words"); !ok || !strings.HasPrefix(out, "Tie on ") ||
		strings.Contains(out, "{") || !strings.Contains(out, "\nNot lighter: ") || strings.Count(out, "\n") < 3 {
		t.Errorf("%.300s %s", out, told)
	}
	if _, told, ok := run(t, "advise", "--units", "mass=stone"); ok ||
		!strings.Contains(told, "mass cannot be shown in “stone”; choose one of g, oz") {
		t.Error(told)
	}
	if out, _, ok := run(t, "version"); !ok || !strings.HasPrefix(out, "dunvel ") {
		t.Error(out)
	}
}

// What is not understood ends with 2 and is told on standard error alone; a file may be named, and begin with a
// mark of its order; what is asked for twice over is refused.
func TestCommandLine(t *testing.T) {
	end := func(input string, args ...string) (out, told string, code int) {
		t.Helper()
		c := command(t.Context(), args...)
		var stdout, stderr strings.Builder
		c.Stdout, c.Stderr, c.Stdin = &stdout, &stderr, strings.NewReader(input)
		_ = c.Run()
		return stdout.String(), stderr.String(), c.ProcessState.ExitCode()
	}
	for want, args := range map[string][]string{
		"expected one of":            nil,
		"unexpected argument nope":   {"nope"},
		"unknown flag --bad":         {"serve", "--bad"},
		"Usage: dunvel serve":        {"serve", "--worse"},
		"unexpected argument second": {"advise", "first", "second"},
	} {
		if out, told, code := end("", args...); out != "" || code != 2 || !strings.Contains(told, want) {
			t.Errorf("%v: %d %q %s", args, code, out, told)
		}
	}
	file := filepath.Join(t.TempDir(), "setup.json")
	if err := os.WriteFile(file, []byte("\ufeff{\"water\":{\"depth\":3}}"), 0o600); err != nil {
		t.Fatal(err)
	}
	for _, from := range []string{file, "-"} {
		if out, told, code := end(`{"water":{"depth":3}}`, "advise", "--words", from); code != 0 ||
			!strings.Contains(out, "on the bed at 3 m") {
			t.Errorf("%s: %d %s%s", from, code, out, told)
		}
	}
	for want, input := range map[string]string{"the input is no whole setup": "{} {}", "there is no setup": "  "} {
		if out, told, code := end(input, "advise"); code != 1 || out != "" || !strings.Contains(told, want) {
			t.Errorf("%q: %d %q %s", input, code, out, told)
		}
	}
	if _, told, code := end("", "advise", file+".gone"); code != 1 || !strings.Contains(told, "no such file") {
		t.Errorf("%d %s", code, told)
	}
	if out, _, code := end("", "--version"); code != 0 || !strings.HasPrefix(out, "dunvel unreleased, go") {
		t.Errorf("%d %s", code, out)
	}
	if out, _, code := end("", "--man"); code != 0 || !strings.Contains(out, ".TH DUNVEL 1") ||
		!strings.Contains(out, "advise") {
		t.Errorf("%d %.200s", code, out)
	}
}

// Every module that is compiled in, and what the front end is made of, is named with its
// licence.
func TestLicences(t *testing.T) {
	if _, err := web.Dist.Open("dist/licences.txt"); err != nil {
		t.Skip("the front end is not built")
	}
	out, told, ok := run(t, "licences")
	if !ok {
		t.Fatal(told)
	}
	list, err := exec.CommandContext(t.Context(), "go", "list", "-deps", "-f",
		"{{with .Module}}{{if not .Main}}{{.Path}} {{.Version}}{{end}}{{end}}", "dunvel/cmd/dunvel").Output()
	if err != nil {
		t.Fatal(err)
	}
	wanted := append(strings.Split(strings.TrimSpace(string(list)), "\n"), "The Go programming language",
		"react-router", "@mui/material", "swagger-ui-dist",
		"Permission is hereby granted", "Redistributions in binary form", "SIL OPEN FONT LICENSE", "Apache License")
	for _, words := range wanted {
		if !strings.Contains(out, words) {
			t.Errorf("“%s” is not in it", words)
		}
	}
}
