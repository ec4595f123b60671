package service

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/internal/service/intake"
)

// Whatever a backup holds, it is refused in words, or everything works with it.
func FuzzBackup(f *testing.F) {
	whole, err := json.Marshal(setup.Default())
	if err != nil {
		f.Fatal(err)
	}
	outing, err := json.Marshal(logbook.Trip{Place: "The Sill", Start: morning,
		Rods: []logbook.Rod{{Name: "Only", State: tied(5.3)}}})
	if err != nil {
		f.Fatal(err)
	}
	const at = "2026-01-01T00:00:00Z"
	for _, seed := range []string{
		`{}`, `[`, `{"format":"dunvel backup","version":1}`,
		backupOf("item", rowOf("e", `{"kind":"float","mass":0.01,"count":3}`, at)),
		backupOf("item", `{},{}`),
		backupOf("place", rowOf("e", `{"north":1,"east":-1,"note":"x"}`, at)),
		backupOf("round", rowOf("e", `{"game":"touch","seed":3,"mass":0.01,"points":40,"missed":"too early"}`, at)),
		backupOf("programme", rowOf("e", `{"start":[{"kind":"fall","time":100}],"times":1}`, at)),
		backupOf("setup", rowOf("e", `{"version":2,"rig":{"kind":"fixed float","gap":2},"water":{"depth":5}}`, at)),
		backupOf("drop_test", rowOf("e", `{"setup":`+string(whole)+
			`,"mass":0.007,"depth":3,"place":"pier","held":"slack","drops":[{"time":4}]}`, at)),
		fmt.Sprintf(`{"format":"dunvel backup","version":1,"shelves":{"trip":[%s]},"events":{"0":[{"key":"key-00001","time":"2026-09-12T09:00:00Z","kind":"bite","body":{"key":"key-00001","time":"2026-09-12T09:00:00Z","kind":"bite","rod":0,"since":5}}]}}`, rowOf("T", string(outing), at)),
	} {
		f.Add(seed)
	}
	looked, _ := begin(f)
	f.Fuzz(func(t *testing.T, text string) {
		r, err := looked.TakeIn(t.Context(), intake.File{Kind: intake.BackupFile, Backup: strings.NewReader(text)})
		var told input.Errors
		if err != nil && !errors.As(err, &told) {
			t.Fatalf("%v is no message", err)
		}
		if err != nil || len(r.Refused) > 0 || r.Entries+r.Events == 0 {
			return
		}
		if err := works(t, text); err != nil {
			t.Errorf("%v after\n%s", err, text)
		}
	})
}

// works takes a backup in where nothing is yet, uses all there is then, and takes it out again.
func works(t *testing.T, text string) error {
	s, _ := begin(t)
	if _, err := s.TakeIn(t.Context(), intake.File{Kind: intake.BackupFile, Backup: strings.NewReader(text),
		Take: true}); err != nil {
		return fmt.Errorf("taking: %w", err)
	}
	if found, err := s.Unreadable(t.Context()); err != nil || len(found) > 0 {
		return fmt.Errorf("unreadable: %+v %w", found, err)
	}
	_, known := s.Knowledge(t.Context())
	_, listed := s.Logs(t.Context())
	_, lesson := s.Learn(t.Context(), nil, nil)
	return errors.Join(known, listed, lesson, s.WriteLog(t.Context(), io.Discard),
		s.WriteEverything(t.Context(), io.Discard))
}

// A season of 50,000 events, as a table and as a backup.
func BenchmarkTakeSeason(b *testing.B) {
	var table strings.Builder
	table.WriteString("trip,time,what happened,phase,rod,head (g),head shape,bait,bed,depth of the bed (m),depth " +
		"(m),depth at least (m),depth at most (m),since the splash (s),note,key\r\n")
	for i := range 50_000 {
		fmt.Fprintf(&table, "T%d,2026-10-%02dT%02d:%02d:00Z,%s,fall,1,14.2,ball,slim minnow 120 "+
			"mm,rock,18,7.5,6.4,8.2,12.25,\"a note, %d\",key-%07d\r\n",
			i/400, 1+i%27, 10+i%9, i%60, []string{logbook.Bite, logbook.Splash}[i%2], i, i)
	}
	full, _ := begin(b)
	if _, err := takeIn(b, full, intake.LogFile, []byte(table.String()), true); err != nil {
		b.Fatal(err)
	}
	for kind, text := range map[string][]byte{intake.LogFile: []byte(table.String()),
		intake.BackupFile: dumped(b, full)} {
		b.Run(kind, func(b *testing.B) {
			for b.Loop() {
				s, _ := begin(b)
				if r, err := takeIn(b, s, kind, text, true); err != nil || r.Events != 50_000 {
					b.Fatalf("%+v %v", r, err)
				}
			}
		})
	}
}
