package browser_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"

	"kembo/core/history"
	"kembo/demo"
)

// A tap or a key is counted at what a person takes, not at the script's speed.
// Source: none; guesses: a tap in gloves is aimed and checked, keys are typed by
// somebody who writes with two fingers.
const (
	secondsATap = 1.2
	secondsAKey = 0.25
)

// Aims of the yard round.
const (
	mostTaps, mostSeconds = 6, 10.0
	boxByFaces            = 45.0
	firstPageKB           = 250.0
	nextPageKB            = 15.0
)

// taps counts what a person does.
type taps struct {
	*person
	taps, keys int
	slow       time.Duration // of the server and the page, with the processor slowed down
}

func (c *taps) tap(css string) {
	c.t.Helper()
	c.press(css)
	c.taps++
}

// wait adds how long the page takes until something holds.
func (c *taps) wait(js string) {
	c.t.Helper()
	began := time.Now()
	c.until(js)
	c.slow += time.Since(began)
}

// seconds is what the hand takes; what the page takes is told beside it, but it is
// the machine's, and no test hangs on that.
func (c *taps) seconds() float64 { return float64(c.taps)*secondsATap + float64(c.keys)*secondsAKey }

// TestWhatALookCosts counts taps and keys, and tells the waiting, the processor slowed down four
// times, for (a) a look from above with nothing unusual, (b) every face of a deep
// box and (c) the same in one line; and the bytes of the first and the next page.
func TestWhatALookCosts(t *testing.T) {
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url()).phone()
	yard := h.colony("QL-04").YardID
	p.open("/yards/" + yard + "/round")
	kb := func() float64 {
		return get(
			p,
			chromedp.Evaluate[float64](
				`[...performance.getEntriesByType("navigation"),
					...performance.getEntriesByType("resource").filter(e => e.initiatorType !== "fetch")]
					.reduce((t, e) => t + e.transferSize, 0) / 1000`,
			),
		)
	}
	p.until(`document.readyState === "complete"`)
	first := kb()
	p.until(`document.querySelector(".round").dataset.ready === "yes"`)
	if _, err := chromedp.Call(
		p.ctx, emulation.SetCPUThrottlingRate, emulation.SetCPUThrottlingRateParams{Rate: 4},
	); err != nil {
		t.Fatal(err)
	}

	// (a) With the finding of the hive before at hand.
	get(
		p,
		chromedp.Evaluate[bool](
			`sessionStorage.setItem("kembo-finding", JSON.stringify({code: "QL-01", check: "", health: "healthy", queen: ["queen.eggs"], say: "eggs, healthy"})), true`,
		),
	)
	a := &taps{person: p}
	a.tap(".stop[data-code='QL-02'] .s-link")
	a.wait(`document.querySelector(".js-again:not([hidden])") !== null`)
	next := get(
		p,
		chromedp.Evaluate[float64](
			`fetch(location.href + "&measured=1", {cache: "no-store"}).then(r => r.text())
				.then(() => performance.getEntriesByName(location.href + "&measured=1", "resource").at(-1).encodedBodySize / 1000)`,
			chromedp.EvalAwaitPromise,
		),
	)
	a.tap(".js-expected")
	a.tap(".js-again")
	a.tap("[name=then][value=next]")
	a.wait(`document.querySelector("#look")?.dataset.code === "QL-03"`)
	if n := h.looks("QL-02"); n != 1 {
		t.Errorf("the quick look is stored %d times", n)
	}

	// (b) A deep box by face: a nest laid over it, then the four faces that differ.
	b := &taps{person: p}
	b.tap("[data-name='Brood box'] .seg label:nth-child(4) input")
	b.tap("[data-name='Brood box'] .js-paint")
	b.wait(`!document.querySelector("#painter").hidden`)
	get(
		p,
		chromedp.Evaluate[bool](
			`(() => { const s = document.querySelector(".js-preset"); s.value = "arch"; return s.dispatchEvent(new Event("change", {bubbles: true})) })()`,
		),
	)
	b.taps += 2 // the list, and the nest in it
	for range 4 {
		b.tap("#painter .js-next")
		b.tap(".br[data-letter=E]")
		b.tap("#painter [data-zone='6']")
		b.tap(".br[data-letter=L]")
		b.tap("#painter [data-zone='7']")
	}
	b.tap("#painter .js-close")
	b.tap("[name=then][value=next]")
	b.wait(`document.querySelector("#look")?.dataset.code === "QL-04"`)
	log := h.colony("QL-03").Log
	l := log[len(log)-1].Entry.Look()
	if l == nil || !slices.ContainsFunc(l.Boxes, func(x history.BoxLook) bool {
		return len(x.Faces) == 10 && x.Faces[9][1] != "" && x.Faces[0][1] == "HHHHHHEL"
	}) {
		t.Fatalf("the faces were stored as %+v", l)
	}

	// (c) A box in one line: what (a) found, with its frames counted.
	c := &taps{person: p}
	const line = "qE h+ 1:B3.5 H5 P1 C.5"
	c.tap(".js-line")
	c.do(chromedp.KeyEvent(line))
	c.keys += len(line)
	c.wait(`document.querySelector("#line-says").textContent.includes("3.5 brood")`)
	c.tap("[name=then][value=next]")
	c.wait(`document.querySelector("#look")?.dataset.code === "QL-05"`)

	report := fmt.Sprintf(
		"(a) seams, nothing unusual: %d taps, %.1f s, and %.1f s waiting\n(b) faces of a deep box: %d taps, %.1f "+
			"s, and %.1f s waiting\n(c) in one line: %d taps, %d keys, %.1f s, and %.1f s waiting\nfirst page "+
			"%.0f kB, next page %.1f kB, compressed",
		a.taps, a.seconds(), a.slow.Seconds(), b.taps, b.seconds(), b.slow.Seconds(), c.taps, c.keys, c.seconds(),
		c.slow.Seconds(), first, next,
	)
	t.Log("\n" + report)
	if a.taps > mostTaps || a.seconds() > mostSeconds {
		t.Errorf("(a) costs more than %d taps or %.0f s", mostTaps, mostSeconds)
	}
	if b.seconds() > boxByFaces {
		t.Errorf("(b) costs more than %.0f s", boxByFaces)
	}
	if first < 20 || next < 2 {
		t.Errorf("pages of %.0f and %.1f kB were not measured", first, next)
	}
	if first > firstPageKB || next > nextPageKB {
		t.Errorf("pages weigh more than %.0f and %.0f kB", firstPageKB, nextPageKB)
	}
}
