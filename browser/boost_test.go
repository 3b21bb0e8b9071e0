package browser_test

import (
	"context"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/plan"
)

// TestABoostIsCarriedWithNoSignal: two looks make a small hive and a strong one; on a phone in the yard the sheet of the small
// one names the combs of both, and with the cable cut what was carried waits on the device until it is in both logs, once,
// though the sheet was opened and sent a second time.
func TestABoostIsCarriedWithNoSignal(t *testing.T) {
	on := day.Of(2026, time.April, 28)
	h := newHouse(t, on)
	ctx := context.Background()
	looked := func(code string, seams [2]float64, boxes ...look.Counts) {
		x := h.colony(code)
		l := &history.Look{Health: "healthy", Queen: history.Queen{Looked: true, Eggs: true, Larvae: true, Capped: true}}
		for i := range boxes {
			if i < len(x.Believed.Stack.Boxes) && !x.Believed.Stack.Boxes[i].Super {
				l.Boxes = append(l.Boxes, history.BoxLook{
					Box: x.Believed.Stack.Boxes[i].ID, Depth: "boxes", Counts: &boxes[i], Seams: &seams[i],
				})
			}
		}
		if err := h.svc.Record(ctx, x.ID, history.Entry{ID: app.NewID(), Day: on, Kind: history.KindLook, Body: l}); err != nil {
			t.Fatal(err)
		}
		h.svc.Settle(ctx)
	}
	small, strong := "QL-02", "QL-01"
	looked(strong, [2]float64{10, 8}, look.Counts{Brood: 8, Honey: 1, Pollen: 1}, look.Counts{Brood: 3, Honey: 4, Empty: 3})
	looked(small, [2]float64{3, 0}, look.Counts{Brood: 2, Honey: 1, Empty: 7}, look.Counts{Honey: 2, Empty: 8})
	told := func(code string) (with string) {
		c, err := h.svc.Worked(ctx, h.colony(code).ID)
		if err != nil {
			t.Fatal(err)
		}
		for _, a := range c.Assessment.Advice {
			t.Log(code, a.Action, a.Do)
			if a.Action == plan.Boost {
				with = a.With
			}
		}
		return with
	}
	giver := told(small)
	if giver == "" || told(giver) != small {
		t.Fatalf("%s is to get brood of %q", small, giver)
	}
	p := newPerson(t, h.cable.url()).phone()
	defer p.quiet()
	p.open("/yards/" + h.colony(small).YardID + "/round")
	p.until(`document.querySelector(".round").dataset.ready === "yes" && document.querySelector(".round").dataset.forms === "yes"`)
	h.cable.set(true, false)
	for range 2 {
		p.open("/colonies/" + h.colony(small).ID + "/moves")
		p.until(`document.querySelector("form[action$='/exchange']") !== null`)
		p.press("form[action$='/exchange'] .btn")
		p.until(`!document.querySelector("form[action$='/exchange'] .js-kept").hidden`)
	}
	if n := p.waiting(); n != 2 {
		t.Fatalf("%d wait, want 2", n)
	}
	h.cable.set(false, false)
	p.open("/yards/" + h.colony(small).YardID + "/round")
	written := func(code string) (n int) {
		for _, l := range h.colony(code).Log {
			if l.Kind == "several" && l.Day == on {
				n++
			}
		}
		return n
	}
	for range 100 {
		if written(small) > 0 {
			break
		}
		time.Sleep(100 * time.Millisecond)
	}
	if a, b := written(small), written(giver); a != 1 || b != 1 {
		t.Errorf("it is %d times in the log of %s and %d times in that of %s", a, small, b, giver)
	}
}
