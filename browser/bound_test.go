package browser_test

import (
	"context"
	"slices"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"kembo/app"
	"kembo/core/plan"
	"kembo/demo"
)

// TestABoundHiveFromLookToTickedSheet: a look finds a nest bound with honey; its page tells to give it room, the sheet names
// each comb and box, every step is ticked on a phone, and what was done is in the log and the nest has room.
func TestABoundHiveFromLookToTickedSheet(t *testing.T) {
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url()).phone()
	const code = "QL-05"
	id := h.colony(code).ID
	p.open("/colonies/" + id + "/look")
	if says, _ := p.line("qEL cc h+ 1:s10 H6 N1.5 B2 P0.5"); !strings.Contains(says, "6") {
		t.Fatalf("the line says %q", says)
	}
	p.save()
	c, err := h.svc.Worked(context.Background(), id)
	if err != nil {
		t.Fatal(err)
	}
	free := c.Assessment.Base.Free.Likely
	room := slices.ContainsFunc(c.Assessment.Advice, func(a plan.Advice) bool {
		return a.Action == plan.RelieveHoneyBound || a.Action == plan.AddSuper
	})
	if !room {
		for _, a := range c.Assessment.Advice {
			t.Log(a.Do)
		}
		t.Fatal("a bound nest is given no room")
	}
	p.open("/colonies/" + id + "/moves")
	p.press(".js-walk")
	steps := 0
	for get(p, chromedp.Evaluate[bool](`!document.body.classList.contains("walk-over")`)) {
		p.press(".js-next")
		steps++
	}
	ticked := get(p, chromedp.Evaluate[int](`document.querySelectorAll(".mv-steps input:checked").length`))
	if steps < 4 || ticked != steps {
		t.Errorf("%d steps, %d ticked", steps, ticked)
	}
	p.press(".mv-done .btn-primary")
	p.until(`document.querySelector(".log") !== null`)
	c, err = h.svc.Worked(context.Background(), id)
	if err != nil {
		t.Fatal(err)
	}
	done := slices.ContainsFunc(c.Log, func(l app.LogLine) bool { return l.Day == c.Today && l.Entry.Act() != nil })
	if now := c.Assessment.Base.Free.Likely; !done || now < free {
		t.Errorf("done is %t; free cells %.0f, before %.0f", done, now, free)
	}
}
