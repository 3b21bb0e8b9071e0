package browser_test

import (
	"context"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"kembo/core/history"
	"kembo/core/moves"
	"kembo/demo"
)

// walk opens the round of the first yard on a phone and waits until it is ready
// for no signal.
func walk(t *testing.T, h *house) (*person, string) {
	t.Helper()
	p := newPerson(t, h.cable.url()).phone()
	yard := h.colony("QL-04").YardID
	p.open("/yards/" + yard + "/round")
	p.until(`document.querySelector(".round").dataset.ready === "yes"`)
	return p, yard
}

// quiet lets the browser say that the network is gone; that is what is tested.
func (p *person) quiet() {
	p.mu.Lock()
	defer p.mu.Unlock()
	var left []string
	for _, b := range p.bad {
		if !strings.Contains(b, "request failed") && !strings.Contains(b, "ERR_") &&
			!strings.Contains(b, "Failed to fetch") && !strings.Contains(b, "Failed to load resource") {
			left = append(left, b)
		}
	}
	p.bad = left
}

func (p *person) waiting() int {
	return get(p, chromedp.Evaluate[int](`kemboQueue.all().then(x => x.length)`, chromedp.EvalAwaitPromise))
}

// TestTheRoundWorksWithNoSignal: the round is opened once; then the cable is cut,
// and looks are entered, painted and written, wait with a plain word, and are
// sent once each when there is a signal.
func TestTheRoundWorksWithNoSignal(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, yard := walk(t, h)
	defer p.quiet()
	p.sound("the round")
	p.fits("the round")
	p.shoot("round-phone")
	h.cable.set(true, false)

	// The first stop, by its taps: as expected, eggs, healthy, save.
	p.press(".stop[data-code='QL-01'] .s-link")
	p.until(`document.querySelector("#look") !== null`)
	p.press(".js-expected")
	p.press("[name='queen.eggs']")
	p.press("[name='health'][value='healthy']")
	// A photograph, made small on the device.
	get(p, chromedp.Evaluate[bool](
		`new Promise(yes => { const c = document.createElement("canvas"); c.width = 3000; c.height = 2000; c.getContext("2d").fillRect(0, 0, 900, 900);
		c.toBlob(b => {
			const d = new DataTransfer(), i = document.querySelector(".js-photo input");
			d.items.add(new File([b], "comb.png", {type: "image/png"}));
			i.files = d.files; i.dispatchEvent(new Event("change")); yes(true) }) })`,
		chromedp.EvalAwaitPromise,
	))
	p.until(`document.querySelectorAll(".ph-list img").length === 1`)
	if line := get(p, chromedp.Value(css(".js-line"))); !strings.HasPrefix(line, "qE h+ 1: s") {
		t.Errorf("the line says %q", line)
	}
	p.sound("a stop of the round")
	p.fits("a stop of the round")
	p.press("[name=then][value=next]")
	// The next stop opens with no signal, and the same findings are one tap.
	p.until(`document.querySelector("#look").dataset.code === "QL-02"`)
	if n := p.waiting(); n != 2 { // the look and its photo
		t.Fatalf("%d wait, want 2", n)
	}
	p.press(".js-again")
	if !get(
		p,
		chromedp.Evaluate[bool](
			`document.querySelector("[name='health'][value='healthy']").checked && document.querySelector("[name='queen.eggs']").checked`,
		),
	) {
		t.Error("the findings of QL-01 were not repeated")
	}
	// One box by face, in the painter, with no signal.
	p.press("[data-name='Brood box'] .seg label:nth-child(4) input")
	p.press("[data-name='Brood box'] .js-paint")
	p.until(`!document.querySelector("#painter").hidden`)
	get(
		p,
		chromedp.Evaluate[bool](
			`(() => { const s = document.querySelector(".js-preset"); s.value = "dome"; return s.dispatchEvent(new Event("change", {bubbles: true})) })()`,
		),
	)
	if got := get(p, chromedp.Value(css("[name='box.0.f.5.a']"))); got != "HNPPBBEL" {
		t.Errorf("the preset laid %q in the middle of the nest", got)
	}
	p.press("#painter .js-close")
	p.press("[name=then][value=next]")
	p.until(`document.querySelector("#look").dataset.code === "QL-03"`)
	// One in a line.
	p.do(chromedp.SendKeys(css(".js-line"), "qEL cc 1:s8 ; entered in a line"))
	p.until(`document.querySelector("#line-says").textContent.includes("8 seams of bees")`)
	p.until(`document.querySelector("#preview.stale") !== null`) // what cannot be worked out here is shown as it was
	p.press("[name=then][value=next]")
	p.until(`document.querySelector("#look").dataset.code === "QL-04"`)
	p.press(".ph-bar a.ph-ib")
	p.until(`document.querySelectorAll(".stop.waiting").length === 3`)
	if say := p.text("[data-queue]"); !strings.Contains(say, "3 looks waiting on this device") ||
		!strings.Contains(say, "1 photo waiting") {
		t.Errorf("the queue says %q", say)
	}
	for _, code := range []string{"QL-01", "QL-02", "QL-03"} {
		if n := h.looks(code); n != 0 {
			t.Fatalf("%s has %d looks with the cable cut", code, n)
		}
	}
	// A tag that is scanned opens its colony as it was kept; the pocket sums work;
	// a page that was not kept says so.
	p.do(chromedp.Navigate(p.base + "/t/" + h.colony("QL-05").ID))
	p.until(`document.querySelector("#look")?.dataset.code === "QL-05" && document.querySelector(".in-round") !== null`)
	p.open("/pocket")
	p.do(chromedp.SendKeys(css("[name=count]"), "9"))
	if say := p.text("[data-sum=mites] output"); !strings.Contains(say, "3.0 in 100 bees") {
		t.Errorf("9 mites on 300 bees: %q", say)
	}
	p.do(chromedp.Navigate(p.base + "/culls"))
	p.until(`document.querySelector("h1")?.textContent === "No signal, and this page was not kept"`)
	p.do(chromedp.Navigate(p.base + "/yards/" + yard + "/round"))
	p.until(`document.querySelectorAll(".stop.waiting").length === 3`)
	// The signal is back while an attempt still hangs: who presses then is heard once that has failed.
	h.cable.set(false, true)
	p.press("[data-queue] .btn")
	p.press("[data-queue] .btn")
	back := time.Now()
	h.cable.set(false, false)
	p.until(`document.documentElement.dataset.waiting === "0"`)
	if took := time.Since(back); took > 4*time.Second {
		t.Errorf("what waited was sent after %s", took)
	}
	for _, code := range []string{"QL-01", "QL-02", "QL-03"} {
		if n := h.looks(code); n != 1 {
			t.Errorf("%s has %d looks, want 1", code, n)
		}
	}
	if l := h.colony("QL-03").Log; l[len(l)-1].Entry.Look().Note != "entered in a line" ||
		!l[len(l)-1].Entry.Look().Queen.Larvae {
		t.Errorf("the line was stored as %+v", l[len(l)-1].Entry.Look())
	}
	l := h.colony("QL-01").Log
	if all, err := h.svc.Photos(context.Background(), h.colony("QL-01").ID); err != nil ||
		len(all[l[len(l)-1].ID]) != 1 || all[l[len(l)-1].ID][0].Width != 1600 {
		t.Errorf("the photo of the look: %v, %v", all, err)
	}
	if !slices.ContainsFunc(l[len(l)-1].Entry.Look().Boxes, func(b history.BoxLook) bool { return b.Expected }) {
		t.Error("nothing says that the seams were accepted as expected")
	}
}

// TestATickIsWhatIsWritten: what is due at a stop, ticked, fills what was done and is
// written as it was advised; unticked it is taken out again, and nothing else is.
func TestATickIsWhatIsWritten(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, _ := walk(t, h)
	c := h.colony("QL-08")
	before := len(c.Log)
	p.open("/colonies/" + c.ID + "/look?round=" + demo.Default.String())
	did := func() string {
		return get(p, chromedp.Evaluate[string](
			`["act.supers", "act.comb", "act.swap"].map(n => document.querySelector("[name='" + n + "']").value).join(" ")`))
	}
	if got := did(); got != " drawn " {
		t.Fatalf("before anything is ticked the form has %q", got)
	}
	ticks := get(p, chromedp.Evaluate[int](`document.querySelectorAll(".js-tick").length`))
	if ticks != 1 {
		t.Fatalf("%d things can be ticked, not two supers", ticks)
	}
	tick := chromedp.Evaluate[bool](`document.querySelector(".js-tick").click(), true`)
	swap := func(n string) chromedp.Action[bool] {
		return chromedp.Evaluate[bool](`document.querySelector("[name='act.swap']").value = "` + n + `", true`)
	}
	get(p, swap("3"))
	for _, want := range []string{"2 drawn 3", " drawn 3", "2 drawn 3"} {
		get(p, tick)
		if got := did(); got != want {
			t.Errorf("the form has %q, not %q", got, want)
		}
	}
	get(p, swap(""))
	p.press("[name=then][value=next]")
	p.until(`(c => c && c !== "QL-08")(document.querySelector("#look")?.dataset.code)`)
	log := h.colony("QL-08").Log[before:]
	if len(log) != 2 {
		t.Fatalf("written are %d entries", len(log))
	}
	for _, l := range log {
		if on, ok := l.Entry.Body.(*moves.BoxOn); !ok || !on.Box.Super || !on.Box.Drawn {
			t.Errorf("written is %+v", l.Entry.Body)
		}
	}
}

// line types a line of the look and returns what it says and what the form has fed.
func (p *person) line(text string) (says, fed string) {
	p.t.Helper()
	p.until(`(() => { const l = document.querySelector(".js-line"); l.focus(); l.value = ` + asJSON(p.t, text) + `;
		l.dispatchEvent(new Event("input")); return true })()`)
	got := get(p, chromedp.Evaluate[[]string](
		`[document.querySelector("#line-says").textContent, document.querySelector("[name='act.feed']").value]`))
	return got[0], got[1]
}

// TestALineIsLitresAndTheFormTheKeepersUnit: four litres in a line are one gallon and
// a bit in the form of somebody who measures in gallons, and two kilograms 4.4 pounds.
func TestALineIsLitresAndTheFormTheKeepersUnit(t *testing.T) {
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url())
	p.open("/settings")
	p.do(chromedp.Focus(css("[name=units][value=us]")), chromedp.KeyEvent(" "))
	p.press("#main .btn-primary")
	p.until(`document.querySelector(".done") !== null`)
	p.open("/colonies/" + h.colony("QL-04").ID + "/look")
	for text, want := range map[string]string{"+4L1:1": "1.057", "+2kg": "4.409"} {
		if _, fed := p.line(text); fed != want {
			t.Errorf("%s: the form has %q, not %s", text, fed, want)
		}
	}
}

// TestAClearedLineLeavesNothing: what a line has filled in the form goes with it, to the
// last field, and what was never said by a line is as it was.
func TestAClearedLineLeavesNothing(t *testing.T) {
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url())
	p.open("/colonies/" + h.colony("QL-04").ID + "/look")
	form := func() string {
		return get(p, chromedp.Evaluate[string](`(() => { const f = document.querySelector(".js-line").form;
			return [...new FormData(f)].filter(([k]) => k !== "line").map(([k, v]) => k + "=" + v).join("\n") })()`))
	}
	was := form()
	for _, text := range []string{
		"qEL cc h+ 1:s8 2:H4 W52kg +4L2:1 +1S ; all well", "qLB-E 1:H2.5 Wfair +2kgF", "1:s5 +1SF cp ; swept",
	} {
		says, _ := p.line(text)
		if form() == was {
			t.Errorf("%q fills nothing: %s", text, says)
		}
		p.line("")
		left := slices.DeleteFunc(strings.Split(form(), "\n"), func(f string) bool { return slices.Contains(strings.Split(was, "\n"), f) })
		if form() != was {
			t.Errorf("%q leaves in the form %q", text, left)
		}
	}
}

// TestALineSaysAThingOnce: the form holds one feed; a line with two is not taken for
// one of them.
func TestALineSaysAThingOnce(t *testing.T) {
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url())
	p.open("/colonies/" + h.colony("QL-04").ID + "/look")
	if says, fed := p.line("+4L2:1 +2kg"); fed != "" || !strings.Contains(says, "said twice") {
		t.Errorf("two feeds: it says %q, and the form has %q", says, fed)
	}
	if says, fed := p.line("+2kgF"); fed != "2" || !strings.Contains(says, "fed 2 kg of fondant") {
		t.Errorf("one feed: it says %q, and the form has %q", says, fed)
	}
}

// reachable reports what is too small for a gloved finger, or too pale for the
// sun: 48 px and a contrast of 7:1.
func (p *person) reachable(what string) {
	p.t.Helper()
	small := get(
		p,
		chromedp.Evaluate[[]string](`[...document.querySelectorAll(["a, button, summary, select, textarea",
			"input:not([type=hidden]):not([type=range])",
			"label:has(input[type=checkbox]), label:has(input[type=radio])"].join(", "))].filter(e => {
		const r = e.getBoundingClientRect(), s = getComputedStyle(e);
		if (!r.width || !r.height || s.visibility === "hidden" || e.closest("[hidden], .skip") || e.classList.contains("skip")) return false;
		if (e.matches("input") && e.closest("label")) return false; // its label is the target
		if (e.matches("p a, legend a, td a")) return false; // in running text
		if (e.matches(".strip button")) return r.height < 47.5 || r.width < 30; // eleven frames are all in sight, and Next goes on
		return r.height < 47.5 || r.width < 43.5;
	}).slice(0, 8).map(e => e.tagName + "." + e.className + " " +
		e.textContent.trim().slice(0, 20) + " " + Math.round(e.getBoundingClientRect().width) + "x" + Math.round(e.getBoundingClientRect().height))`),
	)
	for _, s := range small {
		p.t.Errorf("%s: too small for a glove: %s", what, s)
	}
	p.legible(what)
}

// legible reports text with a contrast of less than 7:1.
func (p *person) legible(what string) {
	p.t.Helper()
	get(p, chromedp.Evaluate[any](axe+";undefined", chromedp.EvalIgnoreExceptions))
	pale := get(
		p,
		chromedp.Evaluate[[]string](
			`axe.run(document, {runOnly: {type: "rule", values: ["color-contrast-enhanced"]}})
				.then(r => r.violations.flatMap(v => v.nodes.slice(0, 5).map(n => n.target.join(" ") + " " + n.any[0].message)))`,
			chromedp.EvalAwaitPromise,
		),
	)
	for _, s := range pale {
		p.t.Errorf("%s: too pale for the sun: %s", what, s)
	}
}

// TestInGlovesAndInTheSun: targets and contrast of the round's pages, with large
// type and for the left hand too.
func TestInGlovesAndInTheSun(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, yard := walk(t, h)
	p.reachable("the round")
	p.press(".r-more summary")
	p.press(".js-large")
	p.press(".js-left")
	p.fits("the round in large type")
	p.reachable("the round in large type")
	p.open("/colonies/" + h.colony("QL-02").ID + "/look?round=" + demo.Default.String())
	p.reachable("a stop in large type")
	p.fits("a stop in large type, left hand")
	get(p, chromedp.Evaluate[bool](`localStorage.clear(), true`))
	p.open("/colonies/" + h.colony("QL-02").ID + "/look?round=" + demo.Default.String())
	p.reachable("a stop")
	p.shoot("stop-phone")
	p.press("[data-name='Brood box'] .seg label:nth-child(4) input")
	p.press("[data-name='Brood box'] .js-paint")
	p.until(`!document.querySelector("#painter").hidden`)
	p.reachable("the painter")
	p.open("/pocket")
	p.reachable("the pocket sums")
	p.open("/yards/" + yard + "/round/summary")
	p.reachable("the summary")
	p.fits("the summary")
	p.sound("the summary")
	// By night the same pages are as easy to read.
	p.night()
	for _, path := range []string{
		"/yards/" + yard, "/yards/" + yard + "/round", "/colonies/" + h.colony("QL-02").ID + "/look?round=" + demo.Default.String(),
		"/yards/" + yard + "/round/summary",
	} {
		p.open(path)
		p.legible(path + " by night")
	}
}

// TestTheOrderIsChangedByKeys and kept; the round can begin at the other end.
func TestTheOrderIsChangedByKeys(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, yard := walk(t, h)
	codes := func() string {
		return get(
			p,
			chromedp.Evaluate[string](
				`[...document.querySelectorAll(".stop")].slice(0, 3).map(s => s.dataset.code).join(" ")`,
			),
		)
	}
	p.press(".r-more summary")
	p.press(".js-reorder")
	p.do(chromedp.Focus(css(".stop[data-code='QL-01'] .js-down")), chromedp.KeyEvent(kb.Enter))
	p.until(`document.querySelector("[data-prep]").textContent === "The order is kept."`)
	if got := codes(); got != "QL-02 QL-01 QL-03" {
		t.Errorf("after a key the order is %s", got)
	}
	if n := p.text(".stop[data-code='QL-02'] .s-n") + p.text(".r-foot .btn-primary"); n != "1Go to QL-02" {
		t.Errorf("the first is numbered and offered as %q", n)
	}
	p.open("/yards/" + yard + "/round")
	if got := codes(); got != "QL-02 QL-01 QL-03" {
		t.Errorf("opened again the order is %s", got)
	}
	p.until(`document.querySelector(".round").dataset.ready === "yes"`)
	p.press(".r-foot .btn-line")
	p.until(`document.querySelector(".stops.end") !== null`)
	if got := codes(); !strings.HasPrefix(got, "QL-11") {
		t.Errorf("from the other end it begins %s", got)
	}
	// From there the next of a stop is the one before.
	p.open("/colonies/" + h.colony("QL-01").ID + "/look?round=" + demo.Default.String() + "&end=1")
	if next := get(
		p, chromedp.Evaluate[string](`document.querySelector("#look .js-save").textContent`),
	); !strings.Contains(next, "QL-02") {
		t.Errorf("from the other end QL-01 says %q", next)
	}
}

// TestASheetIsKeyedWithoutTheMouse: lines, Enter, Ctrl Enter; what cannot be read
// stays as typed, the rest is stored.
func TestASheetIsKeyedWithoutTheMouse(t *testing.T) {
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url())
	p.may = "422"
	p.open("/yards/" + h.colony("QL-04").YardID + "/keyed")
	p.sound("the sheet to key in")
	p.do(chromedp.KeyEvent("qE h+ 1:s8 +1S"))
	if say := p.text(".says"); !strings.Contains(say, "8 seams of bees") ||
		!strings.Contains(say, "1 super of drawn comb put on") {
		t.Errorf("the first line is read as %q", say)
	}
	p.do(
		chromedp.KeyEvent(kb.Enter), chromedp.KeyEvent("cc 1:s7 9:s3"),
		chromedp.KeyEvent(kb.Enter), chromedp.KeyEvent("Wfair ; dry roof"),
		chromedp.KeyEvent(kb.Enter, chromedp.KeyModifiers(chromedp.ModifierCtrl)),
	)
	p.until(`document.querySelector("tr.wrong") !== null`)
	if say := p.text("tr.wrong"); !strings.Contains(say, "there is no box 9") {
		t.Errorf("the wrong line says %q", say)
	}
	if typed := get(p, chromedp.Value(css("tr.wrong .js-row"))); typed != "cc 1:s7 9:s3" {
		t.Errorf("the wrong line was kept as %q", typed)
	}
	if h.looks("QL-01") != 1 || h.looks("QL-02") != 0 || h.looks("QL-03") != 1 {
		t.Errorf("stored are %d, %d, %d", h.looks("QL-01"), h.looks("QL-02"), h.looks("QL-03"))
	}
	// Put right: the rest is not stored again.
	p.do(
		chromedp.SetValue(css("tr.wrong .js-row"), "cc 1:s7"), chromedp.Focus(css("tr.wrong .js-row")),
		chromedp.KeyEvent(kb.Enter, chromedp.KeyModifiers(chromedp.ModifierCtrl)),
	)
	p.until(`document.querySelector(".summary") !== null`)
	if h.looks("QL-01") != 1 || h.looks("QL-02") != 1 {
		t.Errorf("after the correction stored are %d, %d", h.looks("QL-01"), h.looks("QL-02"))
	}
}

// TestTheWholeYardAtOnce: two litres of syrup for all but one.
func TestTheWholeYardAtOnce(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, yard := walk(t, h)
	p.press(".all summary")
	get(p, chromedp.Evaluate[bool](`(() => { document.querySelector("#al-what").value = "feed"; return true })()`))
	p.do(chromedp.SetValue(css("#al-feed"), "2"))
	p.press(".except [value='" + h.colony("QL-07").ID + "']")
	p.reachable("the whole yard at once")
	p.press(".all .btn")
	p.until(`document.querySelector(".done") !== null`)
	if say := p.text(".done"); !strings.HasPrefix(say, "Written for 9 colonies.") {
		t.Errorf("it says %q", say)
	}
	fed := func(code string) bool {
		l := h.colony(code).Log
		return l[len(l)-1].Entry.Kind == history.KindFeed
	}
	if !fed("QL-01") || !fed("QL-11") || fed("QL-07") {
		t.Errorf("fed are QL-01 %v, QL-11 %v, QL-07 %v", fed("QL-01"), fed("QL-11"), fed("QL-07"))
	}
	p.do(chromedp.EmulateViewport(1280, 800))
	for _, page := range []string{"sheet", "tags"} {
		p.open("/yards/" + yard + "/" + page)
		p.sound("the " + page)
		p.fits("the " + page)
		if page == "sheet" {
			p.shoot(page)
		}
	}
}
