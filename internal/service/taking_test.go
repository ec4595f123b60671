package service

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/internal/demo"
	"dunvel/internal/service/intake"
	"dunvel/internal/store"

	"github.com/jmoiron/sqlx"
)

// dumped is everything of a service, as it goes out.
func dumped(t testing.TB, s *Service) []byte {
	t.Helper()
	var out bytes.Buffer
	if err := s.WriteEverything(t.Context(), &out); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

func takeIn(t testing.TB, s *Service, kind string, text []byte, take bool) (*intake.Report, error) {
	t.Helper()
	return s.TakeIn(t.Context(), intake.File{Kind: kind, Text: text, Backup: bytes.NewReader(text), Take: take})
}

// Everything goes out and into another database, and twice is once; what was taken from
// the box there can be put back here.
func TestBackupComesBack(t *testing.T) {
	s, st := begin(t)
	if err := demo.Seed(t.Context(), st, morning); err != nil {
		t.Fatal(err)
	}
	kept, err := s.BeginTrip(t.Context(),
		logbook.Trip{Place: "The Sill", Start: morning, Rods: []logbook.Rod{{Name: "Only", State: tied(14.2)}}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	logged(t, s, kept.ID, happened(logbook.Lost, 20, 0))
	text := dumped(t, s)
	other, _ := begin(t)
	for round, known := range []int{0, 230} {
		r, err := takeIn(t, other, intake.BackupFile, text, true)
		if err != nil || !r.Taken || r.Events != 155 || r.Entries != 75 || r.Known != known {
			t.Fatalf("round %d: %+v %v", round, r, err)
		}
	}
	if is := dumped(t, other); !bytes.Equal(is, text) {
		t.Error("what comes back is not what went out")
	}
	events, err := other.store.Events.All(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range events {
		if e.Event.Key == happened(logbook.Lost, 20, 0).Key {
			if err := other.DeleteEvent(t.Context(), e.ID, e.Event.Key); err != nil {
				t.Fatal(err)
			}
		}
	}
	items, err := other.Items(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	for _, i := range items {
		if i.Name == "14.2 g ball, lead, 3/0 hook" && i.Value.Count != 5 {
			t.Errorf("%s: %g, all five are there again", i.Name, i.Value.Count)
		}
	}
}

// A backup of the first version is taken in whole.
func TestFirstBackup(t *testing.T) {
	text, err := os.ReadFile("../store/testdata/v1/backup.json")
	if err != nil {
		t.Fatal(err)
	}
	s, _ := begin(t)
	r, err := takeIn(t, s, intake.BackupFile, text, true)
	if err != nil || r.Known != 0 || r.Events != 154 {
		t.Fatalf("%+v %v", r, err)
	}
	setups, err := s.Setups.List(t.Context())
	if err != nil || len(setups) != 13 {
		t.Errorf("%d setups, %v", len(setups), err)
	}
	if r, err := takeIn(t, s, intake.BackupFile, text, true); err != nil || r.Known != r.Events+r.Entries {
		t.Errorf("again: %+v %v", r, err)
	}
}

// backupOf is a backup with one row on a shelf, and one event on a trip.
func backupOf(shelf, row string) string {
	return fmt.Sprintf(`{"format":"dunvel backup","version":1,"made":"2026-01-01T00:00:00Z","shelves":{%q:[%s]},"events":{}}`, shelf, row)
}

func rowOf(name, body, at string) string {
	quoted, _ := json.Marshal(name)
	return fmt.Sprintf(`{"name":%s,"body":%s,"created":%q,"updated":%q}`, quoted, body, at, at)
}

// What cannot be typed cannot be taken in: all or nothing, with the row and the reason.
func TestBadRowsStayOut(t *testing.T) {
	s, st := begin(t)
	whole, err := json.Marshal(setup.Default())
	if err != nil {
		t.Fatal(err)
	}
	state := logbook.Trip{Place: "The Sill", Start: morning, Rods: []logbook.Rod{{Name: "Only", State: tied(5.3)}}}
	outing, err := json.Marshal(state)
	if err != nil {
		t.Fatal(err)
	}
	const at = "2026-01-01T00:00:00Z"
	onTrip := func(event string) string {
		return fmt.Sprintf(`{"format":"dunvel backup","version":1,"shelves":{"trip":[%s]},"events":{"0":[%s]}}`,
			rowOf("T", string(outing), at), event)
	}
	event := func(body string) string {
		return onTrip(fmt.Sprintf(`{"key":"key-00001","time":"2026-09-12T09:00:00Z","kind":"bite","body":%s}`, body))
	}
	const bite = `{"key":"key-00001","time":"2026-09-12T09:00:00Z","kind":"bite","rod":%d%s}`
	for text, words := range map[string]string{
		backupOf("item", rowOf("e", "5",
			at)): "item 1, “e”: its body is no group of fields",
		backupOf("item", rowOf("e", `"heavy"`,
			at)): "item 1, “e”: its body is no group of fields",
		backupOf("item", rowOf("e", `{"kind":"head","mass":"heavy"}`, at)): "cannot be read",
		backupOf("item", rowOf("e", `{"kind":"head","mass":-1e300}`, at)):  "Weight: -",
		backupOf("item", rowOf("e", `{"kind":"float","mass":0.01,"count":-3}`,
			at)): "Count: -3 is outside what is allowed",
		backupOf("drop_test", rowOf("e", `[1]`,
			at)): "drop test 1, “e”: its body is no group of fields",
		backupOf("drop_test", rowOf("e", `{"setup":`+string(whole)+`,"mass":-1}`, at)): "is outside what is allowed",
		backupOf("place", rowOf("e", `{"north":999,"east":0}`,
			at)): "Position: 999, 0 is not on the earth.",
		backupOf("round", rowOf("e", `{"game":"tea"}`,
			at)): "Game: “tea” is not one of touch, fish, lead.",
		backupOf("round", rowOf("e", `{"game":1}`, at)): "cannot be read",
		backupOf("setup", rowOf("e", `[[`, at)):         "it is not a whole backup",
		backupOf("setup", rowOf("e", `{"water":{"depth":-5}}`,
			at)): "Depth under the rod: -5 m is outside",
		backupOf("setup", rowOf("", string(whole), at)): "Name: it is empty; give one.",
		backupOf("setup", rowOf("a\x00", string(whole),
			at)): "Name: it holds characters that are not text.",
		backupOf("setup", rowOf("\u200b", string(whole),
			at)): "Name: it shows nothing; give one that can be seen.",
		backupOf("setup", `{"name":"e","created":"`+at+`","updated":"`+at+`"}`): "its body is no group of fields",
		backupOf("setup", rowOf("e", string(whole),
			"9999-12-31T23:59:59-12:00")): "is outside what is allowed, the years 1900 to 2200",
		backupOf("setup", rowOf("e", string(whole),
			"0000-01-01T00:00:00Z")): "is outside what is allowed, the years 1900 to 2200",
		backupOf("tea", rowOf("e", "{}", at)): "it has a shelf “tea”, which this Dunvel does not know",
		onTrip(`7`):                           "it is not a whole backup",
		event(`7`):                            "“T”, event 1: its body is no group of fields",
		event(fmt.Sprintf(bite, -1, "")):      "Rod: there is no number 0 on this trip.",
		event(fmt.Sprintf(bite, 7, "")):       "Rod: there is no number 8 on this trip.",
		event(strings.Replace(fmt.Sprintf(bite, 0, ""), "key-00001", "key-00002", 1)): "its body says another key",
		strings.ReplaceAll(event(fmt.Sprintf(bite, 0, "")), `"bite"`, `"zzz"`):        "Event: “zzz” is not one of",
		strings.ReplaceAll(event(fmt.Sprintf(bite, 0, "")), `key-00001`, `key`):       "Key: it has 3 characters",
		strings.Replace(event(fmt.Sprintf(bite, 0, "")), `"0":[`, `"1":[`,
			1): "event 1 of trip 1: there is no such trip",
		strings.TrimSuffix(onTrip(`{}`), "}"): "it is not a whole backup",
		`{}`:                                  "it is not a backup of Dunvel",
		`{"format":"dunvel backup","version":99}`:                        "a newer Dunvel (99)",
		`{"format":"dunvel backup","version":-1}`:                        "a backup without a version",
		`{"format":"dunvel backup","version":1,"shelves":[]}`:            "stands where",
		backupOf("place", rowOf("e", `{"north":1,"east":1}`, at)) + `{}`: "something follows the backup",
		backupOf("item", strings.TrimSuffix(strings.Repeat("{},", 5000),
			",")): "100 of its rows cannot be taken, so nothing is; the first, item 1, “”: Name: it is empty; give " +
			"one.",
	} {
		for _, take := range []bool{false, true} {
			r, err := takeIn(t, s, intake.BackupFile, []byte(text), take)
			told := fmt.Sprint(err)
			if err == nil && (take || len(r.Refused) == 0) {
				t.Errorf("%.120s: nothing is wrong", text)
				continue
			}
			if r != nil && len(r.Refused) > 0 {
				told += r.Refused[0].Why
			}
			if !strings.Contains(told, words) {
				t.Errorf("%.160s:\n%s", text, told)
			}
		}
	}
	if setups, err := st.Setups.List(t.Context()); err != nil || len(setups) != 0 {
		t.Errorf("%d setups, %v", len(setups), err)
	}
	if trips, err := st.Trips.List(t.Context()); err != nil || len(trips) != 0 {
		t.Errorf("%d trips, %v", len(trips), err)
	}
	// Events before the trips that they belong to are looked at like others.
	before := `{"events":{"0":[` + fmt.Sprintf(
		`{"key":"key-00001","time":"2026-09-12T09:00:00Z","kind":"bite","body":%s}`, fmt.Sprintf(bite, 7, "")) + `]},` +
		strings.TrimPrefix(strings.Replace(onTrip(""), `"events"`, `"no events"`, 1), "{")
	if _, err := takeIn(t, s, intake.BackupFile, []byte(before), true); err == nil {
		t.Error("events that come first are not looked at")
	}
	if good := event(fmt.Sprintf(bite, 0, `,"since":5`)); true {
		if r, err := takeIn(t, s, intake.BackupFile, []byte(good), true); err != nil || !r.Taken {
			t.Errorf("%+v %v", r, err)
		}
	}
}

// A copy of how things are is made before a file is taken in, where there is none yet.
func TestCopyBeforeTakingIn(t *testing.T) {
	s, _ := begin(t)
	copies := func() int {
		all, err := s.Copies()
		if err != nil {
			t.Fatal(err)
		}
		return len(all)
	}
	for i, f := range []intake.File{
		{Kind: intake.LogFile, Text: []byte("time,what happened\n2026-05-12 19:30,bite\n")},
		{Kind: intake.PlacesFile, Text: []byte(`<gpx><wpt lat="12" lon="4"><name>A</name></wpt></gpx>`)},
		{Kind: intake.BackupFile, Backup: strings.NewReader(
			backupOf("place", rowOf("e", `{"north":1,"east":1}`, "2026-01-01T00:00:00Z")))},
	} {
		for _, take := range []bool{false, true, true} {
			f.Take = take
			if _, err := s.TakeIn(t.Context(), f); err != nil {
				t.Fatal(err)
			}
			want := i
			if take {
				want = i + 1
			}
			if got := copies(); got < want || got > 2*i+2 {
				t.Errorf("%s, taken %v: %d copies, want %d", f.Kind, take, got, want)
			}
		}
	}
}

// What cannot be read takes nothing along: it is on no list, is told, goes out with
// everything as it stands, and can be removed and put back.
func TestUnreadable(t *testing.T) {
	path := filepath.Join(t.TempDir(), "dunvel.db")
	s, st := beginAt(t, path)
	ctx := t.Context()
	if err := demo.Seed(ctx, st, morning); err != nil {
		t.Fatal(err)
	}
	file, err := sqlx.Open("sqlite", path)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = file.Close() }()
	items, err := s.Items(ctx)
	if err != nil {
		t.Fatal(err)
	}
	for _, statement := range []string{
		"UPDATE item SET body = '5' WHERE id = 1", "UPDATE drop_test SET body = '[1]' WHERE id = 1",
		"UPDATE trip SET created = '10000-01-01' WHERE id = 2",
		"UPDATE event SET body = '7' WHERE id = 3", `UPDATE setup SET body = '{"version":99}' WHERE id = 4`,
	} {
		if _, err := file.ExecContext(ctx, statement); err != nil {
			t.Fatal(err)
		}
	}
	left, err := s.Items(ctx)
	if err != nil || len(left) != len(items)-1 {
		t.Errorf("%d of %d items, %v", len(left), len(items), err)
	}
	if _, err := s.Answer(ctx, setup.Default(), nil); err != nil {
		t.Errorf("no answer: %v", err)
	}
	for name, do := range map[string]func() error{
		"lessons": func() error { _, err := s.Learn(ctx, nil, nil); return err },
		"truth":   func() error { _, err := s.Truth(ctx); return err },
		"trips":   func() error { _, err := s.Trips(ctx); return err },
		"table":   func() error { return s.WriteLog(ctx, new(strings.Builder)) },
	} {
		if err := do(); err != nil {
			t.Errorf("%s: %v", name, err)
		}
	}
	found, err := s.Unreadable(ctx)
	if err != nil || len(found) != 5 {
		t.Fatalf("%+v %v", found, err)
	}
	if text := string(dumped(t, s)); !strings.Contains(text, `"unreadable":[`) ||
		!strings.Contains(text, `{"version":99}`) {
		t.Error("it does not go out")
	}
	other, _ := begin(t)
	if r, err := takeIn(t, other, intake.BackupFile, dumped(t, s), true); err != nil || !r.Taken {
		t.Errorf("%+v %v", r, err)
	}
	for i, u := range found {
		if err := s.RemoveUnreadable(ctx, u.Table, u.ID); err != nil {
			t.Errorf("%+v: %v", u, err)
		}
		if now, err := s.Unreadable(ctx); err != nil || len(now) != len(found)-i-1 {
			t.Errorf("%d left, %v", len(now), err)
		}
	}
	if err := s.PutBackUnreadable(ctx, found[0].Table, found[0].ID); err != nil {
		t.Error(err)
	}
	if now, err := s.Unreadable(ctx); err != nil || len(now) != 1 {
		t.Errorf("%+v %v", now, err)
	}
	for _, wrong := range []store.Unreadable{{Table: "item", ID: 2}, {Table: "item", ID: 9999},
		{Table: "revision", ID: 1}} {
		if err := s.RemoveUnreadable(ctx, wrong.Table, wrong.ID); !errors.Is(err, store.ErrNotFound) {
			t.Errorf("%+v: %v", wrong, err)
		}
	}
}

// A file that nobody waits for any more is not read to its end.
func TestTakingInEnds(t *testing.T) {
	s, _ := begin(t)
	ctx, end := context.WithCancel(t.Context())
	end()
	text := []byte("time,what happened\n" + strings.Repeat("2026-05-12 19:30,bite\n", 1000))
	for _, kind := range []string{intake.LogFile, intake.PlacesFile, intake.BackupFile} {
		if _, err := s.TakeIn(ctx, intake.File{Kind: kind, Text: text, Backup: bytes.NewReader(text),
			Take: true}); !errors.Is(err, context.Canceled) {
			t.Errorf("%s: %v", kind, err)
		}
	}
	if _, err := takeIn(t, s, "tea", text, true); err == nil ||
		!strings.Contains(err.Error(), "“tea” is not one of log, places, backup") {
		t.Errorf("%v", err)
	}
}

// A table is taken as a whole or not at all, and the first line that is wrong is said; what
// does not fit a trip that is there is wrong too.
func TestTablesAsAWhole(t *testing.T) {
	s, st := begin(t)
	const bad = "time,what happened\n2026-05-12 19:30,bite\nsoon,bite\n"
	_, err := takeIn(t, s, intake.LogFile, []byte(bad), true)
	want := "The file: 1 of its rows cannot be taken, so nothing is; the first, line 3: time: “soon” is not a day " +
		"and a time; write 2026-05-12 19:30"
	if err == nil || err.Error() != want {
		t.Errorf("%v", err)
	}
	if trips, err := st.Trips.List(t.Context()); err != nil || len(trips) != 0 {
		t.Errorf("%d trips, %v", len(trips), err)
	}
	id := outing(t, s)
	kept, err := st.Trips.Get(t.Context(), id)
	if err != nil {
		t.Fatal(err)
	}
	rods := fmt.Sprintf("trip;time;what happened;rod;key\n%[1]s;2026-09-12 09:00;bite;2;other-0001\n%[1]s;2026-09-12 "+
		"09:00;bite;3;other-0002\n", kept.Name)
	r, err := takeIn(t, s, intake.LogFile, []byte(rods), false)
	if err != nil || len(r.Refused) != 1 || r.Refused[0].Line != 3 ||
		r.Refused[0].Why != "Rod: there is no number 3 on this trip." {
		t.Errorf("%+v %v", r, err)
	}
	if _, err := takeIn(t, s, intake.LogFile, []byte(rods), true); err == nil {
		t.Error("a rod that is not there is taken")
	}
	if events, err := st.Events.List(t.Context(), id); err != nil || len(events) != 0 {
		t.Errorf("%d events, %v", len(events), err)
	}
	// What is taken in takes nothing from the box.
	lost := fmt.Sprintf("trip;time;what happened;rod;key\n%s;2026-09-12 09:00;head lost;1;other-0003\n", kept.Name)
	if r, err := takeIn(t, s, intake.LogFile, []byte(lost), true); err != nil || !r.Taken ||
		inBoxNow(t, s) != "6 6 3 8" {
		t.Errorf("%+v %v, %s in the box", r, err, inBoxNow(t, s))
	}
}
