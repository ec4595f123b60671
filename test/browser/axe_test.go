package browser

import (
	"fmt"
	"os"
	"testing"
)

// everyView is each view with what tells that it is there.
var everyView = []struct{ path, there string }{
	{"/begin", `document.querySelectorAll(".kinds li").length === 12`},
	{"/begin?from=pond", `document.querySelector(".begin-answer b")`},
	{"/?open=1", `document.querySelector(".answer h1[data-pick]") && document.querySelector(".section .line-now")`},
	{"/fall?open=1", `document.querySelector(".fallview .line-now")`},
	{"/fall?open=1&practice=touch", `document.querySelector(".practice")`},
	{"/map?open=1", `document.querySelector(".map .map-cell")`},
	{"/compare?open=1&with=thick", `document.querySelector(".compare table")`},
	{"/day", `document.querySelectorAll(".day-plans li").length === 2`},
	{"/day?plan=1", `document.querySelector(".day-rod")`},
	{"/boat?open=1", `document.querySelector(".boat-now[data-call]") && document.querySelector(".still .line-now")`},
	{"/lead?open=1", `document.querySelector(".lead-meets")`},
	{"/fall?open=1&practice=lead", `document.querySelector(".practice-led")`},
	{"/drop?open=1", `document.querySelector(".droptest") && document.querySelector(".MuiAutocomplete-root [title=Open]")`},
	{"/drop?open=1&part=measure", `document.querySelector("#field-float-length")`},
	{"/log", `document.querySelector(".trips li")`},
	{"/log?trip=1&part=timeline", `document.querySelector(".timeline li")`},
	{"/log?trip=2&part=where", `document.querySelector(".chart-track")`},
	{"/log?trip=1&part=teaches", `document.querySelector(".share-range")`},
	{"/box", `document.querySelector(".grid tr[data-id]")`},
	{"/setups", `document.querySelector(".setups li")`},
	{"/guide?page=hop", `document.querySelectorAll(".guide-water svg").length === 2`},
	{"/guide?words=scope", `document.querySelectorAll(".guide-words dt").length > 20`},
	{"/guide?trust=", `document.querySelector(".trust-checks") && document.querySelector(".trust-parts")`},
	{"/devices", `document.querySelector(".devices-squares svg")`},
	{"/pair#ABCD", `document.querySelector("#field-pair-code")?.value === "ABCD"`},
	{"/licences", `document.querySelector(".licences")`},
}

// No view has anything that a common checker of accessibility finds wrong, in either light,
// at the size of a laptop and of a phone.
func TestAccessibility(t *testing.T) {
	t.Parallel()
	source, err := os.ReadFile("../../web/node_modules/axe-core/axe.min.js")
	if err != nil {
		t.Fatal(err)
	}
	p := open(t, "/nothing")
	for _, light := range []string{"sun", "dusk"} {
		value[bool](p, fmt.Sprintf(`(localStorage.setItem("dunvel.light", JSON.stringify(%q)), true)`, light))
		for _, size := range [][2]int64{{1280, 800}, {390, 844}} {
			p.size(size[0], size[1])
			for _, v := range everyView {
				p.visit(v.path)
				p.until(v.there + ` && document.fonts.status === "loaded"`)
				value[bool](p, string(source)+"; true")
				value[bool](p, `(window.found = undefined, axe.run({resultTypes: ["violations"]}).then((r) => { window.found = r.violations.map((v) => v.id + ", " + v.impact + ": " + v.nodes.slice(0, 4).map((n) => n.target.join(" ")).join(" | ")) }), true)`)
				p.until(`window.found`)
				for _, f := range value[[]string](p, `window.found`) {
					t.Errorf("%s in the light of %s at %d wide: %s", v.path, light, size[0], f)
				}
			}
		}
	}
}
