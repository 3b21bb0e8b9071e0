package browser_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"kembo/demo"
)

func css(s string) chromedp.CSS { return chromedp.CSS(s) }

// TestFindWhoCannotWaitAndRecordALookByKeyboard: a keeper at the kitchen table.
func TestFindWhoCannotWaitAndRecordALookByKeyboard(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.open("/")
	p.sound("board")
	p.fits("board")
	p.shoot("board")
	if first := p.text(".grp"); !strings.Contains(first, "Can’t wait") {
		t.Fatalf("the first group of the board is %q", first)
	}
	// Open the honey-bound colony with the keyboard.
	p.do(chromedp.Focus(css("[data-code=QL-11] .code")), chromedp.KeyEvent(kb.Enter), chromedp.WaitVisible(css(".adv")))
	p.sound("colony")
	p.fits("colony")
	p.shoot("colony")
	advised := func() string {
		return get(
			p,
			chromedp.Evaluate[string](`[...document.querySelectorAll(".adv h2")].map(e => e.textContent).join("; ")`),
		)
	}
	before := advised()
	if !strings.Contains(before, "drawn super") {
		t.Fatalf("QL-11 is told %q", before)
	}
	entries := p.text(".log-h a")

	p.do(chromedp.Focus(css(".chead .btn")), chromedp.KeyEvent(kb.Enter), chromedp.WaitVisible(css("#look")))
	// The nest by face, in letters: brood from side to side, room at the edge.
	p.do(
		chromedp.Focus(css(".bx:last-of-type input")),
		chromedp.Focus(css("[data-name='Brood box'] input[value=faces]")), chromedp.KeyEvent(" "),
		chromedp.Focus(css("[data-name='Brood box'] .js-paint")), chromedp.KeyEvent(kb.Enter),
		chromedp.WaitVisible(css("#painter")),
	)
	for range 10 {
		for range 2 {
			p.do(chromedp.KeyEvent("HCCCBBLE"), chromedp.KeyEvent(kb.PageDown))
		}
	}
	if got := get(p, chromedp.Value(css("[name='box.0.f.10.b']"))); got != "HCCCBBLE" {
		t.Fatalf("the last face reads %q", got)
	}
	p.sound("look with the painter")
	p.until(`document.querySelector("#preview dd span") !== null`) // "was 3 d"
	get(p, chromedp.Evaluate[bool](`scrollTo(0, 0), true`))
	p.until(`scrollY === 0`)
	p.shoot("look")
	p.do(chromedp.Focus(css("#painter [data-zone='0']")), chromedp.KeyEvent(kb.Escape))
	p.until(`document.querySelector("#painter").hidden && document.activeElement.classList.contains("js-paint")`)
	// The super by box, in numbers.
	p.do(
		chromedp.SendKeys(css("[data-name='Super 1'] [name$='.honey']"), "4"),
		chromedp.SendKeys(css("[data-name='Super 1'] [name$='.empty']"), "6"),
	)
	p.do(chromedp.Focus(css("[name='queen.eggs']")), chromedp.KeyEvent(" "))
	p.save()
	if after := advised(); after == before {
		t.Errorf("with a nest of brood to the walls the advice is still %q", after)
	}
	if now := p.text(".log-h a"); now == entries {
		t.Errorf("the log still has %q", now)
	}
	if h := p.text(".inside h2"); !strings.Contains(h, "Wed 3 Jun") {
		t.Errorf("the stack is shown %q", h)
	}
	// Undo takes it back.
	p.press(".log-h .btn")
	p.do(chromedp.WaitVisible(css(".log")))
	p.until(`[...document.querySelectorAll(".adv h2")].some(e => e.textContent.includes("drawn super"))`)
}

// TestRecordALookByTouchOnAPhone: gloves, in the yard.
func TestRecordALookByTouchOnAPhone(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on)).phone()
	p.open("/")
	p.sound("board on a phone")
	p.fits("board on a phone")
	p.shoot("board-phone")
	p.press("[data-code=QL-04] .code")
	p.do(chromedp.WaitVisible(css(".chead")))
	p.sound("colony on a phone")
	p.fits("colony on a phone")
	advised := func() string {
		return get(
			p,
			chromedp.Evaluate[string](`[...document.querySelectorAll(".adv h2")].map(e => e.textContent).join("; ")`),
		)
	}
	before := advised()
	p.press(".chead .btn")
	p.do(chromedp.WaitVisible(css("#look")))
	p.fits("look on a phone")
	p.sound("look on a phone")
	p.shoot("look-phone")
	was := p.text("#preview")

	// Paint one face of the brood box by touch.
	p.press("[data-name='Brood box'] .seg label:last-child")
	p.press("[data-name='Brood box'] .js-paint")
	p.do(chromedp.WaitVisible(css("#painter")))
	p.press(".br[data-letter=B]")
	for _, z := range []string{"4", "5", "6", "7"} {
		p.press("[data-zone='" + z + "']")
	}
	p.press(".br[data-letter=C]")
	p.press("[data-zone='0']")
	p.press("[data-zone='1']")
	p.press("[data-zone='2']")
	if got := p.text(".js-short"); got != "B4 C3" {
		t.Errorf("after seven taps the face reads %q, want B4 C3", got)
	}
	p.fits("painter on a phone")
	p.sound("painter on a phone")
	p.press("#painter .js-undo")
	if got := p.text(".js-short"); got != "B4 C2" {
		t.Errorf("after undo the face reads %q, want B4 C2", got)
	}
	for range 19 {
		p.press(".js-next")
		p.press(".js-fill")
	}
	p.press(".js-close")
	p.until(`document.querySelector("#preview").textContent !== ` + quoted(was))
	p.save()
	if after := advised(); after == before {
		t.Errorf("after the look the advice is still %q", after)
	}
}

func quoted(s string) string { return "`" + strings.ReplaceAll(s, "`", "") + "`" }

// TestAWrongLookLosesNothing: a clear sentence, and all that was typed.
func TestAWrongLookLosesNothing(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.may = "422" // the browser's own line for the refused form
	p.open("/")
	p.press("[data-code=QL-03] .code")
	p.do(chromedp.WaitVisible(css(".log")))
	entries := p.text(".log-h a")
	p.press(".chead .btn")
	p.do(chromedp.WaitVisible(css("#look")))
	p.do(
		chromedp.SendKeys(css("[data-name='Brood box'] [name$='.brood']"), "9"),
		chromedp.SendKeys(css("[data-name='Brood box'] [name$='.honey']"), "4"),
		chromedp.SendKeys(css("#note"), "sticky gloves"),
	)
	p.press("[name=then][value=colony]")
	p.do(chromedp.WaitVisible(css(".err")))
	if say := p.text(".err"); !strings.Contains(say, "Brood box") || !strings.Contains(say, "13 frames") {
		t.Errorf("the sentence is %q", say)
	}
	if b, n := get(
		p, chromedp.Value(css("[data-name='Brood box'] [name$='.brood']")),
	), get(p, chromedp.Value(css("#note"))); b != "9" || n != "sticky gloves" {
		t.Errorf("typed 9 and a note, the form has %q and %q", b, n)
	}
	p.sound("refused look")
	p.press(".ph-bar .ph-ib")
	p.until(`document.querySelector(".log")?.offsetParent != null`) // asked of the page: it is another one by now
	if now := p.text(".log-h a"); now != entries {
		t.Errorf("the log went from %q to %q", entries, now)
	}
}

// TestLeaveTheDemo: an empty file, a yard, a colony, a first look.
func TestLeaveTheDemo(t *testing.T) {
	p := newPerson(t, serve(t, nil))
	p.open("/")
	p.sound("empty board")
	p.press("#main .btn")
	p.do(chromedp.WaitVisible(css("#name")))
	p.sound("new yard")
	p.do(chromedp.SendKeys(css("#name"), "Mill Race"))
	p.press("#main .btn")
	p.do(chromedp.WaitVisible(css("#code")))
	p.sound("new colony")
	p.do(chromedp.SendKeys(css("#code"), "mr-01"))
	p.press("#main .btn")
	p.do(chromedp.WaitVisible(css("#look")))
	if h := p.text(".ph-bar h1"); h != "MR-01, look" {
		t.Errorf("the look page is headed %q", h)
	}
	box := "[data-name='Brood box'] "
	p.do(
		chromedp.SendKeys(css(box+"[name$='.brood']"), "4"), chromedp.SendKeys(css(box+"[name$='.honey']"), "2,5"),
		chromedp.SendKeys(css(box+"[name$='.seams']"), "7"),
	)
	p.save()
	p.sound("first look")
	p.open("/")
	if row := p.text("[data-code=MR-01]"); !strings.Contains(row, "MR-01") {
		t.Errorf("the board's row is %q", row)
	}
	p.press(".move summary")
	p.do(chromedp.WaitVisible(css("#on")))
	p.sound("moving the visit")
}

// TestNothingSticksOut walks the pages from 360 to 1600 px.
func TestNothingSticksOut(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.open("/")
	colony := get(
		p, chromedp.Evaluate[string](`document.querySelector("[data-code=QL-04] .code").getAttribute("href")`),
	)
	for _, w := range []int64{360, 390, 768, 1024, 1100, 1280, 1600} {
		p.do(chromedp.EmulateViewport(w, 900))
		for _, path := range []string{"/", colony, colony + "/look", "/yards/new"} {
			p.open(path)
			p.fits(
				path + " at " + string(rune('0'+w/1000)) + " thousand and " + string(rune('0'+w/100%10)) + " hundred px",
			)
		}
	}
}

// TestDoWhatIsAdvised: the supers go on with one press, and it is settled.
func TestDoWhatIsAdvised(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.open("/")
	p.press("[data-code=QL-08] .code")
	p.do(chromedp.WaitVisible(css(".log")))
	if first := p.text(".adv h2"); !strings.Contains(first, "Add 2 drawn supers") {
		t.Fatalf("QL-08 is told %q", first)
	}
	p.press(".adv .a-act .btn")
	p.until(`!document.querySelector(".adv h2").textContent.includes("drawn supers")`)
	if log := p.text(".log ol"); !strings.Contains(log, "Super put on") {
		t.Errorf("the log says %q", log)
	}
	p.press(".c-do a[href$='/treat']")
	p.do(chromedp.WaitVisible(css("#what")))
	p.do(chromedp.SendKeys(css("#what"), "thymol"))
	p.press(".asked .btn-primary")
	p.until(`document.querySelector(".log ol").textContent.includes("Thymol")`)
	if care := p.text(".acts .care"); !strings.Contains(care, "Thymol is in since") {
		t.Errorf("what bars its honey is told as %q", care)
	}
	// A box of another kind: medium frames in a deep box, under the nest.
	p.press(".c-do a[href$='/boxes/any']")
	p.do(chromedp.WaitVisible(css("#format")))
	get(
		p,
		chromedp.Evaluate[bool](
			`(() => { document.querySelector("[name=format]").value = "langstroth-deep-10/medium";
				document.querySelector("[name=where][value=floor]").checked = true; return true })()`,
		),
	)
	p.press(".asked .btn-primary")
	p.until(`document.querySelector(".log ol").textContent.includes("Box put on")`)
}
