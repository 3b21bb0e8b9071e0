package browser_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"kembo/demo"
)

// TestTryingThingsOnAForecast: with the keyboard, a keeper sees what a super
// would do, and what it would do a week later; the table tells the same.
func TestTryingThingsOnAForecast(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.open("/find?q=QL-11")
	p.do(chromedp.WaitVisible(css("#course")))
	p.do(chromedp.Focus(css(".try input[value=super]")), chromedp.KeyEvent(" "))
	p.until(`document.querySelector("#ahead svg")?.textContent.includes("with a drawn super")`)
	p.sound("a colony with something tried")
	p.fits("a colony with something tried")
	get(
		p,
		chromedp.Evaluate[bool](
			`document.querySelector("#course").scrollIntoView({ block: "start", behavior: "instant" }), true`,
		),
	)
	p.do(chromedp.Focus(css(".try input[value=combs]")), chromedp.KeyEvent(" "))
	p.until(`document.querySelector("#ahead svg")?.textContent.includes("and 2 honey combs for empty ones")`)
	get(
		p,
		chromedp.Evaluate[bool](
			`(e => { e.value = "2026-06-10"; e.dispatchEvent(new Event("change", { bubbles: true })); return true })(document.querySelector(".when input"))`,
		),
	)
	p.until(`document.querySelector("#ahead svg")?.textContent.includes("on 10 Jun")`)
	p.do(
		chromedp.Focus(css(".tabled summary")), chromedp.KeyEvent(kb.Enter),
		chromedp.WaitVisible(css(".tabled table")),
	)
	if c := p.text(".tabled caption"); !strings.Contains(c, "with a drawn super") {
		t.Errorf("the table is of %q", c)
	}
	if rows := get(p, chromedp.Evaluate[int](`document.querySelectorAll(".tabled tbody tr").length`)); rows != 15+6 {
		t.Errorf("the table has %d rows, a fortnight by days and the rest by weeks are 21", rows)
	}
	p.sound("the table of a forecast")
	// All taken off again, the forecast is as it is.
	p.press(".try input[value=super]")
	p.press(".try input[value=combs]")
	p.until(`!document.querySelector("#ahead svg").textContent.includes("with ")`)
}

// TestTryingOnAPhone: by touch, the runways before and after in words.
func TestTryingOnAPhone(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on)).phone()
	p.open("/find?q=QL-11")
	p.do(chromedp.WaitVisible(css("#course")))
	p.press(".try input[value=super]")
	p.until(`document.querySelector("#ahead .ba")?.textContent.includes("→")`)
	p.fits("trying on a phone")
	p.sound("trying on a phone")
}

// TestWhatFlowersIsCorrectedByTouch: bramble has started; it moves, and the board
// with it; taken back, it is as it was.
func TestWhatFlowersIsCorrectedByTouch(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on)).phone()
	p.open("/")
	p.press(".flow-l")
	p.do(chromedp.WaitVisible(css(".plants")))
	p.fits("the calendar on a phone")
	p.sound("the calendar on a phone")
	p.press("form:has(input[name=plant][value=bramble]) button[value=started]")
	p.until(`document.querySelector(".seenlist")?.textContent.includes("Bramble has started")`)
	p.press(".seenlist button")
	p.until(`document.querySelector(".seenlist") === null`)
	d := newPerson(t, serve(t, &on))
	d.open("/")
	d.press(".flow-l")
	d.do(chromedp.WaitVisible(css(".plants")))
	d.sound("the calendar")
	d.fits("the calendar")
	d.shoot("calendar")
	d.press(".plants li:nth-child(4) summary")
	d.do(chromedp.WaitVisible(css(".plants li:nth-child(4) .plantform")))
	d.sound("a plant being changed")
	d.fits("a plant being changed")
}
