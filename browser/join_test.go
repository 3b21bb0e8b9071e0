package browser_test

import (
	"context"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"kembo/demo"
)

// joins opens a new link on a phone, says who uses it and is let in.
func (p *person) joins(h *house, name string) {
	p.t.Helper()
	key, _, err := h.svc.NewLink(context.Background())
	if err != nil {
		p.t.Fatal(err)
	}
	for range 5 { // a page that is just going elsewhere by itself takes its way over this one
		p.patience.Reset(patience)
		if err = chromedp.Do(p.ctx, chromedp.Navigate(p.base+"/join/"+key)); err == nil || !strings.Contains(err.Error(), "ERR_ABORTED") {
			break
		}
	}
	if err != nil {
		p.t.Fatal(err)
	}
	p.until(`document.querySelector("h1")?.textContent === "Join with this device"`)
	p.do(chromedp.SendKeys(css("#name"), name))
	p.press("form.form .btn-primary")
	p.until(`document.querySelector(".board") !== null`)
}

// TestARemovedPhoneKeepsItsLooks: a phone joins, is removed while a look is being
// entered, says so without losing the look, and sends it once it has joined again.
func TestARemovedPhoneKeepsItsLooks(t *testing.T) {
	h := newHouse(t, demo.Default)
	h.stop()
	h.reach = "kembo.lan"
	h.start()
	p := newPerson(t, h.cable.url()).phone()
	p.may = "401" // what is refused, the browser says
	p.do(chromedp.Navigate(p.base + "/"))
	p.until(`document.querySelector("h1")?.textContent === "This device has not joined"`)
	if say := p.text("body"); strings.Contains(say, "Harrowmere") || strings.Contains(say, "Quarry Lane") {
		t.Errorf("somebody who has not joined is told %q", say)
	}
	p.joins(h, "Ann’s phone")
	p.open("/devices")
	p.sound("the page of devices")
	p.fits("the page of devices")
	if say := p.text("main"); !strings.Contains(say, "Ann’s phone") || !strings.Contains(say, "this device") {
		t.Errorf("the page of devices says %q", say)
	}
	yard := h.colony("QL-04").YardID
	p.open("/yards/" + yard + "/round")
	p.until(`document.querySelector(".round").dataset.ready === "yes"`)
	p.press(".stop[data-code='QL-01'] .s-link")
	p.until(`document.querySelector("#look") !== null`)
	p.press(".js-expected")
	p.press("[name='queen.eggs']")
	all, _, err := h.svc.Devices(context.Background())
	if err != nil || len(all) != 1 {
		t.Fatal(all, err)
	}
	if err := h.svc.RemoveDevice(context.Background(), all[0].ID); err != nil {
		t.Fatal(err)
	}
	p.press("[name=then][value=next]")
	p.until(`(document.querySelector("[data-queue]")?.textContent || "").includes("Join again; 1 look is kept.")`)
	if n := h.looks("QL-01"); n != 0 {
		t.Fatalf("a removed device has written %d looks", n)
	}
	if n := p.waiting(); n != 1 {
		t.Fatalf("%d wait, want 1", n)
	}
	p.joins(h, "Ann’s phone")
	p.until(`document.documentElement.dataset.waiting === "0"`)
	if n := h.looks("QL-01"); n != 1 {
		t.Errorf("it has joined again, and %d looks are stored", n)
	}
}
