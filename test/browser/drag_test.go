package browser

import (
	"fmt"
	"runtime"
	"testing"
)

// watched counts, on a page of Work out, the depths that are drawn, with how old each is when it is.
const watched = `(() => {
	window.seen = {asked: new Map(), drawn: [], ages: []};
	const answer = document.querySelector("main.workout");
	new MutationObserver(() => {
		const depth = Number(document.querySelector(".answer")?.dataset.depth);
		if (depth === window.seen.drawn.at(-1)) return;
		window.seen.drawn.push(depth);
		const asked = window.seen.asked.get(depth);
		if (asked) window.seen.ages.push(performance.now() - asked);
	}).observe(answer, {attributes: true, subtree: true, childList: true});
	return true;
})()`

// heard counts the drafts that come, by their depths. It takes time of its own.
const heard = `(() => {
	window.seen.drafts = [];
	const ask = window.fetch;
	window.fetch = async (asked, options) => {
		const request = new Request(asked, options), depth = request.url.includes("/answers") &&
			(await request.clone().json()).setup.water.depth;
		const response = await ask(request);
		if (!depth) return response;
		// What comes is looked at on its way to the page, which stops listening once it has a draft.
		let text = "", out = false;
		const decoder = new TextDecoder();
		const through = new TransformStream({transform(chunk, on) {
			text += decoder.decode(chunk, {stream: true});
			if (!out && text.includes("\n")) {
				out = true;
				window.seen.drafts.push(depth);
			}
			on.enqueue(chunk);
		}});
		return new Response(response.body.pipeThrough(through), response);
	};
	return true;
})()`

// dragged moves the depth by the pointer for so many frames, up and down, and leaves it so many pixels up.
const dragged = `(async () => {
	const grip = document.querySelector("[role=slider][aria-label='Depth under the rod']");
	const box = grip.querySelector(".handle-grip").getBoundingClientRect(), x = box.x + box.width / 2, y = box.y + box.height / 2;
	const send = (kind, at) => grip.dispatchEvent(new PointerEvent(kind, {bubbles: true, pointerId: 7, isPrimary: true, clientX: x, clientY: at}));
	grip.setPointerCapture = () => {};
	let last;
	send("pointerdown", y);
	for (let i = 1; i <= %[1]d; i++) {
		await new Promise(requestAnimationFrame);
		send("pointermove", y - 130 + Math.abs((i * 3) %% 520 - 260) / 2);
		const depth = Number(document.querySelector("[role=slider][aria-label='Depth under the rod']").getAttribute("aria-valuenow"));
		if (depth !== last) window.seen.asked.set(depth, performance.now());
		last = depth;
	}
	send("pointermove", y - %[2]d);
	send("pointerup", y - %[2]d);
	return true;
})()`

// While the depth is dragged drafts come and each is drawn, and what it ends at is answered.
func TestDragging(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=8&heads=0.0035,0.0071,0.0142")
	p.until(ready)
	p.unfold("field-water-depth")
	value[bool](p, watched)
	value[bool](p, heard)
	value[bool](p, fmt.Sprintf(dragged, 120, 60)+`.then(() => true) && true`)
	p.until(`window.seen.drawn.length > 2`)
	p.until(ready)
	p.until(`Number(document.querySelector(".answer").dataset.depth) === Number(document.querySelector("[role=slider][aria-label='Depth under the rod']").getAttribute("aria-valuenow"))`)
	// The conditions, which are drawn when there is time for it, have come to the same.
	p.until(`parseFloat(document.querySelector("#field-water-depth").value) === Number(Number(document.querySelector("[role=slider][aria-label='Depth under the rod']").getAttribute("aria-valuenow")).toPrecision(3))`)
	if n := value[int](p, `window.seen.drafts.length`); n < 3 {
		t.Fatalf("%d drafts came", n)
	}
	if missed := value[[]float64](p, `window.seen.drafts.filter((d) => !window.seen.drawn.includes(d))`); len(
		missed) > 0 {
		t.Errorf("drafts of %v m were not drawn; %s", missed,
			value[string](p, `JSON.stringify([window.seen.drafts, window.seen.drawn])`))
	}
}

// BenchmarkDragging drags the depth for 300 frames, which are five seconds, again and again, and tells how many
// pictures a second are drawn the last time, how old they are, then and the first time, when the page is new to the
// browser, and what the server holds on to after either: over ten minutes with -benchtime 10m.
func BenchmarkDragging(b *testing.B) {
	p := open(b, "/?water.depth=8")
	p.until(ready)
	value[bool](p, watched)
	age := func(share float64) float64 {
		return value[float64](p, fmt.Sprintf(
			`window.seen.ages.sort((a, b) => a - b)[Math.floor(window.seen.ages.length * %g)] ?? 0`, share))
	}
	var first, last, fresh float64
	for b.Loop() {
		value[bool](p, `(async () => {
			window.took = 0;
			window.seen.drawn.length = window.seen.ages.length = 0;
			const from = performance.now();
			await `+fmt.Sprintf(dragged, 300, 0)+`;
			window.took = (performance.now() - from) / 1000;
		})() && true`)
		p.until(`window.took`)
		if last = heldOn(); first == 0 {
			first, fresh = last, age(0.5)
		}
	}
	seconds := value[float64](p, `window.took`)
	b.ReportMetric(value[float64](p, `window.seen.drawn.length`)/seconds, "pictures/s")
	b.ReportMetric(300/seconds, "frames/s")
	b.ReportMetric(age(0.5), "median-age-ms")
	b.ReportMetric(fresh, "median-age-when-new-ms")
	b.ReportMetric(age(0.95), "p95-age-ms")
	b.ReportMetric(first, "MB-first")
	b.ReportMetric(last, "MB-last")
}

// heldOn is what this process holds on to, the server in it, MB.
func heldOn() float64 {
	runtime.GC()
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	return float64(m.HeapInuse) / 1e6
}

// The depth can be dragged off the lower edge of the picture: the ladder beside it has no bed then, and no fault.
func TestDraggedOffThePicture(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=8&heads=0.0035,0.0071")
	p.until(ready)
	p.until(`document.querySelector(".ladder .ground")`)
	value[bool](p, `(() => {
		const grip = document.querySelector("[role=slider][aria-label='Depth under the rod']"), box = grip.getBoundingClientRect();
		const send = (kind, at) => grip.dispatchEvent(new PointerEvent(kind, {bubbles: true, pointerId: 7, isPrimary: true, clientX: box.x + box.width / 2, clientY: at}));
		grip.setPointerCapture = () => {};
		send("pointerdown", box.y + box.height / 2);
		send("pointermove", box.y + 900);
		return true;
	})()`)
	p.until(`!document.querySelector(".ladder .ground")`)
}
