package browser_test

import (
	"context"
	"fmt"
	"os"
	"os/exec"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/demo"
)

// TestTwoLooksFromOneKeptPage: with no signal the same hive is looked at twice,
// from the page as it was kept; both are stored, and the keeper is not told of
// what he wrote himself.
func TestTwoLooksFromOneKeptPage(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, yard := walk(t, h)
	defer p.quiet()
	h.cable.set(true, false)
	for _, note := range []string{"first", "second"} {
		p.do(chromedp.Navigate(p.base + "/yards/" + yard + "/round"))
		p.press(".stop[data-code='QL-01'] .s-link")
		p.until(`document.querySelector("#look")?.dataset.code === "QL-01"`)
		p.press(".js-expected")
		p.press("[name='queen.eggs']")
		p.do(chromedp.SendKeys(css("[name=note]"), note))
		p.press("[name=then][value=next]")
		p.until(`document.querySelector("#look").dataset.code === "QL-02"`)
	}
	p.do(chromedp.Navigate(p.base + "/yards/" + yard + "/round"))
	p.until(`document.documentElement.dataset.waiting === "2"`)
	h.cable.set(false, false)
	p.press("[data-queue] .btn")
	p.until(`document.documentElement.dataset.waiting === "0"`)
	if n := h.looks("QL-01"); n != 2 {
		t.Errorf("the log has %d looks of the day, want 2", n)
	}
	if told := get(p, chromedp.Evaluate[int](`document.querySelectorAll(".q-told").length`)); told != 0 {
		t.Errorf("the keeper is told of his own look: %q", p.text("[data-queue]"))
	}
}

// TestALostAnswerDoublesNothing: what was asked arrives and the answer is lost;
// it waits, is sent again and is there once.
func TestALostAnswerDoublesNothing(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, _ := walk(t, h)
	defer p.quiet()
	p.press(".stop[data-code='QL-01'] .s-link")
	p.until(`document.querySelector("#look") !== null`)
	p.press(".js-expected")
	p.press("[name='queen.eggs']")
	h.cable.set(false, true)
	p.press("[name=then][value=next]")
	for i := 0; h.looks("QL-01") == 0; i++ {
		if i > 100 {
			t.Fatal("it never arrived")
		}
		time.Sleep(50 * time.Millisecond)
	}
	p.until(`document.querySelector("#look")?.dataset.code === "QL-02"`)
	if n := p.waiting(); n != 1 {
		t.Errorf("with its answer lost %d wait, want 1", n)
	}
	h.cable.set(false, false)
	get(p, chromedp.Evaluate[any](`Promise.all([kemboQueue.send(), kemboQueue.send()])`, chromedp.EvalAwaitPromise))
	p.until(`document.documentElement.dataset.waiting === "0"`)
	if n := h.looks("QL-01"); n != 1 {
		t.Errorf("it is in the log %d times", n)
	}
}

// TestBothAreKept: the same id with another body is kept beside, and what others wrote meanwhile is
// kept and shown.
func TestBothAreKept(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, _ := walk(t, h)
	defer p.quiet()
	p.may = "422"
	p.press(".stop[data-code='QL-01'] .s-link")
	p.until(`document.querySelector("#look") !== null`)
	p.press(".js-expected")
	p.press("[name='queen.eggs']")
	// Another keeper writes meanwhile.
	c := h.colony("QL-01")
	other := history.Entry{
		ID: app.NewID(), Day: demo.Default, Kind: history.KindFeed,
		Body: &moves.Feed{What: "1:1 syrup", Kg: 2, StoresKg: 2},
	}
	ann := h.svc.As(app.Principal{Name: "Ann", Device: app.NewID(), Rights: app.AllRights})
	if err := ann.Record(context.Background(), c.ID, other); err != nil {
		t.Fatal(err)
	}
	body := get(
		p, chromedp.Evaluate[string](`String(new URLSearchParams(new FormData(document.querySelector("#look"))))`),
	)
	id := get(p, chromedp.Evaluate[string](`document.querySelector("#look").elements.entry.value`))
	p.press("[name=then][value=next]")
	p.until(`document.querySelector("#look")?.dataset.code === "QL-02"`)
	p.press(".ph-bar a.ph-ib")
	p.until(`document.querySelector(".q-told") !== null`)
	if say := p.text("[data-queue]"); !strings.Contains(say, "QL-01") ||
		!strings.Contains(say, "2 kg sugar as 1:1 syrup") {
		t.Errorf("of what was written meanwhile the round says %q", say)
	}
	// The same id with another body: kept beside, never over it.
	answer := get(
		p,
		chromedp.Evaluate[map[string]any](
			fmt.Sprintf(
				`fetch("/colonies/%s/look", {method: "POST",
					headers: {"Content-Type": "application/x-www-form-urlencoded", "X-Kembo-Queue": "1"}, body: %s}).then(r => r.json())`,
				c.ID, quoted(strings.Replace(body, "&note=", "&note=quite+another", 1)),
			),
			chromedp.EvalAwaitPromise,
		),
	)
	if answer["stored"] != true || answer["beside"] != true || answer["id"] != id {
		t.Errorf("another body under the same id is answered %v", answer)
	}
	if n := h.looks("QL-01"); n != 1 {
		t.Errorf("the log has %d looks of the day", n)
	}
	p.open("/colonies/" + c.ID)
	if apart := p.text(".apart"); !strings.Contains(apart, "quite another") || !strings.Contains(apart, "2 kg sugar") {
		t.Errorf("the colony's page shows %q", apart)
	}
	p.sound("a colony with things kept side by side")
}

// TestARefusalStaysAndIsShown: a box that was looked at offline is gone when the
// look arrives; it is not stored, not lost, and says why.
func TestARefusalStaysAndIsShown(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, _ := walk(t, h)
	defer p.quiet()
	p.may = "422"
	c := h.colony("QL-02")
	top := c.Believed.Stack.Boxes[len(c.Believed.Stack.Boxes)-1]
	h.cable.set(true, false)
	p.press(".stop[data-code='QL-02'] .s-link")
	p.until(`document.querySelector("#look") !== null`)
	p.press(fmt.Sprintf("[name='box.%d.state'][value='half']", len(c.Believed.Stack.Boxes)-1))
	p.press("[name=then][value=next]")
	p.until(`document.querySelector("#look")?.dataset.code === "QL-03"`)
	if err := h.svc.Record(
		context.Background(), c.ID,
		history.Entry{
			ID: app.NewID(), Day: demo.Default, Kind: "box_off", Body: &moves.BoxOff{Box: top.ID, Why: "taken off"},
		},
	); err != nil {
		t.Fatal(err)
	}
	h.cable.set(false, false)
	get(p, chromedp.Evaluate[any](`kemboQueue.send()`, chromedp.EvalAwaitPromise))
	p.press(".ph-bar a.ph-ib")
	if say := p.text(".q-no"); !strings.Contains(say, "QL-02: not stored yet") ||
		!strings.Contains(say, "is not on this hive any more") {
		t.Errorf("of the refusal the round says %q", say)
	}
	p.sound("a refusal")
	if n := p.waiting(); n != 1 {
		t.Errorf("%d wait after a refusal, want 1", n)
	}
}

// TestAKilledBrowserAndAKilledServerLoseNothing: the browser's process is killed
// with a look waiting, the server is stopped and started, the browser is started
// again on its own data and sends the look, once.
func TestAKilledBrowserLosesNothing(t *testing.T) {
	h := newHouse(t, demo.Default)
	profile := t.TempDir()
	yard := h.colony("QL-04").YardID
	start := func() (*person, *os.Process) {
		opts := append(
			chromedp.DefaultExecAllocatorOptions[:], chromedp.ExecPath(chromium()), chromedp.NoSandbox,
			chromedp.UserDataDir(profile), chromedp.WindowSize(390, 844),
			chromedp.ModifyCmdFunc(func(c *exec.Cmd) {}),
		)
		actx, stop := chromedp.NewExecAllocator(context.Background(), opts...)
		t.Cleanup(stop)
		ctx, cancel := chromedp.NewContext(actx)
		t.Cleanup(cancel)
		if err := chromedp.Do(ctx); err != nil {
			t.Fatal(err)
		}
		ctx, done := context.WithCancel(ctx)
		t.Cleanup(done)
		p := &person{t: t, ctx: ctx, base: h.cable.url(), patience: time.AfterFunc(patience, done)}
		return p, chromedp.FromContext(ctx).Browser.Process()
	}
	p, process := start()
	p.phone()
	p.open("/yards/" + yard + "/round")
	p.until(`document.querySelector(".round").dataset.ready === "yes"`)
	if why, err := chromedp.Call(p.ctx, page.GetInstallabilityErrors, cdp.Empty{}); err != nil ||
		len(why.InstallabilityErrors) > 0 {
		t.Errorf("it cannot be put on a home screen: %s, %v", asJSON(t, why), err)
	}
	h.cable.set(true, false)
	p.press(".stop[data-code='QL-01'] .s-link")
	p.until(`document.querySelector("#look") !== null`)
	p.press(".js-expected")
	p.press("[name='queen.eggs']")
	p.press("[name=then][value=next]")
	p.until(`document.querySelector("#look")?.dataset.code === "QL-02"`)
	p.press("[name='queen.larvae']") // half entered
	p.until(
		`(window.half || (window.half = kemboQueue.draft.get(document.querySelector("#look").dataset.colony)
			.then(b => window.kept = b)), window.kept && window.kept.includes("larvae"))`,
	)
	if err := process.Kill(); err != nil {
		t.Fatal(err)
	}
	process.Wait()
	h.stop()
	h.start()
	h.cable.set(false, false)

	p, _ = start()
	p.phone()
	p.open("/yards/" + yard + "/round")
	p.until(`document.documentElement.dataset.waiting === "0"`)
	if n := h.looks("QL-01"); n != 1 {
		t.Errorf("after the kill the look is in the log %d times", n)
	}
	p.press(".stop[data-code='QL-02'] .s-link")
	p.until(`document.querySelector("[name='queen.larvae']")?.checked`) // what was half entered is there
}

// TestATabThatHangsHoldsNothingBack: who presses while another tab is sending is heard when
// that one has ended, and soon if it never ends; the other tab hears that nothing waits.
func TestATabThatHangsHoldsNothingBack(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, yard := walk(t, h)
	defer p.quiet()
	round := "/yards/" + yard + "/round"
	hold := chromedp.Evaluate[bool](
		`navigator.locks.request("kembo-send", () => new Promise(r => { window.letGo = r })), true`)
	for i, code := range []string{"QL-01", "QL-02"} {
		h.cable.set(true, false)
		p.press(".stop[data-code='" + code + "'] .s-link")
		p.until(`document.querySelector("#look")?.dataset.code === "` + code + `"`)
		p.press(".js-expected")
		p.press("[name='queen.eggs']")
		p.press("[name=then][value=next]")
		p.until(`!["", "` + code + `"].includes(document.querySelector("#look")?.dataset.code ?? "")`)
		p.do(chromedp.Navigate(p.base + round))
		p.until(`document.documentElement.dataset.waiting === "1"`)
		other := p.tab()
		other.do(chromedp.Navigate(p.base + round))
		other.until(`document.documentElement.dataset.waiting === "1"`)
		get(other, hold)
		other.until(`window.letGo`)
		held := time.Now()
		h.cable.set(false, false)
		p.press("[data-queue] .btn")
		back := time.Now()
		if i == 0 {
			// A turn is waited for five seconds, and none can have been asked for before.
			if time.Sleep(time.Second); p.waiting() != 1 && time.Since(held) < 4*time.Second {
				t.Error("two tabs sent at a time")
			}
			get(other, chromedp.Evaluate[bool](`window.letGo(), true`))
		}
		p.until(`document.documentElement.dataset.waiting === "0"`)
		if took := time.Since(back); took > 8*time.Second {
			t.Errorf("%s was sent after %s", code, took)
		}
		other.until(`document.documentElement.dataset.waiting === "0"`)
		if n := h.looks(code); n != 1 {
			t.Errorf("%s is in the log %d times", code, n)
		}
	}
}
