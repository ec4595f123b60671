package exchange

import (
	"bytes"
	"testing"

	"dunvel/core/logbook"
)

// Whatever a file holds, it is read or refused, and what is read is written and
// read again as it was.
func FuzzReadTable(f *testing.F) {
	for _, seed := range []string{"time,kind\n2026-05-12 19:30,bite\n", "a;b\n", "\ufeffx\ty\n1\t2", "\"",
		"time,kind,note\n2026-05-12 19:30,note,=1+1\n", "time,kind,rod\n2026-05-12 19:30,bite,6\n"} {
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
