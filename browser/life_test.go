package browser_test

import (
	"bytes"
	"context"
	"io"
	"net/http"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/demo"
	"kembo/store"
)

// TestASplitAndAUnionWithNoSignal: on a phone in the yard two combs become a colony and
// one colony goes into another; both wait on the device with a plain word and are stored
// when there is a signal, in both books.
func TestASplitAndAUnionWithNoSignal(t *testing.T) {
	h := newHouse(t, demo.Default)
	p, yard := walk(t, h)
	defer p.quiet()
	p.until(`document.querySelector(".round").dataset.forms === "yes"`)
	h.cable.set(true, false)
	parent, ends := h.colony("QL-04").ID, h.colony("QL-05").ID
	p.open("/colonies/" + parent + "/life")
	p.press("a[href$='/split']")
	p.until(`document.querySelector("form.asked h1").textContent.includes("Split QL-04")`)
	get(p, chromedp.Evaluate[bool](
		`[...document.querySelectorAll("[name=combs]")].slice(4, 6).every(e => (e.checked = true))`,
	))
	p.do(chromedp.SendKeys(css("[name=code]"), "ql-60"))
	get(p, chromedp.Evaluate[bool](`document.querySelector("[name=health][value=healthy]").checked = true`))
	p.press(".asked .btn-primary")
	p.until(`!document.querySelector(".js-kept").hidden`)
	if say := p.text(".js-kept"); !strings.Contains(say, "kept on this device") {
		t.Errorf("it says %q", say)
	}
	p.open("/colonies/" + ends + "/unite")
	p.do(chromedp.SendKeys(css("[name=with]"), "QL-06"))
	get(p, chromedp.Evaluate[bool](`document.querySelector("[name=health][value=healthy]").checked = true`))
	p.press(".asked .btn-primary")
	p.until(`!document.querySelector(".js-kept").hidden`)
	if n := p.waiting(); n != 2 {
		t.Fatalf("%d wait, want 2", n)
	}
	h.cable.set(false, false)
	p.open("/yards/" + yard + "/round")
	p.until(`document.documentElement.dataset.waiting === "0"`)
	b, err := h.svc.Board(context.Background(), yard)
	if err != nil {
		t.Fatal(err)
	}
	var codes []string
	for _, s := range b.Standings {
		codes = append(codes, s.Code)
	}
	if !slices.Contains(codes, "QL-60") || slices.Contains(codes, "QL-05") {
		t.Errorf("the board has %v", codes)
	}
	child := h.colony("QL-60")
	if child.Believed.Origin != "split from QL-04" || child.Believed.Waiting == nil {
		t.Errorf("QL-60 is %q and waits for %v", child.Believed.Origin, child.Believed.Waiting)
	}
	if x := h.colony("QL-06"); len(x.Believed.Stack.Boxes) < 2 {
		t.Error("QL-06 has not got the box")
	}
}

// TestANotebookIsKeyedInFromBefore: a colony is set up as it was two months ago, looks of
// then are entered, one that was wrong is corrected in its form, and the book tells all.
func TestANotebookIsKeyedInFromBefore(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.may = "422"
	p.open("/")
	p.press("a[href$='/colonies/new']")
	p.do(chromedp.SendKeys(css("[name=code]"), "QL-70"))
	set := func(name, value string) {
		get(p, chromedp.Evaluate[bool](`(() => { const e = document.querySelector("[name='`+name+`']");
			e.value = "`+value+`"; return e.dispatchEvent(new Event("change", {bubbles: true})) })()`))
	}
	set("on", "2026-04-01")
	set("nest", "1")
	set("supers", "0")
	p.press(".asked .btn-primary")
	p.until(`document.querySelector("#look") !== null`)
	look := func(date, brood string) {
		set("date", date)
		p.do(chromedp.SendKeys(css("[name='box.0.brood']"), brood))
		p.press(".js-all-right")
		p.press("[name='queen.no_eggs']") // the second tap is the exception
		p.save()
		if e := get(p, chromedp.Evaluate[string](`document.querySelector(".err, .q-say, .perr")?.innerText ?? ""`)); e != "" {
			t.Fatal(e)
		}
	}
	look("2026-04-02", "2.5")
	colony := get(p, chromedp.Evaluate[string](`location.pathname`))
	p.open(colony + "/look")
	look("2026-04-20", "6")
	p.open(colony + "/book")
	rows := p.text(".b-rows")
	for _, want := range []string{"Mon 20 Apr", "6.0 frames of brood", "no eggs", "Wed 1 Apr", "Set up"} {
		if !strings.Contains(rows, want) {
			t.Errorf("the book lacks %q: %s", want, rows)
		}
	}
	p.sound("a book")
	p.press(".b-row .b-open")
	p.press("a[href*='?correct=']")
	p.until(`document.querySelector("[name=corrects]") !== null`)
	if v := get(p, chromedp.Value(css("[name='box.0.brood']"))); v != "6" {
		t.Errorf("the form has %q frames of brood", v)
	}
	set("box.0.brood", "4")
	p.press("[name=then][value=colony]")
	p.until(`document.querySelector(".ask, .b-rows") !== null`)
	if asked := get(p, chromedp.Evaluate[[]string](
		`[...document.querySelectorAll(".ask input")].map(e => e.name)`)); len(asked) > 0 {
		for _, name := range asked {
			p.press("[name='" + name + "']")
		}
		p.press("[name=then][value=colony]")
	}
	p.until(`document.querySelector(".b-rows")?.innerText.includes("4.0 frames of brood")`)
	if rows := p.text(".b-rows"); strings.Contains(rows, "6.0 frames") {
		t.Error("the wrong version still stands in the book")
	}
	p.press(".b-kinds a:last-child")
	p.until(`document.querySelector(".b-rows").innerText.includes("6.0 frames of brood")`)
}

// TestAnOperationMovesToAnEmptyMachine: all of it is downloaded from its page and read
// into an empty file, and the board there is the same.
func TestAnOperationMovesToAnEmptyMachine(t *testing.T) {
	ctx := context.Background()
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url())
	p.open("/yours")
	p.sound("copies and export")
	to := get(p, chromedp.Evaluate[string](`document.querySelector("a[href='/export.zip']").href`))
	res, err := http.Get(to)
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	file, err := io.ReadAll(res.Body)
	if err != nil || !bytes.HasPrefix(file, []byte("PK")) {
		t.Fatalf("%d bytes came, %v", len(file), err)
	}
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "empty.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	other := app.New(s, time.Now, h.on)
	if err := other.Start(ctx, "My honey"); err != nil {
		t.Fatal(err)
	}
	if _, err := other.Import(ctx, file); err != nil {
		t.Fatal(err)
	}
	if _, err := other.Refresh(ctx); err != nil {
		t.Fatal(err)
	}
	was, err := h.svc.Yards(ctx)
	if err != nil {
		t.Fatal(err)
	}
	for _, y := range was {
		a, err1 := h.svc.Board(ctx, y.ID)
		b, err2 := other.Board(ctx, y.ID)
		if err1 != nil || err2 != nil || len(a.Standings) != len(b.Standings) || len(a.Standings) == 0 {
			t.Fatalf("%s: %d and %d colonies, %v, %v", y.Name, len(a.Standings), len(b.Standings), err1, err2)
		}
		for i := range a.Standings {
			x, z := a.Standings[i], b.Standings[i]
			if x.Code != z.Code || len(x.Advice) != len(z.Advice) || x.StoresKg != z.StoresKg ||
				x.Advice[0].Do != z.Advice[0].Do {
				t.Errorf("%s is %q with %.2f kg, and there %q with %.2f kg", x.Code, x.Advice[0].Do, x.StoresKg,
					z.Advice[0].Do, z.StoresKg)
			}
		}
	}
}

// screens are the sizes at which every page must be sound: a desk, a phone, a small
// phone, and a desk at 200 %.
var screens = []struct {
	name          string
	width, height int64
	phone         bool
	night, large  bool // the dark theme; letters of 28 px
}{
	{"1280", 1280, 800, false, false, false}, {"390", 390, 844, true, false, false},
	{"320", 320, 640, true, false, false}, {"200 %", 640, 400, false, false, false},
	{"night", 1280, 800, false, true, false},
	{"28 px", 1280, 800, false, false, true},
}

// TestEveryPageIsSoundAtEverySize: nothing sticks out sideways and axe-core finds nothing
// serious, on the pages of a colony's life and of the records, blank and with errors.
func TestEveryPageIsSoundAtEverySize(t *testing.T) {
	h := newHouse(t, demo.Default)
	ctx := context.Background()
	x := h.colony("QL-04")
	c, y := "/colonies/"+x.ID, "/yards/"+x.YardID
	id := x.Log[len(x.Log)-1].ID
	if err := h.svc.Act(ctx, h.colony("QL-05").ID, app.NewID(), x.Today, treatmentOf("thymol")); err != nil {
		t.Fatal(err)
	}
	lost := h.colony("HE-06")
	if err := h.svc.Act(ctx, lost.ID, app.NewID(), lost.Today, &moves.ColonyEnded{Ending: moves.Ending{How: moves.Died}}); err != nil {
		t.Fatal(err)
	}
	dead := "/colonies/" + lost.ID
	if err := h.svc.Grafted(ctx, "QL-04", app.NewID(), x.Today-10, history.Graft{Cells: 30, From: "QL-01"}); err != nil {
		t.Fatal(err)
	}
	paths := []string{
		c, c + "/life", c + "/move", c + "/split", c + "/unite", c + "/swarm", c + "/end", c + "/discard", c + "/queens",
		c + "/queens/note", c + "/queens/give", c + "/queens/found", c + "/queens/gone", c + "/queens/cage", c + "/book",
		c + "/book/" + id, c + "/book/" + id + "/correct", c + "/mites", c + "/mites/count", c + "/inspect", c + "/feed",
		c + "/treat", c + "/out", dead, dead + "/dead", c + "/weigh", c + "/arrange", c + "/boxes/any", c + "/harvest", c + "/look",
		y + "/colonies/new", y + "/edit", y + "/treat", y + "/mites", "/gone", "/more", "/medicines", y + "/follow-up", y + "/balance", "/rearing", "/crop", "/yours",
		"/", y, y + "/round", c + "/look?round=2026-06-03", y + "/round/summary", y + "/sheet", y + "/keyed", y + "/tags",
		y + "/calendar", y + "/colonies/many", "/yards/new", "/stock", "/sample/empty", "/guide/round", "/guide/records", c + "/equipment",
		c + "/combs", c + "/moves", c + "/own", c + "/own?lift=1.2", c + "/own?do=1.2-1.5,1.1-off,drawn-1.1&lift=b1",
		c + "/weight", "/culls", "/formats", "/devices", "/bench", "/bench/syrup", "/bench/brood", "/pocket", "/shorthand",
		"/harvest", "/harvest/days", "/lots", y + "/pull", c + "/honey", "/trips", c + "/stays", y + "/crop",
		"/find?q=ql-0", "/find?q=nothing", "/settings", "/operation", "/yards", "/queens/" + x.Believed.Queens[0].ID,
	}
	for _, s := range screens {
		t.Run(s.name, func(t *testing.T) {
			t.Parallel()
			p := newPerson(t, h.cable.url())
			p.may = "404" // a search that finds nothing says so
			if s.phone {
				p.do(chromedp.EmulateViewport(s.width, s.height, chromedp.EmulateMobile, chromedp.EmulateTouch))
			} else {
				p.do(chromedp.EmulateViewport(s.width, s.height))
			}
			if s.night {
				p.night()
			}
			for _, path := range paths {
				p.open(path)
				if s.large {
					get(p, chromedp.Evaluate[string](`document.documentElement.style.fontSize = "28px"`))
				}
				p.fits(path)
				switch s.name + path {
				case "1280/trips":
					p.shoot("trips")
				case "1280/rearing":
					p.shoot("rearing")
				case "1280" + y + "/balance":
					p.shoot("balance")
				case "night" + y:
					p.shoot("board-dark")
				}
				if s.large || s.height < 640 { // where bars that stand still take most
					p.uncovered(path)
				}
				if !s.large { // the same letters, larger
					p.sound(path)
				}
			}
		})
	}
}
