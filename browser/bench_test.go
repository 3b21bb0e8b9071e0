package browser_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"kembo/demo"
)

// TestEveryCalculatorByKeyboard: each calculator's main path, typed; the answer
// comes as it is typed, without a press.
func TestEveryCalculatorByKeyboard(t *testing.T) {
	on := demo.Default
	p := newPerson(t, serve(t, &on))
	type key struct{ field, typed string }
	for _, tt := range []struct {
		name string
		keys []key
		say  string
	}{
		{"syrup", []key{{"sugar", "10"}, {"water", "5"}}, "11.3 L"},
		{"moisture", []key{{"ri", "1.4915"}}, "18.0 %"},
		{"blend", []key{{"mass", "100"}, {"water", "19"}, {"with", "17"}}, "100 kg"},
		{"mites", []key{{"count", "24"}, {"bees", "300"}}, "8.00 %"},
		{"sample", []key{{"low", "2"}, {"high", "3"}}, "1613"},
		{"brood", []key{{"stage", "capped"}}, "Mon 15 Jun"},
		{"queen", []key{{"from", "g"}}, "First eggs"},
		{"bees", []key{{"capped-frames", "4"}}, "27,588"},
		{"box", []key{{"frames", "9"}}, "31.2 kg"},
		{"honey", []key{{"mass", "20 lb"}}, "6.41 L"},
		{"ledger", []key{{"before", "160 lb"}, {"after", "106 lb"}, {"out", "medium-10:2"}}, "13.4 kg"},
		{"drying", []key{{"mass", "100"}, {"water", "19.5"}}, "2.42 kg"},
		{"settling", []key{{"temp", "20"}}, "42 to 83 hours"},
		{"warming", []key{{"room", "41"}}, "In the warm room"},
		{"setting", []key{{"water", "18"}}, "sets within months"},
	} {
		p.open("/bench/" + tt.name)
		for _, k := range tt.keys {
			sel := css("#f-" + k.field)
			p.do(chromedp.Focus(sel))
			if get(
				p,
				chromedp.Evaluate[bool](
					`!!document.activeElement.select && document.activeElement.type !== "date" && (document.activeElement.select(), true)`,
				),
			) {
				p.do(chromedp.KeyEvent(kb.Backspace))
			}
			p.do(chromedp.KeyEvent(k.typed))
		}
		p.until(`document.querySelector("#answer").textContent.includes(` + quoted(tt.say) + `)`)
		p.sound("bench, " + tt.name)
		p.fits("bench, " + tt.name)
		if tt.name == "mites" {
			p.shoot("bench")
		}
	}
	p.open("/formats")
	p.shoot("formats")
	// A wrong field: a sentence, and what was typed is still there.
	p.may = "422"
	p.open("/bench/moisture")
	p.do(chromedp.Focus(css("#f-ri")), chromedp.KeyEvent("1.36"))
	p.until(`document.querySelector("#answer .err") !== null`)
	if say := p.text("#answer .err"); !strings.Contains(say, "1.4740") {
		t.Errorf("the refusal is %q", say)
	}
	if v := get(p, chromedp.Value(css("#f-ri"))); v != "1.36" {
		t.Errorf("typed 1.36, the field has %q", v)
	}
}

// TestUnitsAreChosenOnce: pounds from then on, and a box format of one's own.
func TestUnitsAreChosenOnce(t *testing.T) {
	p := newPerson(t, serve(t, nil))
	p.open("/settings")
	p.sound("settings")
	p.do(chromedp.Focus(css("[name=units][value=us]")), chromedp.KeyEvent(" "))
	p.do(chromedp.Focus(css("#s-lift")))
	get(p, chromedp.Evaluate[bool](`(document.activeElement.select(), true)`))
	p.do(chromedp.KeyEvent("40"))
	p.press("#main .btn-primary")
	p.until(`document.querySelector(".done") !== null`)
	p.open("/bench/ledger")
	p.do(
		chromedp.Focus(css("#f-before")), chromedp.KeyEvent("160"), chromedp.Focus(css("#f-after")),
		chromedp.KeyEvent("106"), chromedp.Focus(css("#f-out")), chromedp.KeyEvent("medium-10:2"),
	)
	p.until(`document.querySelector("#answer").textContent.includes("29.5 lb")`)

	p.open("/formats")
	p.sound("formats")
	p.fits("formats")
	for _, f := range [][2]string{
		{"name", "Tall heath box"}, {"length", "14.2"}, {"height", "10"}, {"slots", "9"}, {"width", "13"},
		{"box", "9"}, {"frame", "0.6"},
	} {
		p.do(chromedp.Focus(css("#" + f[0])))
		get(p, chromedp.Evaluate[bool](`(document.activeElement.select(), true)`))
		p.do(chromedp.KeyEvent(f[1]))
	}
	p.until(`document.querySelector("#would").textContent.includes("Honey, full")`)
	p.press(".fadd .btn-primary")
	p.until(`document.querySelector(".ft").textContent.includes("Tall heath box")`)
	p.open("/yards/new")
	p.do(chromedp.SendKeys(css("#name"), "Heath Edge"))
	p.press("#main .btn")
	p.do(chromedp.WaitVisible(css("#code")))
	p.do(chromedp.SendKeys(css("#code"), "he-01"))
	get(
		p,
		chromedp.Evaluate[bool](
			`(() => { const s = document.querySelector("#format"); s.value = [...s.options].find(o => o.text.includes("Tall heath")).value; return true })()`,
		),
	)
	p.press("#main .btn")
	p.do(chromedp.WaitVisible(css("#look")))
	if n := get(
		p, chromedp.Evaluate[string](`document.querySelector("[data-name='Brood box']").dataset.frames`),
	); n != "9" {
		t.Errorf("the box of one's own format has %s frames", n)
	}
}
