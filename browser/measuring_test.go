package browser_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"kembo/demo"
)

// TestALookThroughTheLid: seams, a super at a glance and a lift by the back, by
// touch; the nest is then carried, and the page says so.
func TestALookThroughTheLid(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on)).phone()
	p.open("/find?q=QL-05")
	p.do(chromedp.WaitVisible(css(".chead")))
	p.press(".chead .btn")
	p.do(chromedp.WaitVisible(css("#look")))
	for _, press := range []string{
		"[data-name='Brood box'] .seg label:nth-child(2)", "[data-name='Super 1'] .seg label:nth-child(2)",
		"[data-name='Super 1'] .by-seams .pchip:nth-child(4)", // half full
		"[data-whole] .q5 .pchip:nth-child(5)", "[data-whole] .w-feel .pchip:nth-child(2)",
	} {
		p.press(press + " input")
	}
	p.do(chromedp.SendKeys(css("[data-name='Brood box'] .cnt"), "9"))
	get(p, chromedp.Evaluate[bool](`(document.activeElement.blur(), true)`))
	p.until(`document.querySelectorAll("[data-name='Brood box'] .seam.on").length === 9`)
	p.fits("look by seams on a phone")
	p.sound("look by seams on a phone")
	get(p, chromedp.Evaluate[bool](`scrollTo(0, 0), true`))
	p.save()
	if boxes := p.text(".boxes"); !strings.Contains(boxes, "carried from") ||
		!strings.Contains(boxes, "stores by seams") {
		t.Errorf("the boxes say %q", boxes)
	}
	if sums := p.text(".inside"); !strings.Contains(sums, "carried by the forecast") {
		t.Errorf("nothing says what the veils mean: %q", sums)
	}
	p.sound("a colony that is carried")
	p.fits("a colony that is carried")
}

// TestTwelvePoundsInOneFrame: a box that cannot weigh what is typed is asked
// about with the arithmetic, and taken if the keeper says that it is so.
func TestTwelvePoundsInOneFrame(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.may = "422"
	p.open("/find?q=QL-05")
	p.press(".chead .btn")
	p.do(chromedp.WaitVisible(css("#look")))
	p.press("[data-name='Brood box'] .seg label:nth-child(1) input")
	p.do(chromedp.SendKeys(css("[data-name='Brood box'] .by-heft .cnt"), "136 lb"))
	p.press("[name=then][value=colony]")
	p.until(`document.querySelector(".ask") !== null`)
	if ask := p.text(".ask"); !strings.Contains(ask, "49 mm thick") {
		t.Errorf("it asks %q", ask)
	}
	if n := p.waiting(); n != 1 { // what is refused stays in the queue, also while its form is open
		t.Errorf("%d wait while it is asked about, want 1", n)
	}
	p.until(`document.querySelector("#preview").textContent.includes("Can this be?")`)
	p.sound("a question")
	p.save()
	if log := p.text(".log ol"); !strings.Contains(log, "Hefted") {
		t.Errorf("the log has %q", log)
	}
}

// TestAScaleFileIsAskedAboutOnce: columns in an odd order are asked for, the
// chart comes, and the next file of that kind goes straight in.
func TestAScaleFileIsAskedAboutOnce(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.open("/find?q=QL-04")
	p.do(chromedp.WaitVisible(css(".chead")))
	page := get(p, chromedp.Evaluate[string](`location.pathname`))
	p.open(page + "/weight")
	p.sound("weight")
	p.fits("weight")
	p.shoot("weight")

	p.open("/find?q=QL-05")
	p.do(chromedp.WaitVisible(css(".chead")))
	page = get(p, chromedp.Evaluate[string](`location.pathname`))
	p.open(page + "/weight")
	p.sound("weight without a scale")
	file := func(name string, from time.Time, days int) string {
		text := "Battery;Gewicht kg;Stunde\n"
		for h := range 24 * days {
			text += fmt.Sprintf(
				"3,9;%s;%s\n", strings.Replace(fmt.Sprintf("%.2f", 40+float64(h)/24), ".", ",", 1),
				from.Add(time.Duration(h)*time.Hour).Format("02/01/2006 15:04"),
			)
		}
		path := filepath.Join(t.TempDir(), name)
		if err := os.WriteFile(path, []byte(text), 0o644); err != nil {
			t.Fatal(err)
		}
		return path
	}
	p.do(chromedp.SetUploadFiles(
		css("#file"), []string{file("a.csv", time.Date(2026, 5, 1, 0, 0, 0, 0, time.UTC), 10)},
	))
	p.press(".w-file .btn")
	p.do(chromedp.WaitVisible(css("#time")))
	p.sound("columns of a scale file")
	if v := get(p, chromedp.Value(css("#weight"))); v != "1" {
		t.Errorf("the weight is guessed in column %s", v)
	}
	p.do(
		chromedp.Focus(css("#main .btn-primary")), chromedp.KeyEvent(kb.Enter),
		chromedp.WaitVisible(css("svg.scale-c")),
	)
	if say := p.text(".done"); !strings.Contains(say, "240 readings") {
		t.Errorf("it says %q", say)
	}
	p.do(chromedp.SetUploadFiles(
		css("#file"), []string{file("b.csv", time.Date(2026, 5, 11, 0, 0, 0, 0, time.UTC), 3)},
	))
	p.press(".w-file .btn")
	p.until(`document.querySelector(".done")?.textContent.includes("72 readings")`)
}

// TestCombsAreNotedAndCulled by keyboard and press; what the comb was in the
// hive with stands beside it.
func TestCombsAreNotedAndCulled(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	p.open("/find?q=QL-01")
	p.do(chromedp.WaitVisible(css(".chead")))
	page := get(p, chromedp.Evaluate[string](`location.pathname`))
	p.open(page + "/combs")
	p.sound("combs")
	p.fits("combs")
	p.do(chromedp.Focus(css(".cbox:last-of-type .ctile:nth-child(2) input")), chromedp.KeyEvent(" "))
	p.press("[name=darkness][value='3']")
	p.press(".cform .btn-primary")
	p.until(`document.querySelector(".cbox:last-of-type .ctile:nth-child(2)").textContent.includes("cull")`)
	p.open("/culls")
	p.sound("combs to cull")
	p.fits("combs to cull")
	if all := p.text("#main"); !strings.Contains(all, "QL-01") || !strings.Contains(all, "Black comb") {
		t.Errorf("the cull list is %q", all)
	}
}
