// Package browser drives the real interface in Chromium as a person would.
package browser_test

import (
	"context"
	_ "embed"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"

	"kembo/app"
	"kembo/core/day"
	"kembo/demo/sample"
	"kembo/store"
	"kembo/web"
)

//go:embed testdata/axe.min.js
var axe string

// shots is where the pictures of docs/screenshots are written; empty: nowhere.
var shots = flag.String("shots", "", "directory to write the documentation's pictures to")

var browserCtx context.Context

func TestMain(m *testing.M) {
	flag.Parse()
	os.Exit(run(m))
}

// chromium finds the browser: KEMBO_CHROMIUM, or one of the usual names.
func chromium() string {
	if p := os.Getenv("KEMBO_CHROMIUM"); p != "" {
		return p
	}
	for _, n := range []string{"chromium", "chromium-browser", "google-chrome"} {
		if p, err := exec.LookPath(n); err == nil {
			return p
		}
	}
	return ""
}

func run(m *testing.M) int {
	path := chromium()
	if path == "" {
		fmt.Fprintln(
			os.Stderr,
			"browser tests need Chromium: install it (apt-get install chromium) or name one in KEMBO_CHROMIUM",
		)
		if os.Getenv("CI") != "" {
			return 1
		}
		return m.Run() // each says that it was skipped
	}
	opts := append(
		chromedp.DefaultExecAllocatorOptions[:], chromedp.ExecPath(path), chromedp.NoSandbox,
		chromedp.WindowSize(1280, 800),
	)
	actx, stop := chromedp.NewExecAllocator(context.Background(), opts...)
	defer stop()
	ctx, cancel := chromedp.NewContext(actx)
	defer cancel()
	if err := chromedp.Do(ctx); err != nil {
		fmt.Fprintln(os.Stderr, "Chromium does not start:", err)
		return 1
	}
	browserCtx = ctx
	return m.Run()
}

// serve serves the sample operation on a day, or an empty file for none.
func serve(t *testing.T, on *day.Day) string {
	t.Helper()
	ctx, cancel := context.WithCancel(context.Background())
	path := filepath.Join(t.TempDir(), "kembo.db")
	if on != nil {
		path = sample.Write(t, *on, true)
	}
	s, err := store.Open(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	svc := app.New(s, time.Now, on)
	if err := svc.Start(ctx, "Harrowmere Honey"); err != nil {
		t.Fatal(err)
	}
	if _, err := svc.Refresh(ctx); err != nil {
		t.Fatal(err)
	}
	w, err := web.New(svc, slog.New(slog.NewTextHandler(io.Discard, nil)), on != nil)
	if err != nil {
		t.Fatal(err)
	}
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	done := make(chan error, 1)
	go func() { done <- w.Serve(ctx, l) }()
	t.Cleanup(func() {
		cancel()
		<-done
		s.Close()
	})
	return "http://" + l.Addr().String()
}

// person is a tab with somebody in front of it.
type person struct {
	t    *testing.T
	ctx  context.Context
	base string
	mu   sync.Mutex
	bad  []string // console errors and failed requests
	may  string   // part of a console line that is expected
	// patience gives up when one step has taken too long. It begins anew with each step, since
	// how long a whole walk takes says more of the machine than of the page.
	patience *time.Timer
}

// patience is how long one step may take on the slowest machine before it counts as hanging.
const patience = 2 * time.Minute

func newPerson(t *testing.T, base string) *person {
	t.Helper()
	if browserCtx == nil {
		t.Skip("there is no Chromium")
	}
	ctx, cancel := chromedp.NewContext(browserCtx, chromedp.WithNewBrowserContext())
	ctx, stop := context.WithCancel(ctx)
	p := &person{t: t, ctx: ctx, base: base, patience: time.AfterFunc(patience, stop)}
	messages := chromedp.Console(ctx)
	go func() {
		for m, err := range messages {
			if err != nil {
				return
			}
			if m.Type == chromedp.ConsoleException || m.Type == "error" || m.Type == "warning" {
				p.note(fmt.Sprintf("console %s: %s", m.Type, m.Text))
			}
		}
	}()
	if err := chromedp.Listen(ctx, func(ev any) {
		switch e := ev.(type) {
		case *network.EventLoadingFailed:
			if !e.Canceled {
				p.note("request failed: " + e.ErrorText)
			}
		case *network.EventResponseReceived:
			if e.Response.Status >= 400 {
				p.note(fmt.Sprintf("answer %d to %s", e.Response.Status, e.Response.URL))
			}
		}
	}); err != nil {
		t.Fatal(err)
	}
	if _, err := chromedp.Call(ctx, network.Enable, network.EnableParams{}); err != nil {
		t.Fatal(err)
	}
	p.do(chromedp.EmulateViewport(1280, 800))
	t.Cleanup(func() {
		p.mu.Lock()
		for _, b := range p.bad {
			if p.may == "" || !strings.Contains(b, p.may) {
				t.Error(b)
			}
		}
		p.mu.Unlock()
		stop()
		cancel()
	})
	return p
}

func (p *person) note(s string) {
	p.mu.Lock()
	defer p.mu.Unlock()
	p.bad = append(p.bad, s)
}

// tab opens another tab of the same browser; what it says is not listened to.
func (p *person) tab() *person {
	p.t.Helper()
	ctx, cancel := chromedp.NewContext(p.ctx)
	ctx, stop := context.WithCancel(ctx)
	p.t.Cleanup(cancel)
	p.t.Cleanup(stop)
	return &person{t: p.t, ctx: ctx, base: p.base, patience: time.AfterFunc(patience, stop)}
}

// phone makes the tab a phone with touch.
func (p *person) phone() *person {
	p.do(chromedp.EmulateViewport(
		390, 844, chromedp.EmulateMobile, chromedp.EmulateTouch, chromedp.EmulatePortrait, chromedp.EmulateScale(2),
	))
	return p
}

func (p *person) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	p.patience.Reset(patience)
	if err := chromedp.Do(p.ctx, steps...); err != nil {
		p.t.Fatal(err)
	}
}

// press clicks or taps something and makes sure that it was the thing that got
// it: what is fetched after a change can move the page between finding a
// button and pressing it, and a person would simply press again.
func (p *person) press(css string) {
	p.t.Helper()
	sel := chromedp.CSS(css)
	hit := chromedp.Click(sel)
	if get(p, chromedp.Evaluate[bool](`navigator.maxTouchPoints > 0`)) {
		hit = chromedp.Tap(sel)
	}
	var err error
	for range 5 {
		p.do(chromedp.WaitVisible(sel))
		if _, err = chromedp.Run(p.ctx, chromedp.Evaluate[bool](`(() => {
			window.pressed = false;
			document.querySelector(`+quoted(css)+`).addEventListener("click", () => { window.pressed = true }, { once: true, capture: true });
			return true })()`)); err != nil {
			continue // the page it was on has just gone
		}
		if err = chromedp.Do(p.ctx, hit); err != nil {
			continue
		}
		// A new page has no such mark: the press has led somewhere.
		for range 20 {
			if was, err := chromedp.Run(p.ctx, chromedp.Evaluate[bool](`window.pressed !== false`)); err != nil || was {
				return
			}
			time.Sleep(25 * time.Millisecond)
		}
	}
	p.t.Fatalf("%s was pressed five times and got none: %v", css, err)
}

// save saves the look and, where it is asked whether that can be, says that it
// is so.
func (p *person) save() {
	p.t.Helper()
	p.may = "422" // the browser's own line for a look that is asked about
	p.press("[name=then][value=colony]")
	p.until(`document.querySelector(".ask, .log, .err") !== null && !document.querySelector(".js-save:disabled")`)
	asked := get(p, chromedp.Evaluate[[]string](`[...document.querySelectorAll(".ask input")].map(e => e.name)`))
	if len(asked) == 0 {
		return
	}
	for _, name := range asked {
		p.press("[name='" + name + "']")
	}
	p.press("[name=then][value=colony]")
	p.until(`document.querySelector(".log, .err") !== null`)
}

func get[T any](p *person, a chromedp.Action[T]) T {
	p.t.Helper()
	p.patience.Reset(patience)
	v, err := chromedp.Run(p.ctx, a)
	for range 3 { // reading again does no harm; the page may just have changed
		if err == nil || p.ctx.Err() != nil {
			break
		}
		time.Sleep(50 * time.Millisecond)
		v, err = chromedp.Run(p.ctx, a)
	}
	if err != nil {
		p.t.Fatal(err)
	}
	return v
}

func (p *person) open(path string) {
	p.t.Helper()
	p.do(chromedp.Navigate(p.base+path), chromedp.WaitReady(chromedp.CSS("#main")))
}

func (p *person) text(css string) string {
	p.t.Helper()
	// Asked of the page itself: a node found a moment ago may be of the page
	// before.
	p.until(`document.querySelector(` + quoted(css) + `) !== null`)
	return strings.TrimSpace(get(
		p, chromedp.Evaluate[string](`document.querySelector(`+quoted(css)+`)?.innerText ?? ""`),
	))
}

// until waits for a condition in the page.
func (p *person) until(js string) {
	p.t.Helper()
	// While a page loads, what is asked about is not there: that is "not yet".
	js = "(() => { try { return !!(" + js + ") } catch { return false } })()"
	p.patience.Reset(patience)
	var err error
	// A page that is being left ends a poll, and until the next one stands each
	// question fails at once: ask on until as much time has gone as one poll has.
	for over := time.Now().Add(patience / 2); ; time.Sleep(50 * time.Millisecond) {
		if _, err = chromedp.Run(
			p.ctx, chromedp.Poll[bool](js, chromedp.WithPollingTimeout(patience/2)),
		); err == nil {
			return
		}
		if time.Now().After(over) || p.ctx.Err() != nil {
			break
		}
	}
	p.t.Fatalf("waited for %s: %v", js, err)
}

// sound asks axe-core for serious and critical findings on the page as it is.
func (p *person) sound(what string) {
	p.t.Helper()
	get(p, chromedp.Evaluate[any](axe+";undefined", chromedp.EvalIgnoreExceptions))
	found := get(p, chromedp.Evaluate[[]string](
		`axe.run(document, {resultTypes: ["violations"]}).then(r => r.violations
		.filter(v => v.impact === "serious" || v.impact === "critical")
		.map(v => v.id + " (" + v.impact + "): " + v.nodes.slice(0, 3).map(n => n.target.join(" ") + " " + (n.any[0] ? n.any[0].message : "")).join("; ")))`,
		chromedp.EvalAwaitPromise,
	))
	for _, f := range found {
		p.t.Errorf("%s: axe-core: %s", what, f)
	}
}

// fits reports what sticks out of the page sideways.
func (p *person) fits(what string) {
	p.t.Helper()
	if d := get(
		p, chromedp.Evaluate[int](`document.documentElement.scrollWidth - document.documentElement.clientWidth`),
	); d > 0 {
		who := get(
			p,
			chromedp.Evaluate[string](
				`[...document.querySelectorAll("body *")]
					.filter(e => e.getBoundingClientRect().right > document.documentElement.clientWidth + 1)
					.slice(0,4).map(e => e.tagName + "." + e.getAttribute("class")).join(", ")`,
			),
		)
		p.t.Errorf("%s: %d px wider than the screen: %s", what, d, who)
	}
}

// night has the browser prefer a dark theme.
func (p *person) night() {
	p.t.Helper()
	if _, err := chromedp.Call(p.ctx, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{
		Features: []*emulation.MediaFeature{{Name: "prefers-color-scheme", Value: "dark"}},
	}); err != nil {
		p.t.Fatal(err)
	}
}

// mostBars is the share of a low window that bars which stand still may take.
const mostBars = 0.3

// uncovered reports fields and buttons that lie behind something else once they are
// scrolled to, as behind a bar that stands still.
func (p *person) uncovered(what string) {
	p.t.Helper()
	behind := get(p, chromedp.Evaluate[[]string](`[...document.querySelectorAll("main input, main select, main textarea, main button")]
		.filter(e => {
			if (e.closest("[hidden], details:not([open]) > :not(summary), dialog:not([open])") || e.type === "hidden") return false;
			const t = e.matches("input[type=checkbox], input[type=radio]") && e.closest("label") || e;
			t.scrollIntoView({block: "center", behavior: "instant"});
			const r = t.getBoundingClientRect(), s = getComputedStyle(t);
			if (r.width < 2 || r.height < 2 || s.visibility === "hidden" || s.pointerEvents === "none") return false;
			const at = document.elementFromPoint(r.left + Math.min(r.width / 2, 60), r.top + r.height / 2);
			return !(at && (t.contains(at) || at.contains(t) || at.closest("label")?.control === e));
		}).slice(0, 4).map(e => e.tagName + " " + (e.name || e.textContent.trim().slice(0, 20)))`))
	for _, e := range behind {
		p.t.Errorf("%s: %s lies behind something", what, e)
	}
	bars := get(p, chromedp.Evaluate[float64](`(() => {
		scrollTo(0, document.documentElement.scrollHeight / 3);
		const still = (e) => e && (["fixed", "sticky"].includes(getComputedStyle(e).position) || still(e.parentElement));
		let n = 0;
		for (let y = 5; y < innerHeight; y += 10) if (still(document.elementFromPoint(innerWidth / 2, y))) n += 10;
		return n / innerHeight })()`))
	if bars > mostBars {
		p.t.Errorf("%s: bars that stand still take %.0f %% of the window", what, 100*bars)
	}
}

// shoot writes a picture of the screen for the documentation.
func (p *person) shoot(name string) {
	p.t.Helper()
	if *shots == "" {
		return
	}
	png := get(p, chromedp.CaptureScreenshot())
	if err := os.WriteFile(filepath.Join(*shots, name+".png"), png, 0o644); err != nil {
		p.t.Fatal(err)
	}
}
