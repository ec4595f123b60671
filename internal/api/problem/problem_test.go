package problem

import (
	"fmt"
	"net/http"
	"reflect"
	"testing"

	"dunvel/core/mechanics"
	"dunvel/internal/contract"
)

// Work beyond what a question may take is no fault of the service, and says so.
func TestTooMuchWork(t *testing.T) {
	p := Describe(fmt.Errorf("advice: %w", mechanics.ErrBudget))
	want := "That takes more work than is allowed for one question; nothing is lost. Ask for less: fewer heads, or " +
		"calmer water."
	if p.Status != http.StatusServiceUnavailable || p.Detail != want ||
		!reflect.DeepEqual(p.Errors, contract.Problem{}.Errors) {
		t.Errorf("%+v", p)
	}
}
