// Package console is what the command line reads and writes as JSON: setups with their answers, and
// drops as they are exchanged with other solvers.
package console

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"dunvel/core/advice"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// maxSetup is the most that is read as a setup, as over HTTP.
const maxSetup = 1 << 20

// Solver answers a setup.
type Solver func(context.Context, setup.Setup, units.Choice) (*advice.Answer, error)

// Advise reads a setup of any version as JSON from r and writes the answer to it to w,
// as the API gives it. What the setup leaves out is as in setup.Default. Errors tell
// what cannot be read, or are those of solve; nothing is written then.
func Advise(ctx context.Context, r io.Reader, w io.Writer, choice units.Choice, solve Solver) error {
	answer, err := answerTo(ctx, r, choice, solve)
	if err != nil {
		return err
	}
	out := json.NewEncoder(w)
	out.SetIndent("", " ")
	return out.Encode(answer)
}

// AdviseInWords is Advise in the sentences that a person reads.
func AdviseInWords(ctx context.Context, r io.Reader, w io.Writer, choice units.Choice, solve Solver) error {
	a, err := answerTo(ctx, r, choice, solve)
	if err != nil {
		return err
	}
	heavier := "Not heavier: "
	if a.Pick < 0 {
		heavier = "Instead: "
	}
	lines := []string{a.Sentence, a.Hand, after("Not lighter: ", a.NotLighter), after(heavier, a.NotHeavier), a.Both}
	if a.NotHeavier != "" && strings.Contains(a.Sentence, a.NotHeavier) {
		lines[3] = "" // it was said
	}
	for _, n := range a.Notes {
		lines = append(lines, n.Words)
	}
	for _, c := range a.Care {
		lines = append(lines, c.Words)
	}
	lines = slices.DeleteFunc(lines, func(l string) bool { return l == "" })
	_, err = io.WriteString(w, strings.Join(lines, "\n")+"\n")
	return err
}

// after is a text after what it is about, where there is one.
func after(about, text string) string {
	if text == "" {
		return ""
	}
	return about + text
}

// answerTo is the answer to a setup that is read.
func answerTo(ctx context.Context, r io.Reader, choice units.Choice, solve Solver) (*advice.Answer, error) {
	text, err := io.ReadAll(io.LimitReader(r, maxSetup+1))
	text = bytes.TrimPrefix(text, []byte("\ufeff"))
	switch {
	case err != nil:
		return nil, fmt.Errorf("the input cannot be read: %w", err)
	case len(text) > maxSetup:
		return nil, fmt.Errorf("the input is more than a setup: over %d MB", maxSetup>>20)
	case len(bytes.TrimSpace(text)) == 0:
		return nil, errors.New("there is no setup: give one as JSON on standard input, such as {}")
	}
	s, err := setup.Decode(text)
	if err != nil {
		return nil, err
	}
	return solve(ctx, s, choice)
}
