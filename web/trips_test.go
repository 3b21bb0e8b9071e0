package web_test

import (
	"html"
	"net/url"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"kembo/core/day"
)

// TestWhenToGoIsLaidOut: the best day is told with its yards, a later one costs more and is told with what it is late for, the load has
// what the store has of it; and where drawn combs are short it says who gets them, and no more than there are.
func TestWhenToGoIsLaidOut(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.June, 12))
	_, page := ask(t, w, get("/trips"))
	text := plain(page)
	for _, want := range []string{
		"Best on Fri 12 Jun", "Quarry Lane", "Two days later: about", "drawn medium supers", "light combs:", "Drawn combs are short", "in store",
	} {
		if !strings.Contains(text, want) {
			t.Errorf("the page lacks %q", want)
		}
	}
	m := regexp.MustCompile(`(\d+) drawn combs are wanted and (\d+) are in store`).FindStringSubmatch(text)
	if m == nil {
		t.Fatal("it does not say how many combs are short")
	}
	has, _ := strconv.Atoi(m[2])
	given := 0
	for _, g := range regexp.MustCompile(`(\d) drawn supers?</td>`).FindAllStringSubmatch(page, -1) {
		n, _ := strconv.Atoi(g[1])
		given += 10 * n
	}
	if given == 0 || given > has {
		t.Errorf("combs for %d of %d are given away", given, has)
	}
	// Another day, by the slider, with the same yards.
	_, late := ask(t, w, get("/trips?in=6"))
	if text = plain(late); !strings.Contains(text, "costs about") || !strings.Contains(text, "more than the best day") ||
		!strings.Contains(text, "too late for") || !strings.Contains(text, "Load for Thu 18 Jun") {
		t.Errorf("a later day: %.600s", text)
	}
	if _, none := ask(t, w, get("/trips?chosen=1")); !strings.Contains(none, "Tick a yard") {
		t.Error("no yard is ticked, and one is gone to")
	}
	for q, want := range map[string]string{
		"drive=far": "is not 0 to 600 minutes", "in=never": "is none that can be gone on", "in=-3": "is none that can be gone on",
	} {
		if res, page := ask(t, w, get("/trips?"+q)); res.StatusCode != 200 || !strings.Contains(page, want) {
			t.Errorf("%s is answered %d without %q", q, res.StatusCode, want)
		}
	}
	if res, _ := ask(t, w, get("/trips?"+url.Values{"yard": {"no such yard"}}.Encode())); res.StatusCode != 404 {
		t.Errorf("an unknown yard is answered %d", res.StatusCode)
	}
}

// TestNothingToGoFor: in the depth of winter the page says so.
func TestNothingToGoFor(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.January, 12))
	if _, page := ask(t, w, get("/trips")); !strings.Contains(page, "Nothing is to be done in any yard") {
		t.Errorf("%.800s", plain(page))
	}
}

// TestWetCombsAreLookedAfter: what came off of late is told with the next flow, and what keeps it; in spring there is none.
func TestWetCombsAreLookedAfter(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 28))
	_, page := ask(t, w, get("/stock"))
	for _, want := range []string{"Wet combs", "came off for honey in the last four weeks", "ling heather", "no moth grows", "evening"} {
		if !strings.Contains(page, want) {
			t.Errorf("the store lacks %q", want)
		}
	}
	w = serverOn(t, day.Of(2026, time.April, 25))
	if _, page = ask(t, w, get("/stock")); strings.Contains(page, "Wet combs") {
		t.Error("in April combs are wet")
	}
}

// plain is what a page says, without its tags.
func plain(page string) string {
	out := regexp.MustCompile(`<[^>]*>`).ReplaceAllString(page, " ")
	return strings.Join(strings.Fields(out), " ")
}

// TestWhatMayComeOffIsTried: taking all and feeding nothing is told beside taking nothing, with what is left in spring; a number that cannot
// be is answered with a sentence.
func TestWhatMayComeOffIsTried(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 18))
	_, page := ask(t, w, get("/harvest"))
	m := regexp.MustCompile(`/colonies/[0-9a-f-]+/stays`).FindString(page)
	if m == "" {
		t.Fatal("the harvest leads to no odds")
	}
	_, page = ask(t, w, get(m))
	for _, want := range []string{"What must stay", "Nothing comes off", "Yours: ", "Alive on Thu 1 Apr", `class="wintering"`} {
		if !strings.Contains(page, want) {
			t.Errorf("the page lacks %q", want)
		}
	}
	_, fed := ask(t, w, get(m+"?take=5&sugar=12"))
	if text := plain(fed); !strings.Contains(text, "Yours: 5.0 kg off, 12 kg of sugar fed") {
		t.Errorf("five off and twelve fed: %.900s", text)
	}
	if _, page = ask(t, w, get(m+"?take=lots")); !strings.Contains(page, "is not an amount that can be") {
		t.Error("a wrong number is not told")
	}
	if res, _ := ask(t, w, get("/colonies/none/stays")); res.StatusCode != 404 {
		t.Errorf("an unknown hive is answered %d", res.StatusCode)
	}
}

// TestHivesGoToACrop: who goes to the heather at the end of July is told hive by hive, with what speaks against it; a hive that is taken
// gains by it, and from the heather nobody goes back to where nothing flows.
func TestHivesGoToACrop(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 26))
	_, page := ask(t, w, get("/"))
	yard := regexp.MustCompile(`class="yard[^"]*" href="/yards/([0-9a-f-]+)"[^>]*><b>([^<]+)</b>`)
	id := map[string]string{}
	for _, y := range yard.FindAllStringSubmatch(strings.ReplaceAll(page, "\n", " "), -1) {
		id[y[2]] = y[1]
	}
	gains := func(from, to string) (takes, stays int) {
		_, page := ask(t, w, get("/yards/"+id[from]+"/crop?to="+id[to]+"&on=2026-07-29"))
		if !strings.Contains(page, "five kilometres") || !strings.Contains(page, "mites not counted") {
			t.Errorf("from %s: %.600s", from, plain(page))
		}
		for _, m := range regexp.MustCompile(`hx-get="([^"]+)"\s+hx-trigger="load"`).FindAllStringSubmatch(page, -1) {
			switch _, cell := ask(t, w, get(html.UnescapeString(m[1]))); {
			case strings.Contains(cell, "Take it:"):
				takes++
			case strings.Contains(cell, "Leave it:"):
				stays++
			default:
				t.Errorf("%s says %.200s", m[1], plain(cell))
			}
		}
		return takes, stays
	}
	if takes, stays := gains("Saltings", "Heath Edge"); takes == 0 {
		t.Errorf("to the heather go %d, and %d stay", takes, stays)
	}
	if takes, _ := gains("Heath Edge", "Saltings"); takes > 0 {
		t.Errorf("%d leave the heather as it opens", takes)
	}
	if _, far := ask(t, w, get("/yards/"+id["Saltings"]+"/crop?on=2027-05-01")); !strings.Contains(far, `value="2026-08-25"`) {
		t.Error("a move in nine months is told")
	}
	for path, want := range map[string]int{
		"/yards/none/crop": 404, "/yards/" + id["Saltings"] + "/crop?to=none": 404, "/yards/" + id["Saltings"] + "/crop?on=soon": 200,
		"/colonies/none/gain?to=" + id["Saltings"] + "&on=2026-07-29": 404, "/colonies/none/gain?to=x&on=never": 400,
	} {
		if res, _ := ask(t, w, get(path)); res.StatusCode != want {
			t.Errorf("%s is answered %d, want %d", path, res.StatusCode, want)
		}
	}
}

// TestMitesAheadAreTold: when a hive's mites are likely over what to act above, and what waiting to treat costs; a count is told as what it
// rests on.
func TestMitesAheadAreTold(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 5))
	_, page := ask(t, w, get(ql04+"/mites"))
	text := plain(page)
	for _, want := range []string{
		"If nothing is done", "in 100 now", "What waiting to treat costs", "Alive on Thu 1 Apr", "Never", "the label and local rules decide",
	} {
		if !strings.Contains(text, want) {
			t.Errorf("the page lacks %q", want)
		}
	}
	form := url.Values{"entry": {uid("wash")}, "method": {"wash"}, "mites": {"24"}, "bees": {"300"}, "on": {"2026-07-05"}}
	if res, body := ask(t, w, post(ql04+"/mites/count", form)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	_, page = ask(t, w, get(ql04+"/mites"))
	if text = plain(page); !strings.Contains(text, "From the count of Sun 5 Jul") || !strings.Contains(text, "already") {
		t.Errorf("after 24 mites in 300 bees: %.700s", text)
	}
}
