package web_test

import (
	"io"
	"log/slog"
	"net/url"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/demo/sample"
	"kembo/web"
)

// TestTheMoveSheetSaysWhatThePlanDoes: where a plan puts a super on, its sheet opens the hive, sets the box on and closes
// it, draws both, and can be written into the log; where nothing is done it says so.
func TestTheMoveSheetSaysWhatThePlanDoes(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	seen := map[string]bool{}
	supers, none := 0, 0
	for _, colony := range regexp.MustCompile(`/colonies/[0-9a-f-]{36}`).FindAllString(board, -1) {
		if seen[colony] {
			continue
		}
		seen[colony] = true
		_, page := ask(t, w, get(colony))
		_, body := ask(t, w, get(colony+"/moves"))
		if strings.Contains(body, "nothing to move") {
			none++
			if strings.Contains(body, "mv-steps") {
				t.Errorf("%s has nothing to move, and steps", colony)
			}
			continue
		}
		if !strings.Contains(page, "<h2>Add ") || !strings.Contains(body, "drawn super") {
			continue
		}
		supers++
		at := 0
		for _, part := range []string{"Take with you", "<svg class=\"moves\"", "Smoke the entrance.", " on, new, ", "Lid and roof on.", "name=\"said\""} {
			i := strings.Index(body[at:], part)
			if i < 0 {
				t.Errorf("%s: %q is not there, or not in its place", colony, part)
				break
			}
			at += i
		}
	}
	if supers == 0 || none == len(seen) {
		t.Errorf("of %d sheets %d put a super on and %d have nothing to move", len(seen), supers, none)
	}
}

// TestTickedOfASheetIsWritten: what is ticked is in the log once, whatever is sent twice; nothing ticked, a day to come and a
// page of another version are told in a sentence, and write nothing.
func TestTickedOfASheetIsWritten(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	for _, colony := range regexp.MustCompile(`/colonies/[0-9a-f-]{36}`).FindAllString(board, -1) {
		_, body := ask(t, w, get(colony+"/moves"))
		said := regexp.MustCompile(`name="said" value="(super_drawn [^"]*)"`).FindStringSubmatch(body)
		if said == nil {
			continue
		}
		day := regexp.MustCompile(`name="day" value="([^"]*)"`).FindStringSubmatch(body)[1]
		sheet := regexp.MustCompile(`name="sheet" value="([^"]+)"`).FindStringSubmatch(body)[1]
		send := func(entry, day string, said ...string) int {
			res, _ := ask(t, w, post(colony+"/moves", url.Values{
				"entry": {uid(entry)}, "day": {day}, "sheet": {sheet}, "said": said,
			}))
			return res.StatusCode
		}
		before := strings.Count(book(t, w, colony), "Super put on")
		for entry, wrong := range map[string][]string{
			"s-1": {day}, "s-2": {"2031-01-01", said[1]}, "s-3": {day, "nonsense 1"}, "s-4": {day, "box_off 0 nobody"}, "s-5": {"never", said[1]},
		} {
			if got := send(entry, wrong[0], wrong[1:]...); got != 422 {
				t.Errorf("%v is answered with %d", wrong, got)
			}
		}
		for range 2 {
			if got := send("s-6", day, said[1]); got != 303 {
				t.Fatalf("%q is answered with %d", said[1], got)
			}
		}
		if got := send("s-7", day, said[1]); got != 422 {
			t.Errorf("a second phone that writes the same sheet is answered with %d", got)
		}
		many := make([]string, 13)
		for i := range many {
			many[i] = said[1]
		}
		if got := send("s-8", day, many...); got != 422 {
			t.Errorf("thirteen things ticked are answered with %d", got)
		}
		n, _ := strconv.Atoi(strings.Fields(said[1])[1])
		if after := strings.Count(book(t, w, colony), "Super put on"); after != before+n {
			t.Errorf("%d supers are in the book, %d before, and %d were ticked", after, before, n)
		}
		return
	}
	t.Error("no sheet puts a super on")
}

// TestWhatIsLeftOutIsAskedAboutOnce: ticked in part, a sheet is not written but asks about the rest by name, with what was ticked as
// it was; answered, it is written, without it.
func TestWhatIsLeftOutIsAskedAboutOnce(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.May, 20))
	_, first := ask(t, w, get("/"))
	board := ""
	for _, yard := range regexp.MustCompile(`/yards/[0-9a-f-]{36}"`).FindAllString(first, -1) {
		_, page := ask(t, w, get(strings.TrimSuffix(yard, `"`)))
		board += page
	}
	for _, colony := range regexp.MustCompile(`/colonies/[0-9a-f-]{36}`).FindAllString(board, -1) {
		_, body := ask(t, w, get(colony+"/moves"))
		ticks := regexp.MustCompile(`name="said" value="([^"]*)" checked>\s*<span>([^<]*)`).FindAllStringSubmatch(body, -1)
		if len(ticks) < 2 {
			continue
		}
		form := url.Values{
			"entry": {uid("left")}, "day": {regexp.MustCompile(`name="day" value="([^"]*)"`).FindStringSubmatch(body)[1]},
			"sheet": {regexp.MustCompile(`name="sheet" value="([^"]+)"`).FindStringSubmatch(body)[1]}, "said": {ticks[0][1]},
		}
		for _, x := range ticks {
			form.Add("all", x[1])
		}
		before := book(t, w, colony)
		res, body := ask(t, w, post(colony+"/moves", form))
		if res.StatusCode != 422 || !strings.Contains(body, `js-left">`+strings.ToLower(ticks[1][2][:1])+ticks[1][2][1:]) {
			t.Errorf("ticked in part it is answered with %d, and does not ask about %q", res.StatusCode, ticks[1][2])
		}
		if !strings.Contains(body, `value="`+ticks[0][1]+`" checked`) || strings.Contains(body, `value="`+ticks[1][1]+`" checked`) {
			t.Error("what was ticked is not as it was")
		}
		if book(t, w, colony) != before {
			t.Error("it is written before it is answered")
		}
		form.Set("asked", "yes")
		if res, _ := ask(t, w, post(colony+"/moves", form)); res.StatusCode != 303 || book(t, w, colony) == before {
			t.Errorf("answered, it is answered with %d", res.StatusCode)
		}
		return
	}
	t.Error("no sheet has two things to tick")
}

// book is the whole log of a colony as its page has it.
func book(t *testing.T, w *web.Server, colony string) string {
	t.Helper()
	_, body := ask(t, w, get(colony+"/book"))
	return body
}

// wished is the sheet of a hive of the sample on a day, of which a look was written that day, where something is the keeper's custom.
func wished(t *testing.T, code string, on day.Day, custom plan.Action, l history.Look, counts ...look.Counts) string {
	t.Helper()
	svc, _ := sample.Worked(t, on)
	w, err := web.New(svc, slog.New(slog.NewTextHandler(io.Discard, nil)), true)
	if err != nil {
		t.Fatal(err)
	}
	ctx := t.Context()
	set, err := svc.Settings(ctx)
	if err != nil {
		t.Fatal(err)
	}
	set.Schools[custom] = plan.Custom
	if err := svc.Choose(ctx, set); err != nil {
		t.Fatal(err)
	}
	id, err := svc.FindColony(ctx, code)
	if err != nil {
		t.Fatal(err)
	}
	c, err := svc.Believed(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	seams := 9.0
	for i, n := range counts {
		l.Boxes = append(l.Boxes, history.BoxLook{Box: c.Believed.Stack.Boxes[i].ID, Depth: "boxes", Seams: &seams, Counts: &n})
	}
	l.Health = "healthy"
	if err := svc.Record(ctx, id, history.Entry{ID: app.NewID(), Day: on, Kind: history.KindLook, Body: &l}); err != nil {
		t.Fatal(err)
	}
	svc.Settle(ctx)
	_, sheet := ask(t, w, get("/colonies/"+id+"/moves"))
	return sheet
}

// TestASheetNamesTheCombsWhoseDronesAreCut: where that is the keeper's custom and a comb of capped drone brood was seen, the sheet has
// a step that names it, and a tick writes it.
func TestASheetNamesTheCombsWhoseDronesAreCut(t *testing.T) {
	sheet := wished(t, "MR-03", day.Of(2026, time.May, 20), plan.DroneComb, history.Look{
		Queen: history.Queen{Looked: true, Eggs: true, Larvae: true},
	}, look.Counts{Brood: 5, Drone: 1, Honey: 2, Empty: 2})
	if !regexp.MustCompile(`Cut the drone brood out of comb \d+ of the brood box`).MatchString(sheet) {
		t.Errorf("the sheet names no comb: %.1500s", sheet[max(0, strings.Index(sheet, "mv-steps")):])
	}
	if !strings.Contains(sheet, `value="drone_cut`) {
		t.Error("it cannot be ticked")
	}
}

// TestASheetSaysWhatIsDoneToTheQueen: it moves no comb, and stands among the steps in its place, before the combs are closed.
func TestASheetSaysWhatIsDoneToTheQueen(t *testing.T) {
	sheet := wished(t, "MR-03", day.Of(2026, time.May, 20), plan.ClipQueen, history.Look{
		Queen: history.Queen{Looked: true, Seen: true, Eggs: true, Larvae: true}, Cells: history.Cells{Check: "complete"},
	}, look.Counts{Brood: 6, Honey: 2, Pollen: 1, Empty: 1})
	steps, _, _ := strings.Cut(sheet[max(0, strings.Index(sheet, "mv-steps")):], "</ol>")
	clip, lid := strings.Index(steps, "Clip the queen’s wing."), strings.Index(steps, "Lid and roof on.")
	if clip < 0 || lid >= 0 && lid < clip {
		t.Errorf("she is clipped at %d, the lid is on at %d: %.1200s", clip, lid, steps)
	}
	if !strings.Contains(sheet, `value="queen_clipped`) {
		t.Error("it cannot be ticked")
	}
}
