package browser

import (
	"fmt"
	"strings"
	"testing"
)

// Fish are led by fields and by a tap in either picture; what cannot be is told at its
// field, and the picture stays.
func TestLead(t *testing.T) {
	t.Parallel()
	p := open(t, "/lead?open=4&fish=18,30,3,270,0.5,0")
	p.until(`/^Cast now: let [0-9.]+ g land [0-9.]+ m out, [0-9]+° to the right of where they are, in [0-9.]+ s; it is at 3 m/.test(document.querySelector(".lead-answer h2")?.innerText)`)
	p.until(`document.querySelector(".lead-heads [aria-current]") && document.querySelectorAll(".lead-meets").length === 2`)
	p.field("fish.depth", "9 m")
	p.until(`document.querySelector("#field-fish-depth-error")?.innerText === "They are deep: 9 m is not in the water, which is 4.5 m deep where the cast lands."`)
	if value[int](p, `document.querySelectorAll(".lead-meets").length`) != 2 {
		t.Error("the picture is gone")
	}
	p.field("fish.depth", "2 m")
	p.until(`document.querySelector(".lead-answer h2").innerText.includes("it is at 2 m")`)
	p.field("fish.speed", "5 m/s")
	p.until(`/^None (does it|is worth the cast)/.test(document.querySelector(".lead-answer h2").innerText)`)
	p.field("fish.speed", "0.4 m/s")
	tap := func(picture string, x, y float64) {
		value[bool](p, fmt.Sprintf(`(() => {const s = document.querySelector(".lead-%s svg"); const r = s.getBoundingClientRect(); s.dispatchEvent(new PointerEvent("pointerdown", {bubbles: true, clientX: r.left + %g * r.width, clientY: r.top + %g * r.height})); return true})()`, picture, x, y))
	}
	before := value[string](p, `location.search`)
	tap("aside", 0.5, 0.5)
	p.until(fmt.Sprintf(`location.search !== %q && /fish=[0-9.]+%%2C30%%2C[0-9.]+%%2C270%%2C0.4%%2C0/.test(location.search)`, before))
	tap("above", 0.5, 0.2)
	p.until(`/fish=[0-9.]+%2C0%2C/.test(location.search)`)
	p.until(`document.querySelector("#field-fish-bearing").value === "0"`)
}

// A round of leading is played: by a tap, and by keys.
func TestLeadPractice(t *testing.T) {
	t.Parallel()
	p := open(t, "/fall?open=4&head=7.1&practice=lead&seed=4")
	p.until(`!!document.querySelector(".practice-led")`)
	p.says(".practice-task", "They swim 3.1 m deep. Throw 7.1 g so that it is there before them.")
	p.click("They come")
	value[bool](p, `(() => {const b = document.querySelector(".practice-led button"); const r = b.getBoundingClientRect(); b.dispatchEvent(new PointerEvent("pointerdown", {bubbles: true, clientX: r.left + r.width/2, clientY: r.top + r.height*0.9})); return true})()`)
	p.until(`/of 100\. (Aside|Too soon|Behind them|They see|On their heads|It does not)/.test(document.querySelector(".practice-score")?.innerText)`)
	p.click("The same once more")
	value[bool](p, `(() => {const b = document.querySelector(".practice-led button"); for (const key of ["ArrowUp", "ArrowLeft", "Enter"]) b.dispatchEvent(new KeyboardEvent("keydown", {bubbles: true, key})); return true})()`)
	p.until(`document.querySelectorAll(".practice-past circle").length === 2`)
	if text := p.text(".practice-past figcaption"); !strings.HasPrefix(text, "The last 2: ") {
		t.Error(text)
	}
}
