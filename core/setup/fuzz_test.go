package setup

import (
	"encoding/json"
	"reflect"
	"testing"
)

// Whatever a setup is as JSON, it is read or refused; what is read is written and read
// again as it was, and is valid or says why not.
func FuzzDecode(f *testing.F) {
	whole, err := json.Marshal(Default())
	if err != nil {
		f.Fatal(err)
	}
	for _, seed := range []string{`{}`, `[`, string(whole), `{"version":2,"rig":{"kind":"fixed float","gap":2}}`,
		`{"version":1,"approach":{"scope":3,"margin":0.3}}`, `{"heads":[1e308,-1]}`, `{"water":{"depth":1e-320}}`} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		s, err := Decode([]byte(text))
		if err != nil {
			return
		}
		written, err := json.Marshal(s)
		if err != nil {
			t.Fatal(err)
		}
		again, err := Decode(written)
		if err != nil || len(again.Heads)+len(s.Heads) > 0 && !reflect.DeepEqual(again, s) {
			t.Errorf("%+v\n%+v\n%v", s, again, err)
		}
		if err := s.Validate(nil); err != nil && err.Error() == "" {
			t.Error("it is refused without a word")
		}
		for _, field := range Fields() {
			field.Applies(s)
		}
	})
}
