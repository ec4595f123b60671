package api

import (
	"strings"
	"testing"

	"dunvel/internal/api/reach"
	"dunvel/internal/contract"
)

// A page is told at every address at which it is reached; one that is too long has no square.
func TestLinks(t *testing.T) {
	h := Handlers{reached: reach.Ways{Bases: func() []string {
		return []string{"http://192.0.2.4:4780", "https://boat.local:4780"}
	}}}
	links := func(path string) []contract.PageLink {
		t.Helper()
		got, err := h.Links(t.Context(), LinksRequestObject{Body: &contract.LinksJSONRequestBody{Path: path}})
		if err != nil {
			t.Fatal(err)
		}
		return got.(Links200JSONResponse)
	}
	got := links("/?water.depth=7.5")
	if len(got) != 2 || got[1].Address != "https://boat.local:4780/?water.depth=7.5" || len(got[0].Square) < 21 ||
		len(got[0].Square) != len(got[0].Square[0]) {
		t.Errorf("%+v", got)
	}
	long := "/?" + strings.Repeat("x", mostScanned-len("http://192.0.2.4:4780/?"))
	if got := links(long); len(got[0].Square) == 0 || len(got[1].Square) != 0 {
		t.Errorf("%d letters: %d and %d rows", len(long), len(got[0].Square), len(got[1].Square))
	}
}
