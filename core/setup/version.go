package setup

import (
	"bytes"
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"dunvel/core/rigging"
)

// Version is that of the form in which setups are written. Older ones are read for
// good: what was written without a version is version 1.
const Version = 3

// upgrades bring a setup, as JSON, from a version to the next: the first from 1 to
// 2. What is taken out of it stays as in Default.
var upgrades = []func(map[string]json.RawMessage) error{toVersion2, toVersion3}

// toVersion3: what was called gap and second is called by what it is in its rig.
func toVersion3(s map[string]json.RawMessage) error {
	return change(s, "rig", func(r map[string]json.RawMessage) {
		var kind string
		_ = json.Unmarshal(r["kind"], &kind) // what is no text is refused later, by its name
		gap, second := "apart", "upper"
		if rigging.Of(kind).Floats {
			gap, second = "stop", "carries"
			if r["gap"] == nil {
				r["gap"] = json.RawMessage("0.3") // the default of then
			}
		}
		for was, is := range map[string]string{"gap": gap, "second": second} {
			if r[was] != nil {
				r[is] = r[was]
				delete(r, was)
			}
		}
	})
}

// toVersion2: line out forbids no head any more, and what stood as it was in
// Default then is as it is in Default now.
func toVersion2(s map[string]json.RawMessage) error {
	return change(s, "approach", func(a map[string]json.RawMessage) {
		delete(a, "scope")
		for field, usual := range map[string]float64{"margin": 0.3, "backMost": 2, "takeUp": 0.1, "lift": 0.5} {
			var value float64
			if json.Unmarshal(a[field], &value) == nil && value == usual {
				delete(a, field)
			}
		}
	})
}

// change changes one group of a setup, if it is there.
func change(s map[string]json.RawMessage, group string, to func(map[string]json.RawMessage)) error {
	if s[group] == nil {
		return nil
	}
	var fields map[string]json.RawMessage
	if err := json.Unmarshal(s[group], &fields); err != nil {
		return fmt.Errorf("%s: it is not a group of fields", group)
	}
	to(fields)
	text, err := json.Marshal(fields)
	s[group] = text
	return err
}

// Decode reads a setup of any version. What it leaves out is as in Default. Errors
// say what of it cannot be read.
func Decode(text []byte) (Setup, error) {
	var parts map[string]json.RawMessage
	if err := json.Unmarshal(text, &parts); err != nil {
		return Setup{}, unreadable(err)
	}
	version := 1
	if v, ok := parts["version"]; ok {
		if err := json.Unmarshal(v, &version); err != nil || version < 1 {
			return Setup{}, fmt.Errorf("version: %s is not a version; it is 1 to %d", v, Version)
		}
	}
	if version > Version {
		return Setup{}, fmt.Errorf("version: %d is newer than this Dunvel knows (%d)", version, Version)
	}
	for _, upgrade := range upgrades[version-1:] {
		if err := upgrade(parts); err != nil {
			return Setup{}, err
		}
	}
	delete(parts, "version")
	text, err := json.Marshal(parts)
	if err != nil {
		return Setup{}, err
	}
	type plain Setup // without UnmarshalJSON
	out := plain(Default())
	in := json.NewDecoder(bytes.NewReader(text))
	in.DisallowUnknownFields()
	if err := in.Decode(&out); err != nil {
		return Setup{}, unreadable(err)
	}
	return Setup(out), nil
}

// UnmarshalJSON is Decode, wherever a setup stands.
func (s *Setup) UnmarshalJSON(text []byte) error {
	read, err := Decode(text)
	if err != nil {
		return err
	}
	*s = read
	return nil
}

// unreadable says what is wrong with a JSON text in words for a person.
func unreadable(err error) error {
	var wrong *json.UnmarshalTypeError
	var syntax *json.SyntaxError
	switch {
	case errors.As(err, &wrong):
		belongs, ok := map[string]string{"float64": "a number", "string": "a text",
			"bool": "true or false"}[wrong.Type.String()]
		if !ok {
			belongs = "a group of fields or a list"
		}
		stands := map[string]string{"array": "a list", "object": "a group of fields", "string": "a text",
			"bool": "true or false"}[wrong.Value]
		if stands == "" {
			stands = "a " + wrong.Value
		}
		return fmt.Errorf("%s: %s stands where %s belongs", cmp.Or(wrong.Field, "the input"), stands, belongs)
	case errors.As(err, &syntax), errors.Is(err, io.ErrUnexpectedEOF), errors.Is(err, io.EOF):
		return errors.New("the input is no whole setup")
	}
	return fmt.Errorf("the input is not a setup: %w", err)
}
