package server

import (
	"fmt"
	"net/http"
	"testing"

	"dunvel/internal/contract"
)

// What was deleted can be put back for thirty days, from wherever it was taken.
func TestBin(t *testing.T) {
	s := start(t)
	var setup contract.SavedSetup
	var place contract.Place
	s.ask(http.MethodPost, "/api/setups", `{"name":"Evening","setup":{}}`, &setup)
	s.ask(http.MethodPost, "/api/places", `{"name":"Gull Bar","where":"1, 2","note":""}`, &place)
	var bin []contract.Binned
	if status, _, _ := s.ask(http.MethodGet, "/api/bin", "", &bin); status != 200 || len(bin) != 0 {
		t.Fatalf("%d %+v", status, bin)
	}
	s.ask(http.MethodDelete, fmt.Sprintf("/api/setups/%d", setup.Id), "", nil)
	s.ask(http.MethodDelete, fmt.Sprintf("/api/places/%d", place.Id), "", nil)
	if s.ask(http.MethodGet, "/api/bin", "", &bin); len(bin) != 2 || bin[0].Deleted.Before(bin[1].Deleted) {
		t.Fatalf("%+v", bin)
	}
	names := map[string]string{}
	for _, b := range bin {
		names[b.Table] = b.Name
		if status, _, body := s.ask(http.MethodPost, fmt.Sprintf("/api/bin/%s/%d/restore", b.Table, b.Id), "",
			nil); status != 204 {
			t.Errorf("%d %s", status, body)
		}
	}
	if names["setup"] != "Evening" || names["place"] != "Gull Bar" {
		t.Errorf("%v", names)
	}
	if s.ask(http.MethodGet, "/api/bin", "", &bin); len(bin) != 0 {
		t.Errorf("%+v", bin)
	}
	for _, path := range []string{"/api/bin/tea/1/restore", "/api/bin/device/1/restore", "/api/bin/setup/99/restore"} {
		if status, _, _ := s.ask(http.MethodPost, path, "", nil); status != 404 {
			t.Errorf("%s: %d", path, status)
		}
	}
}
