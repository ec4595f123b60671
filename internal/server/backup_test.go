package server

import (
	"bufio"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"dunvel/core/setup"
)

// A backup of more than any other file may have goes in, and comes out as large again.
func TestLargeBackup(t *testing.T) {
	if testing.Short() {
		t.Skip("50 MB")
	}
	s := start(t)
	path := filepath.Join(t.TempDir(), "backup.json")
	const events = 46_000
	writeBackup(t, path, events)
	size := fileSize(t, path)
	if size <= maxImport {
		t.Fatalf("%d bytes are no large backup", size)
	}
	take := func(kind string) (int, string) {
		t.Helper()
		f, err := os.Open(path)
		if err != nil {
			t.Fatal(err)
		}
		defer func() { _ = f.Close() }()
		response, err := http.Post(s.url+"/api/imports?take=true&kind="+kind, "application/octet-stream", f)
		if err != nil {
			t.Fatal(err)
		}
		defer func() { _ = response.Body.Close() }()
		text, err := io.ReadAll(response.Body)
		if err != nil {
			t.Fatal(err)
		}
		return response.StatusCode, string(text)
	}
	var got struct{ Events, Entries, Known int }
	if status, text := take("backup"); status != 200 || json.Unmarshal([]byte(text), &got) != nil ||
		got.Events != events || got.Entries != 1 || got.Known != 0 {
		t.Fatalf("%d %.300s", status, text)
	}
	if status, text := take("log"); status != 413 {
		t.Errorf("as a log: %d %.300s", status, text)
	}
	response, err := http.Get(s.url + "/api/backup.json")
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = response.Body.Close() }()
	out, err := io.Copy(io.Discard, response.Body)
	if err != nil || out < size*9/10 {
		t.Errorf("%d bytes came back of %d, %v", out, size, err)
	}
	if left, _ := filepath.Glob(filepath.Join(os.TempDir(), "dunvel-*")); len(left) > 0 {
		for _, l := range left {
			if info, err := os.Stat(l); err == nil && !info.IsDir() && time.Since(info.ModTime()) < time.Minute {
				t.Errorf("%s is left", l)
			}
		}
	}
}

func fileSize(t *testing.T, path string) int64 {
	t.Helper()
	info, err := os.Stat(path)
	if err != nil {
		t.Fatal(err)
	}
	return info.Size()
}

// writeBackup writes one of a trip with so many notes of a thousand letters.
func writeBackup(t *testing.T, path string, events int) {
	t.Helper()
	f, err := os.Create(path)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = f.Close() }()
	out := bufio.NewWriter(f)
	const at = "2026-09-12T09:00:00Z"
	_, _ = fmt.Fprintf(out, `{"format":"dunvel backup","version":1,"made":%q,"shelves":{"trip":[{"name":"Long","created":%q,"updated":%q,"body":{"place":"The Sill","start":%q,"end":null,"highWater":null,"notes":"","rods":[{"name":"Only","state":{"setup":%s,"mass":0.007,"technique":"hop"}}]}}]},"events":{"0":[`,
		at, at, at, at, asJSON(t, setup.Default()))
	note := strings.Repeat("n", 1000)
	for i := range events {
		if i > 0 {
			_ = out.WriteByte(',')
		}
		_, _ = fmt.Fprintf(out, `{"key":"key-%07d","time":%q,"kind":"note","body":{"key":"key-%07d","time":%q,"kind":"note","rod":0,"note":%q}}`, i, at, i, at, note)
	}
	_, _ = out.WriteString(`]}}`)
	if err := out.Flush(); err != nil {
		t.Fatal(err)
	}
}
