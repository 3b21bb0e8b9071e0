package browser_test

import (
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"kembo/core/day"
	"kembo/core/moves"
)

// TestFromABoardToAClosedLot: from the board in July to the harvest; what is ticked adds up as it is chosen; it comes off, is extracted,
// filled and sold to the last kilogram, and the lot leads to its hives.
func TestFromABoardToAClosedLot(t *testing.T) {
	on := day.Of(2026, time.July, 22)
	p := newPerson(t, serve(t, &on))
	p.open("/")
	p.press(".k-nav a[href='/harvest']")
	p.until(`document.querySelector(".harvest h1") !== null`)
	p.sound("the harvest")
	p.fits("the harvest")
	p.shoot("harvest")
	ticked := func() string { return p.text("#h-sum h2") }
	before := ticked()
	p.press(".h-hive .h-row:not(.quiet) input:not(:checked)")
	p.until(`document.querySelector("#h-sum h2").innerText !== ` + quoted(before))
	if more := ticked(); !strings.Contains(more, "3 boxes") || !strings.HasPrefix(before, "34 kg ticked, 2 boxes") {
		t.Errorf("from %q one more makes it %q", before, more)
	}
	p.until(`document.querySelector(".h-short") !== null`) // that hive is short then, and it is said
	p.press(".h-do .btn-primary")
	p.until(`document.querySelector("[name=kg]") !== null`)
	fill := func(name, value string) {
		p.do(chromedp.SetValue(chromedp.CSS("[name='"+name+"']"), value))
	}
	fill("kg", "46")
	fill("water", "17.3")
	p.press("form .btn-primary")
	p.until(`document.querySelector(".lot-facts") !== null`)
	p.sound("a lot")
	p.fits("a lot")
	p.press(".lot-do a[href$='/fill']")
	p.until(`document.querySelector("[name=count]") !== null`)
	fill("count", "100")
	fill("what", "jar")
	fill("each", "0.45")
	p.press("form .btn-primary")
	p.until(`document.querySelector(".lot-facts") !== null`)
	p.press(".lot-do a[href$='/out']")
	p.until(`document.querySelector("[name=to]") !== null`)
	fill("kg", "20")
	fill("to", "farm shop")
	p.press("form .btn-primary")
	p.until(`document.querySelector(".lot-fig svg") !== null`)
	p.shoot("lot")
	p.press(".lot-do a[href$='/out']")
	p.until(`document.querySelector("[name=to]") !== null`)
	fill("kg", "26")
	p.press("form .btn-primary")
	p.until(`document.querySelector(".lot-facts") !== null`)
	if say := p.text(".lot-facts"); !strings.Contains(say, "0.0 kg of 46 kg") {
		t.Errorf("a lot that is sold out says %q", say)
	}
	if n := get(p, chromedp.Evaluate[int](`document.querySelectorAll(".lot-do a[href$='/out']").length`)); n != 0 {
		t.Error("what is not there can be sold")
	}
	p.press(".lot-two a[href^='/colonies/']")
	p.until(`document.querySelector(".log") !== null`)
	if log := p.text(".log"); !strings.Contains(log, "batch Harvest of 22 Jul") {
		t.Error("the hive’s log has not what came off")
	}
}

// TestAPullWithNoSignal: the pull list and its forms are fetched ahead; with the cable cut a box is weighed off, waits on the phone, and
// is in the log once when there is a signal.
func TestAPullWithNoSignal(t *testing.T) {
	h := newHouse(t, day.Of(2026, time.July, 22))
	p := newPerson(t, h.cable.url()).phone()
	defer p.quiet()
	yard := h.colony("SA-01").YardID
	before := h.colony("SA-01").Believed.Stack.Supers()
	p.open("/yards/" + yard + "/pull")
	p.until(`document.querySelector("[data-keep-ahead]").dataset.ready === "yes"`)
	p.sound("the pull list")
	p.fits("the pull list")
	h.cable.set(true, false)
	p.open("/yards/" + yard + "/pull")
	p.press("tr:has(a[href='/colonies/" + h.colony("SA-01").ID + "']) .js-keep")
	p.until(`document.querySelector("[name=gross]") !== null`)
	if n := get(p, chromedp.Evaluate[int](`document.querySelectorAll("[name=boxes]:checked").length`)); n != 1 {
		t.Fatalf("%d boxes are ticked", n)
	}
	p.do(chromedp.SetValue(chromedp.CSS("[name=gross]"), "22.5"))
	p.press("form .btn-primary")
	p.until(`document.documentElement.dataset.waiting === "1"`)
	h.cable.set(false, false)
	p.open("/yards/" + yard + "/round")
	p.until(`document.documentElement.dataset.waiting === "0"`)
	n := 0
	for _, l := range h.colony("SA-01").Log {
		if a, ok := l.Entry.Body.(*moves.Harvested); ok && l.Day == *h.on {
			n++
			if a.GrossKg != 22.5 || a.Batch != "Harvest of 22 Jul" || len(a.Boxes) != 1 {
				t.Errorf("written is %+v", a)
			}
		}
	}
	if after := h.colony("SA-01").Believed.Stack.Supers(); n != 1 || after != before-1 {
		t.Errorf("%d entries, and %d of %d supers are on", n, after, before)
	}
}
