package main

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strings"

	"dunvel/core/rigging"
	"dunvel/core/setup"
)

// older are names of fields that older versions had, by their groups; they are read where
// a setup says that it is of such a version.
var older = map[string][]string{"approach": {"scope"}, "rig": {"gap", "second"}}

// setupSchema is the schema of a setup as it stands in openapi.yaml, from the fields of
// core/setup: what there is to choose from, limits, and what is taken where one is left out.
func setupSchema() string {
	var out strings.Builder
	line := func(depth int, format string, args ...any) {
		fmt.Fprintf(&out, strings.Repeat("  ", depth)+format+"\n", args...)
	}
	line(2, "Setup:")
	line(3, "type: object")
	line(3, "description: >-")
	line(4, "The whole set of conditions and tackle. Whatever is left out is as its default. One without a version "+
		"is of version 1:")
	line(4, "what is deprecated here is read in older versions only.")
	line(3, "x-go-type: setup.Setup")
	line(3, "x-go-type-import: {path: dunvel/core/setup}")
	line(3, "additionalProperties: false")
	line(3, "properties:")
	line(4, "version: {type: integer, minimum: 1, maximum: %d, default: 1, description: That of its form}",
		setup.Version)
	for _, g := range groupsOf() {
		if g.key == "heads" {
			head := headField()
			line(4, "heads:")
			line(5, "type: array")
			line(5, "description: The ladder of masses to choose from")
			line(5, "minItems: 1")
			line(5, "maxItems: %d", setup.MaxHeads)
			line(5, "default: %s", asJSON(setup.Default().Heads))
			line(5, "items: {type: number, format: double, minimum: %s, maximum: %s}", asJSON(head.Min),
				asJSON(head.Max))
			continue
		}
		line(4, "%s:", g.key)
		line(5, "type: object")
		line(5, "additionalProperties: false")
		line(5, "default: {}")
		line(5, "properties:")
		for _, f := range g.fields {
			_, name, _ := strings.Cut(f.Path, ".")
			line(6, "%s: {%s}", name, property(f))
		}
		if g.key == "rig" {
			line(6, "parts: {type: array, maxItems: %d, items: {$ref: \"#/components/schemas/Part\"}, description: "+
				"\"Of a rig of one's own, from the end of the line up\"}", rigging.MostParts)
		}
		for _, name := range older[g.key] {
			line(6, "%s: {type: number, format: double, deprecated: true, description: Of older versions}", name)
		}
	}
	return out.String()
}

// groupOf are the fields of a group of the setup, in the order of its JSON.
type groupOf struct {
	key    string
	fields []setup.Field
}

// groupsOf are the groups of a setup in the order of its JSON.
func groupsOf() []groupOf {
	var out []groupOf
	of := reflect.TypeFor[setup.Setup]()
	for i := range of.NumField() {
		key, _, _ := strings.Cut(of.Field(i).Tag.Get("json"), ",")
		if key == "version" {
			continue
		}
		g := groupOf{key: key}
		if of.Field(i).Type.Kind() == reflect.Struct {
			for k := range of.Field(i).Type.NumField() {
				if of.Field(i).Type.Field(k).Type.Kind() == reflect.Slice {
					continue // the parts of a rig, which have no field of their own
				}
				name, _, _ := strings.Cut(of.Field(i).Type.Field(k).Tag.Get("json"), ",")
				g.fields = append(g.fields, setup.LookupField(key+"."+name))
			}
		}
		out = append(out, g)
	}
	return out
}

func headField() setup.Field {
	all := setup.Fields()
	return all[len(all)-1]
}

// property is a field in one line of YAML.
func property(f setup.Field) string {
	usual := asJSON(f.Value(setup.Default()))
	words := f.Label + "."
	if f.Means != "" {
		words += " " + f.Means
	}
	if f.Zero != "" {
		words += " 0: " + f.Zero + "."
	}
	switch f.Type() {
	case setup.Flag:
		return fmt.Sprintf("type: boolean, default: %s, description: %s", usual, asJSON(words))
	case setup.Choice:
		return fmt.Sprintf("type: string, enum: %s, default: %s, description: %s", asJSON(f.Options), usual,
			asJSON(words))
	}
	return fmt.Sprintf("type: number, format: double, minimum: %s, maximum: %s, default: %s, description: %s",
		asJSON(f.Min), asJSON(f.Max), usual, asJSON(words))
}

func asJSON(v any) string {
	text, err := json.Marshal(v)
	if err != nil {
		panic(err) // numbers, texts and lists of them
	}
	return string(text)
}
