package browser_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"kembo/demo"
)

// TestAMoveSheetIsWalkedWithNoSignal: on a phone in the yard the sheet of a hive is opened with the cable cut, one step fills
// the screen, ticks stay when it is opened again, and what was done waits on the device until it is in the log.
func TestAMoveSheetIsWalkedWithNoSignal(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, yard := walk(t, h)
	defer p.quiet()
	p.until(`document.querySelector(".round").dataset.forms === "yes"`)
	h.cable.set(true, false)
	before := h.colony("QL-04").Believed.Stack.Supers()
	sheet := "/colonies/" + h.colony("QL-04").ID + "/moves"
	p.open(sheet)
	p.press(".js-walk")
	if n := get(p, chromedp.Evaluate[int](`[...document.querySelectorAll(".mv-steps>li")].filter(e => e.offsetParent).length`)); n != 1 {
		t.Errorf("%d steps are shown at a time", n)
	}
	first := p.text(".mv-steps>li.at span:last-child")
	p.press(".js-next")
	if second := p.text(".mv-steps>li.at span:last-child"); second == first || !strings.HasPrefix(p.text(".mv-at"), "2 of ") {
		t.Errorf("after %q comes %q, %s", first, second, p.text(".mv-at"))
	}
	p.open(sheet)
	if n := get(p, chromedp.Evaluate[int](`document.querySelectorAll(".mv-steps input:checked").length`)); n != 1 {
		t.Errorf("opened again, %d steps are ticked, not the one that was done", n)
	}
	p.press(".js-walk")
	for get(p, chromedp.Evaluate[bool](`!document.body.classList.contains("walk-over")`)) {
		p.press(".js-next")
	}
	p.press(".mv-done .btn-primary")
	p.until(`!document.querySelector(".js-kept").hidden`)
	if n := p.waiting(); n != 1 {
		t.Fatalf("%d wait, want 1", n)
	}
	h.cable.set(false, false)
	p.open("/yards/" + yard + "/round")
	p.until(`document.documentElement.dataset.waiting === "0"`)
	if n := h.colony("QL-04").Believed.Stack.Supers(); n <= before {
		t.Errorf("QL-04 has %d supers, and had %d", n, before)
	}
}
