package guard

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
)

// mostNested is how deep values may lie in each other.
const mostNested = 64

// oneValue reads a body that is one JSON value and nothing after it, in which no name
// stands twice in one object: which of the two counts would be anybody's guess.
func oneValue(body io.Reader) (any, error) {
	in := json.NewDecoder(body)
	value, err := valueOf(in, 0)
	if err != nil {
		return nil, err
	}
	if _, err := in.Token(); !errors.Is(err, io.EOF) {
		return nil, errors.New("something follows the value")
	}
	return value, nil
}

func valueOf(in *json.Decoder, depth int) (any, error) {
	token, err := in.Token()
	if err != nil {
		if errors.Is(err, io.EOF) && depth > 0 {
			err = io.ErrUnexpectedEOF
		}
		return nil, err
	}
	if depth > mostNested {
		return nil, fmt.Errorf("values lie in each other more than %d deep", mostNested)
	}
	switch token {
	case json.Delim('{'):
		object := map[string]any{}
		for in.More() {
			name, err := in.Token()
			if err != nil {
				return nil, err
			}
			key, _ := name.(string)
			if _, twice := object[key]; twice {
				return nil, fmt.Errorf("“%s” stands twice in one object", key)
			}
			if object[key], err = valueOf(in, depth+1); err != nil {
				return nil, err
			}
		}
		_, err := in.Token()
		return object, err
	case json.Delim('['):
		list := []any{}
		for in.More() {
			value, err := valueOf(in, depth+1)
			if err != nil {
				return nil, err
			}
			list = append(list, value)
		}
		_, err := in.Token()
		return list, err
	}
	return token, nil
}
