package store

import (
	"database/sql/driver"
	"fmt"
	"time"
)

// Time is a moment as it stands in the database: RFC 3339 text in UTC with
// milliseconds, since STRICT tables have no type for it.
type Time struct{ time.Time }

const timeLayout = "2006-01-02T15:04:05.000Z"

// Value implements driver.Valuer.
func (t Time) Value() (driver.Value, error) { return t.UTC().Format(timeLayout), nil }

// Scan implements sql.Scanner.
func (t *Time) Scan(src any) error {
	text, ok := src.(string)
	if !ok {
		return fmt.Errorf("store: a time is kept as text, not %T", src)
	}
	parsed, err := time.Parse(timeLayout, text)
	t.Time = parsed
	return err
}
