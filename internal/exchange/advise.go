package exchange

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"dunvel/core/advice"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// maxSetup is the most that is read as a setup, as over HTTP.
const maxSetup = 1 << 20

// Advise reads a setup as JSON from r and writes the answer to it to w, as the
// API gives it, by solve: advice.Solve, or one that knows more. What the setup
// leaves out is as in setup.Default. Errors tell what cannot be read, or are those
// of solve; nothing is written then.
func Advise(r io.Reader, w io.Writer, choice units.Choice, solve func(setup.Setup, units.Choice) (*advice.Answer, error)) error {
	s := setup.Default()
	in := json.NewDecoder(io.LimitReader(r, maxSetup))
	in.DisallowUnknownFields()
	err := in.Decode(&s)
	var wrong *json.UnmarshalTypeError
	switch {
	case errors.As(err, &wrong):
		return fmt.Errorf("%s: a %s where %s belongs", wrong.Field, wrong.Value, wrong.Type)
	case errors.Is(err, io.EOF), errors.Is(err, io.ErrUnexpectedEOF):
		return fmt.Errorf("the input is no whole setup within %d MB", maxSetup>>20)
	case err != nil:
		return fmt.Errorf("the input is not a setup: %w", err)
	}
	answer, err := solve(s, choice)
	if err != nil {
		return err
	}
	out := json.NewEncoder(w)
	out.SetIndent("", " ")
	return out.Encode(answer)
}
