package api

import (
	"encoding/json"
	"fmt"
	"testing"

	"dunvel/core/setup"

	"github.com/getkin/kin-openapi/openapi3"
)

// What the contract says a setup takes where a value is left out is what it takes.
func TestContractDefaults(t *testing.T) {
	document, err := GetSpec()
	if err != nil {
		t.Fatal(err)
	}
	text, err := json.Marshal(setup.Default())
	if err != nil {
		t.Fatal(err)
	}
	var tree map[string]any
	if err := json.Unmarshal(text, &tree); err != nil {
		t.Fatal(err)
	}
	tree["version"] = 1 // one that names none is of the first
	seen := 0
	var compare func(path string, schema *openapi3.Schema, value any)
	compare = func(path string, schema *openapi3.Schema, value any) {
		if schema.Default != nil && schema.Properties == nil {
			seen++
			if fmt.Sprint(schema.Default) != fmt.Sprint(value) {
				t.Errorf("%s: the contract says %v, a setup takes %v", path, schema.Default, value)
			}
		}
		group, _ := value.(map[string]any)
		for name, property := range schema.Properties {
			compare(path+"."+name, property.Value, group[name])
		}
	}
	compare("setup", document.Components.Schemas["Setup"].Value, tree)
	if seen < 80 {
		t.Errorf("only %d defaults were found", seen)
	}
}
