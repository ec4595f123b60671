package api

import (
	"strings"
	"testing"

	"github.com/getkin/kin-openapi/openapi3"
)

// The document is valid, its defaults and enums too, and every operation says what it is
// and what it answers where something is wrong.
func TestContractIsValid(t *testing.T) {
	document, err := GetSpec()
	if err != nil {
		t.Fatal(err)
	}
	if err := document.Validate(t.Context(), openapi3.EnableExamplesValidation()); err != nil {
		t.Error(err)
	}
	seen := map[string]bool{}
	for path, item := range document.Paths.Map() {
		for method, of := range item.Operations() {
			where := method + " " + path
			if of.Summary == "" || len(of.Tags) != 1 || seen[of.OperationID] {
				t.Errorf("%s: summary “%s”, tags %v, id %s", where, of.Summary, of.Tags, of.OperationID)
			}
			seen[of.OperationID] = true
			if of.Responses.Default() == nil || of.Responses.Value("400") == nil || method != "GET" &&
				of.Responses.Value("403") == nil {
				t.Errorf("%s does not say what it answers where something is wrong", where)
			}
			if of.RequestBody == nil {
				continue
			}
			for kind, media := range of.RequestBody.Value.Content {
				if s := media.Schema.Value; strings.Contains(kind, "json") &&
					(s.AdditionalProperties.Has == nil || *s.AdditionalProperties.Has) {
					t.Errorf("%s takes fields that it does not know", where)
				}
			}
		}
	}
}

// Setups take whatever is left out as usual, and of older versions what they had.
func TestContractOfSetups(t *testing.T) {
	document, err := GetSpec()
	if err != nil {
		t.Fatal(err)
	}
	s := document.Components.Schemas["Setup"].Value
	if len(s.Required) > 0 {
		t.Errorf("%v is required", s.Required)
	}
	for group, property := range s.Properties {
		if len(property.Value.Required) > 0 {
			t.Errorf("%s: %v is required", group, property.Value.Required)
		}
	}
	depth := s.Properties["water"].Value.Properties["depth"].Value
	if *depth.Min != 0.3 || *depth.Max != 200 || depth.Default != 18.0 {
		t.Errorf("%v %v %v", *depth.Min, *depth.Max, depth.Default)
	}
	if gap := s.Properties["rig"].Value.Properties["gap"].Value; !gap.Deprecated {
		t.Error("what older versions had is not said to be of them")
	}
}
