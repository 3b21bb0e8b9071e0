package browser_test

import (
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"kembo/core/day"
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

// TestWhatIsLeftOutIsAskedAboutInTheYard: with no signal a sheet that is ticked in part asks about the rest before it is kept, and
// what is answered as left undone is not written.
func TestWhatIsLeftOutIsAskedAboutInTheYard(t *testing.T) {
	h := newHouse(t, day.Of(2026, time.May, 20))
	p, yard := walk(t, h)
	defer p.quiet()
	code := ""
	for _, c := range []string{"QL-01", "QL-02", "QL-03", "QL-04", "QL-05", "MR-01", "MR-02", "MR-03", "MR-04", "HE-01", "HE-02"} {
		p.open("/colonies/" + h.colony(c).ID + "/moves")
		if n := get(p, chromedp.Evaluate[int](`document.querySelectorAll(".mv-ticks input[type=checkbox]").length`)); n > 1 {
			code = c
			break
		}
	}
	if code == "" {
		t.Fatal("no sheet has two things to tick")
	}
	log := len(h.colony(code).Log)
	h.cable.set(true, false)
	p.press(".mv-ticks li:last-child label")
	p.press(".mv-done .btn-primary")
	p.until(`!document.querySelector(".mv-left").hidden`)
	if said, left := p.text(".js-left"), p.text(".mv-ticks li:last-child label"); !strings.EqualFold(said, left) {
		t.Errorf("asked is about %q, not about %q", said, left)
	}
	if n := p.waiting(); n != 0 {
		t.Errorf("%d wait before it is answered", n)
	}
	p.sound("a question about what was left out")
	p.press(".mv-left button")
	p.until(`!document.querySelector(".js-kept").hidden`)
	h.cable.set(false, false)
	p.open("/yards/" + yard + "/round")
	p.until(`document.documentElement.dataset.waiting === "0"`)
	for _, l := range h.colony(code).Log[log:] {
		if l.Entry.Look() != nil {
			t.Errorf("a look was written: %+v", l)
		}
	}
	if n := len(h.colony(code).Log) - log; n == 0 {
		t.Error("what was ticked is not in the log")
	}
}
