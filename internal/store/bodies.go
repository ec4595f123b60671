package store

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"dunvel/internal/store/database"
)

// ErrUnreadable is that what is kept of an entry cannot be read. Others are not concerned.
var ErrUnreadable = errors.New("store: what is kept there cannot be read")

// upgrade brings a body of one kind, as JSON, from a version of its form to the next.
type upgrade func(body map[string]json.RawMessage) error

// upgrades are those of each kind of body: the first from version 1 to 2. They are only
// ever added to. Setups, alone or within another body, have a version and upgrades of
// their own: see setup.Decode.
var upgrades = map[string][]upgrade{
	"programme": nil, "plan": nil, "item": nil, "drop_test": nil, "round": nil, "trip": nil, "place": nil, "event": nil,
	"preference": nil,
}

// written is a value as it is kept: as JSON, the version of its form first.
func written(kind string, value any) (string, error) {
	text, err := json.Marshal(value)
	if err != nil {
		return "", fmt.Errorf("store: %w", err)
	}
	older, versioned := upgrades[kind]
	if !versioned {
		return string(text), nil
	}
	head := fmt.Sprintf(`{"version":%d`, 1+len(older))
	if string(text) == "{}" {
		return head + "}", nil
	}
	return head + "," + string(text[1:]), nil
}

// Decode reads a body of any version, as it is kept in a table, into a value. What was
// kept without a version is version 1. Errors: ErrUnreadable, ErrNewer.
func Decode(table, body string, into any) error {
	err := read(table, body, into)
	if err != nil && !errors.Is(err, database.ErrNewer) {
		return fmt.Errorf("%w: %w", ErrUnreadable, err)
	}
	return err
}

func read(kind, body string, into any) error {
	older, versioned := upgrades[kind]
	if !versioned || strings.HasPrefix(body, fmt.Sprintf(`{"version":%d,`, 1+len(older))) {
		return json.Unmarshal([]byte(body), into)
	}
	var parts map[string]json.RawMessage
	if err := json.Unmarshal([]byte(body), &parts); err != nil {
		return err
	}
	version := 1
	if v, ok := parts["version"]; ok {
		if err := json.Unmarshal(v, &version); err != nil {
			return err
		}
	}
	if version < 1 || version > 1+len(older) {
		return fmt.Errorf("%w: version %d of %s, this one reads up to %d", database.ErrNewer, version, kind,
			1+len(older))
	}
	for _, up := range older[version-1:] {
		if err := up(parts); err != nil {
			return err
		}
	}
	text, err := json.Marshal(parts)
	if err != nil {
		return err
	}
	return json.Unmarshal(text, into)
}
