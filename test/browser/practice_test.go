package browser

import (
	"fmt"
	"strconv"
	"strings"
	"testing"
)

// press presses the one big button as a thumb does, and returns the s of the page's clock at which it did.
func (p *page) press() float64 {
	p.t.Helper()
	return value[float64](p, `(() => {
		const at = performance.now();
		document.querySelector(".practice-call").dispatchEvent(new PointerEvent("pointerdown", {bubbles: true, button: 0}));
		return at / 1000;
	})()`)
}

// pressAt presses it with the page's clock, which was put on before, at so many s.
func (p *page) pressAt(seconds float64) {
	p.t.Helper()
	value[bool](p, fmt.Sprintf(`(() => {
		window.ahead += 1000 * %g - performance.now();
		document.querySelector(".practice-call").dispatchEvent(new PointerEvent("pointerdown", {bubbles: true, button: 0}));
		return true;
	})()`, seconds))
}

// On a phone the games are as wide as the screen, and the round is that of the setup that is opened alone.
func TestPracticeOnAPhone(t *testing.T) {
	t.Parallel()
	p := open(t, "/fall?open=4&head=7.1&practice=touch")
	p.size(390, 844)
	p.until(`document.querySelector(".practice-water .line") && document.querySelector(".savebar-name")`)
	for _, part := range []string{".practice", ".practice-water", ".practice-call", ".parts"} {
		if right := value[float64](p, fmt.Sprintf(`document.querySelector(%q).getBoundingClientRect().right`, part)); right > 390 {
			t.Errorf("%s goes to %g", part, right)
		}
	}
	p.until(`location.search.includes("water.depth")`)
	rounds := value[[]string](p, `performance.getEntriesByType("resource").map((e) => new URL(e.name).pathname).filter((n) => n.endsWith("/rounds"))`)
	if len(rounds) != 2 { // the round, and the calls before
		t.Errorf("asked for %q", rounds)
	}
}

// A round is called too early and then right, on a clock that the test sets.
func TestPractice(t *testing.T) {
	t.Parallel()
	p := open(t, "/fall?open=4&head=7.1")
	p.until(playing)
	p.click("Practise the touch")
	p.says(".practice-task", "call when 7.1 g touches it")
	p.until(`!document.querySelector(".practice-call").disabled`)
	// There is nothing on the page that tells the depth.
	if words := p.text(".practice"); strings.Contains(words, " m deep") || strings.Contains(words, "depth") {
		t.Errorf("%s", words)
	}
	began := p.press()
	p.says(".practice-call", "It touches!")
	p.later(1)
	called := p.press() - began
	p.says(".practice-score", "s too early: it was")
	early := p.text(".practice-score")
	off, err := strconv.ParseFloat(strings.TrimSpace(
		strings.Split(strings.Split(early, "of 100. ")[1], " s too early")[0]), 64)
	if err != nil {
		t.Fatalf("%q: %v", early, err)
	}
	p.says(".practice-past", "1 too early")

	// The same once more: called when it would have been right.
	began = p.press()
	p.until(`document.querySelector(".practice-call[data-running]")`)
	p.pressAt(began + called + off)
	p.says(".practice-score", "Right: it touched in")
	p.says(".practice-score", "100 of 100")

	// The next round has an address of its own, and the other game another task.
	p.click("Next round")
	p.until(`new URLSearchParams(location.search).get("seed")`)
	p.click("Stop at the fish")
	p.says(".practice-task", "The fish are at")
	p.until(`!document.querySelector(".practice-call").disabled`)
	p.press()
	p.until(`document.querySelector(".practice-call[data-running]")`)
	p.later(200)
	p.press()
	p.says(".practice-score", "below them")
	where := value[string](p, "location.search")
	p.visit("/fall" + where)
	p.says(".practice-task", "The fish are at")
	p.says(".practice-past", "1 too late")
	p.click("Back to the fall")
	p.until(playing)

	// What cannot be practised says why.
	p.visit(fmt.Sprintf("/fall?practice=touch&head=%d", 0) + "&bait.body=floating&bait.form=paddle+tail&head.hook=%236")
	p.says(".practice", "does not come down in this water")
}
