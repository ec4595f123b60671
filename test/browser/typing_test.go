package browser

import "testing"

// What is typed on after a first part of it was read is refused as it stands,
// though the part that was read arrives as the value of the field only then.
func TestRefusedWhileItsBeginningArrives(t *testing.T) {
	t.Parallel()
	p := open(t, "/drop")
	p.says(".droptest-expected", "is expected")
	p.comes(`(async () => {
		const asks = window.fetch;
		const ask = (text) => asks("/api/quantities?" + new URLSearchParams({field: "drop.depth", text, unit: "m"}));
		const refused = await ask("5 cm");
		const [status, body] = [refused.status, await refused.text()];
		window.fetch = (request, ...more) => new URL(request.url ?? request, location.href).searchParams.get("text") === "5 cm"
			? Promise.resolve(new Response(body, {status, headers: {"Content-Type": "application/problem+json"}}))
			: asks(request, ...more);
		const replaces = history.replaceState;
		history.replaceState = (...all) => {
			replaces.apply(history, all);
			history.replaceState = replaces;
			window.type("5 cm");
			queueMicrotask(() => document.activeElement.blur());
		};
		window.type = (text) => {
			const field = document.querySelector("#field-drop-depth");
			field.focus();
			Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(field, text);
			field.dispatchEvent(new Event("input", {bubbles: true}));
		};
		window.type("5");
		return status === 422;
	})()`)
	p.until(`new URLSearchParams(location.search).get("deep") === "5"`)
	p.says("#field-drop-depth-error", "0.05 m is outside what is allowed")
	p.says(".droptest-expected", "about 8.0 s") // of the 5 m that were read
	p.says("#field-drop-depth-error", "0.05 m is outside what is allowed")
	if got := value[string](p, `document.querySelector("#field-drop-depth").value`); got != "5 cm" {
		t.Errorf("the field holds %q", got)
	}
}

// How rod and line are held is drawn beside the words: the finger where it feeds, the bail where it closes later, the
// rod where it is down.
func TestTheHandIsDrawn(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=4&hand.line=fed+under+a+finger")
	p.until(settled)
	p.says(".answer .hand", "line through a finger")
	p.until(`document.querySelector(".hand-finger") && !document.querySelector(".hand-bail[stroke-dasharray]")`)
	held := value[string](p, `document.querySelector(".hand-drawn .hand-rod").getAttribute("d")`)
	p.visit("/?open=4&hand.line=closed+part-way&hand.rod=down")
	p.says(".answer .hand", "Rod down to the water, bail closed half way down")
	p.until(`!document.querySelector(".hand-finger") && document.querySelector(".hand-bail[stroke-dasharray]")`)
	if got := value[string](p, `document.querySelector(".hand-drawn .hand-rod").getAttribute("d")`); got == held {
		t.Errorf("the rod is drawn as it was: %s", got)
	}
}
