package browser

import (
	"fmt"
	"strings"
	"testing"
)

// A device is paired by the code of the computer: a wrong one says so, and one without a
// name; then it is listed, may be made to read only, and is revoked with a way back.
func TestPair(t *testing.T) {
	t.Parallel()
	p := open(t, "/devices")
	p.until(`!!document.querySelector(".devices-squares svg")`)
	code := strings.ReplaceAll(p.text(".devices-code"), "-", "")
	p.says(".devices", "No device is paired.")
	p.visit("/pair#WRONG")
	p.until(`document.querySelector("#field-pair-code")?.value === "WRONG"`)
	p.click("Pair")
	p.until(`document.querySelector("[role=alert]")?.innerText.startsWith("The code is wrong, was used, or has run out.")`)
	p.typeOver("#field-pair-code", strings.ToLower(code))
	p.enter("#field-pair-name", " ", "HTMLInputElement", "input")
	p.click("Pair")
	p.until(`!!document.querySelector("#field-pair-name-error")`)
	p.enter("#field-pair-name", "Tablet", "HTMLInputElement", "input")
	p.click("Pair")
	p.until(`location.pathname === "/" || location.pathname === "/begin"`)
	p.visit("/devices")
	p.until(`document.querySelector(".devices-list b")?.innerText === "Tablet"`)
	if now := strings.ReplaceAll(p.text(".devices-code"), "-", ""); now == code || len(now) != len(code) {
		t.Errorf("%s and then %s", code, now)
	}
	value[bool](p, `(document.querySelector(".devices-list input").click(), true)`)
	p.until(`document.querySelector(".devices-list input").checked`)
	p.click("Revoke Tablet")
	p.until(`!document.querySelector(".devices-list")`)
	p.click("Undo")
	p.until(fmt.Sprintf(`document.querySelector(".devices-list b")?.innerText === %q`, "Tablet"))
}
