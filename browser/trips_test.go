package browser_test

import (
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"kembo/core/day"
)

// TestATripIsLaidOutByKeys: from the board to the day's trip; the slider moves with the arrow keys and keeps the focus, the load is of the
// day that is shown, a yard that is left out is gone from it, and going back is the trip before.
func TestATripIsLaidOutByKeys(t *testing.T) {
	on := day.Of(2026, time.June, 12)
	p := newPerson(t, serve(t, &on))
	p.open("/")
	p.press("a[href='/trips']")
	p.until(`document.querySelector("#in") !== null`)
	first := get(p, chromedp.Evaluate[string](`document.querySelector(".tr-two h2").textContent`))
	p.do(chromedp.Focus(css("#in")), chromedp.KeyEvent(kb.ArrowRight))
	p.until(`document.querySelector(".tr-two h2").textContent !== ` + quoted(first))
	p.until(`document.activeElement.id === "in"`)
	p.do(chromedp.KeyEvent(kb.ArrowRight))
	p.until(`document.querySelector(".tr-two h2").textContent.includes("Sun 14 Jun")`)
	p.until(`document.querySelector(".tr-say").textContent.includes("more than the best day")`)
	stops := `document.querySelectorAll(".tr-two section:last-child h3").length`
	n := get(p, chromedp.Evaluate[int](stops))
	if n < 2 {
		t.Fatalf("%d yards are gone to together", n)
	}
	p.press(".tr-t tbody tr:last-child input[type=checkbox]:checked, .tr-t tbody tr:nth-child(2) input[type=checkbox]:checked")
	p.until(stops + ` === ` + string(rune('0'+n-1)))
	p.sound("a trip")
	p.fits("a trip")
	get(p, chromedp.Evaluate[bool](`(history.back(), true)`))
	p.until(stops + ` === ` + string(rune('0'+n)))
}

// TestOddsFollowTheSliders: what may come off a hive is tried by keys, and the odds follow.
func TestOddsFollowTheSliders(t *testing.T) {
	on := day.Of(2026, time.July, 18)
	p := newPerson(t, serve(t, &on))
	p.open("/harvest")
	p.press(".h-keeps summary")
	p.press(".h-keeps a[href$='/stays']")
	p.until(`document.querySelector("[name=take]") !== null`)
	was := p.text("#wintered")
	p.do(chromedp.Focus(css("[name=sugar]")), chromedp.KeyEvent(kb.End))
	p.until(`document.querySelector("#wintered").innerText.includes("20 kg of sugar fed")`)
	if now := p.text("#wintered"); now == was {
		t.Error("the odds stand still")
	}
	p.until(`document.activeElement.name === "sugar" && document.activeElement.closest("label").querySelector("output").textContent === "20"`)
	p.sound("odds by spring")
	p.fits("odds by spring")
}
