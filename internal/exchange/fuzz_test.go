package exchange

import (
	"bytes"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/internal/exchange/moments"
)

// Whatever a file holds, it is read or refused, and what is read is written and
// read again as it was.
func FuzzReadTable(f *testing.F) {
	for _, seed := range []string{"time,kind\n2026-05-12 19:30,bite\n", "a;b\n", "\ufeffx\ty\n1\t2", "\"", "time,kind,note\n2026-05-12 19:30,note,=1+1\n", "time,kind,rod\n2026-05-12 19:30,bite,6\n"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		table, err := ReadTable(t.Context(), []byte(text), How{})
		if err != nil {
			return
		}
		if _, _, err := table.Logs(t.Context()); err != nil {
			return
		}
		read, _ := logs(t, table)
		var out bytes.Buffer
		if err := WriteLog(&out, read); err != nil {
			t.Fatal(err)
		}
		again, err := ReadTable(t.Context(), out.Bytes(), How{})
		if err != nil {
			t.Fatalf("%v\n%s", err, out.String())
		}
		back, refused := logs(t, again)
		if len(refused) != 0 || count(back) != count(read) {
			t.Errorf("%d of %d, %v", count(back), count(read), refused)
		}
	})
}

func count(logs []logbook.Log) (n int) {
	for _, l := range logs {
		n += len(l.Events)
	}
	return n
}

// Times without a zone in the night when the clock goes back or forth are a
// moment of that night.
func TestClockChanges(t *testing.T) {
	zone, err := time.LoadLocation("WET")
	if err != nil {
		t.Skip("no zones on this machine")
	}
	for text, hours := range map[string]float64{
		"2026-03-29 00:30": 0.5, "2026-03-29 02:30": 1.5, // there is no half past one
		"2026-10-25 00:30": -0.5, "2026-10-25 02:30": 2.5,
	} {
		at, _, err := moments.Reader{Zone: zone}.Read(text, "", "")
		if err != nil {
			t.Fatal(err)
		}
		if got := at.Sub(time.Date(at.Year(), at.Month(), at.Day(), 0, 0, 0, 0, time.UTC)).Hours(); got != hours {
			t.Errorf("%s: %g h after midnight in Greenwich, not %g", text, got, hours)
		}
	}
	night, _, err := moments.Reader{Zone: zone}.Read("2026-03-29 01:30", "", "")
	if err != nil || night.IsZero() {
		t.Errorf("%v %v", night, err)
	}
}
