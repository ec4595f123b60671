// Fill writes into openapi.yaml what stands in core once: the schema of a setup, from
// its fields, and the lists that enums are made of.
package main

import (
	"errors"
	"fmt"
	"os"
	"strings"
)

const (
	begin = "    # From the fields of core/setup, by make generate:\n"
	end   = "    # Up to here.\n"
)

func main() {
	if err := write("openapi.yaml"); err != nil {
		fmt.Fprintln(os.Stderr, "fill:", err)
		os.Exit(1)
	}
}

func write(path string) error {
	text, err := os.ReadFile(path)
	if err != nil {
		return err
	}
	filled, err := fill(string(text))
	if err != nil {
		return fmt.Errorf("%s: %w", path, err)
	}
	return os.WriteFile(path, []byte(filled), 0o644)
}

// fill is the document with everything that core says in it.
func fill(text string) (string, error) {
	before, rest, found := strings.Cut(text, begin)
	_, after, ended := strings.Cut(rest, end)
	if !found || !ended {
		return "", errors.New("no place is marked for the setup")
	}
	filled, unknown := withLists(before + begin + setupSchema() + end + after)
	if unknown != nil {
		return "", fmt.Errorf("there are no lists %v", unknown)
	}
	return filled, nil
}
