package browser_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"kembo/demo"
)

// TestAPlanIsDrawnByDragKeysAndTaps: the same comb goes to the same place by mouse, by keys and by two taps on a phone; it is
// taken back by a key; and what was drawn last is written into the log.
func TestAPlanIsDrawnByDragKeysAndTaps(t *testing.T) {
	h := newHouse(t, demo.Default)
	id := h.colony("QL-04").ID
	own := "/colonies/" + id + "/own"
	drawn := func(want string) string {
		return fmt.Sprintf(`(document.querySelector(".own-write")?.elements.do.value ?? "") === %q && !document.querySelector("[aria-busy]")`, want)
	}
	at := func(key string) string { return `[data-at="` + key + `"]` }

	desk := newPerson(t, h.cable.url())
	desk.open(own)
	desk.drag(at("1.2"), at("1.5"))
	desk.until(drawn("1.2-1.5"))
	desk.drag(at("drawn"), at("1.1"))
	desk.until(drawn("1.2-1.5,drawn-1.1"))
	desk.drag(at("1.10"), at("off"))
	desk.until(drawn("1.2-1.5,drawn-1.1,1.10-off"))
	desk.do(chromedp.KeyEvent("u"))
	desk.until(drawn("1.2-1.5,drawn-1.1"))
	desk.shoot("own")

	desk.open(own)
	desk.do(chromedp.Focus(chromedp.CSS(at("1.1"))), chromedp.KeyEvent(kb.ArrowRight), chromedp.KeyEvent("\r"))
	desk.until(`document.querySelector(".own-say").innerText.startsWith("In the hand: ")`)
	desk.until(`document.activeElement?.dataset.at === "1.2"`)
	for range 3 {
		desk.do(chromedp.KeyEvent(kb.ArrowRight))
	}
	desk.do(chromedp.KeyEvent("\r"))
	desk.until(drawn("1.2-1.5"))
	desk.do(chromedp.KeyEvent("u"))
	desk.until(drawn(""))

	phone := newPerson(t, h.cable.url()).phone()
	phone.open(own)
	phone.press(at("1.2"))
	phone.until(`document.querySelector(".own-say").innerText.startsWith("In the hand: ")`)
	phone.fits(own)
	phone.press(at("1.5"))
	phone.until(drawn("1.2-1.5"))
	phone.press(".own-write .btn-primary")
	phone.until(`document.querySelector(".log") !== null`)
	st := h.colony("QL-04").Log
	if last := st[len(st)-1]; last.Kind != "rearranged" {
		t.Errorf("the last of the log is %s", last.Kind)
	}
}

// drag takes something with the mouse and lets go of it over another; both are in sight.
func (p *person) drag(from, to string) {
	p.t.Helper()
	p.until(`document.querySelector(` + quoted(from) + `) !== null`)
	at := get(p, chromedp.Evaluate[[]float64](`[`+quoted(from)+`, `+quoted(to)+`].flatMap(css => {
		const e = document.querySelector(css), r = (e.querySelector(".hit") ?? e).getBoundingClientRect();
		return [r.left + r.width / 2, r.top + r.height / 2] })`))
	p.do(chromedp.DragAndDropXY(at[0], at[1], at[2], at[3]))
}
