package kept_test

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"net/http"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
)

var record = flag.String("record", "", "directory under kept/ to record this version's files into")

// The days of the recorded file: what was done on them, and when it is opened.
var (
	recordedFrom = day.Of(2026, time.April, 2)
	recordedLast = day.Of(2026, time.June, 30)
)

// TestRecord writes what this version makes, for later versions to open. It does
// so through the pages, as a keeper would, wherever there is a page.
func TestRecord(t *testing.T) {
	if *record == "" {
		t.Skip("records only where -record says into what")
	}
	dir := *record
	if err := os.MkdirAll(filepath.Join(dir, "answers"), 0o755); err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "record.db")
	r := &recorder{house: open(t, path, recordedFrom), ids: map[string]string{}}
	if err := r.svc.Start(context.Background(), "Harrowmere Honey"); err != nil {
		t.Fatal(err)
	}
	r.spring()
	r.flow()
	r.july()
	writeJSON(t, filepath.Join(dir, "folds.json"), r.folds(recordedLast))
	r.phone(dir)
	r.store.Close() // folds the write-ahead log into the file
	data, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	pack(t, data, filepath.Join(dir, "data.db.gz"))
	answers(t, dir)
}

type recorder struct {
	*house
	ids map[string]string // of yards, colonies and entries, by name
}

// entry returns a new id and remembers it by name.
func (r *recorder) entry(name string) string {
	id := app.NewID()
	r.ids[name] = id
	return id
}

func form(pairs ...string) url.Values {
	v := url.Values{}
	for i := 0; i < len(pairs); i += 2 {
		v.Set(pairs[i], pairs[i+1])
	}
	return v
}

func (r *recorder) colony(name string) string { return "/colonies/" + r.ids[name] }

// look sends the look page's form with what is given filled in.
func (r *recorder) look(colony, name string, fill ...string) {
	r.t.Helper()
	f := formOf(r.t, r.get(r.colony(colony)+"/look"), "/look")
	for i := 0; i < len(fill); i += 2 {
		f.Set(fill[i], fill[i+1])
	}
	if name != "" {
		r.ids[name] = f.Get("entry")
	}
	r.post(r.colony(colony)+"/look", f)
}

// spring makes two yards, one on either side of the equator, and their colonies.
func (r *recorder) spring() {
	r.post(
		"/yards",
		form(
			"entry",
			r.entry("yard"),
			"name",
			"Quarry Lane",
			"climate",
			"uk",
			"hemisphere",
			"north",
			"zone",
			"Europe/London",
			"rhythm",
			"10",
		),
	)
	r.post(
		"/yards",
		form(
			"entry",
			r.entry("south"),
			"name",
			"Far Paddock",
			"climate",
			"uk",
			"hemisphere",
			"south",
			"zone",
			"Pacific/Auckland",
			"rhythm",
			"14",
		),
	)
	r.post(
		"/formats",
		form(
			"entry",
			r.entry("format"),
			"name",
			"Own deep",
			"length",
			"400",
			"height",
			"210",
			"slots",
			"11",
			"width",
			"420",
			"box",
			"6.5",
			"frame",
			"0.4",
		),
	)
	colony := func(name, yard, code, format string, more ...string) {
		f := form(
			"entry",
			r.entry(name),
			"code",
			code,
			"format",
			format,
			"nest",
			"1",
			"supers",
			"0",
			"comb",
			"drawn",
			"known",
			"1",
			"queen",
			"2025",
			"excluder",
			"1",
		)
		for i := 0; i < len(more); i += 2 {
			f.Set(more[i], more[i+1])
		}
		r.post("/yards/"+r.ids[yard]+"/colonies", f)
	}
	colony("A", "yard", "QL-01", "langstroth-deep-10", "nest", "2", "clipped", "1")
	colony("B", "yard", "QL-02", "own:"+r.ids["format"])
	colony("C", "yard", "QL-03", "national-brood-11", "supers", "1", "comb", "foundation")
	colony("D", "south", "FP-01", "langstroth-deep-10", "supers", "2")
	r.look(
		"A",
		"first",
		"box.0.depth",
		"boxes",
		"box.0.brood",
		"5",
		"box.0.honey",
		"3",
		"box.0.pollen",
		"1",
		"box.0.empty",
		"1",
		"box.1.depth",
		"boxes",
		"box.1.honey",
		"6",
		"box.1.nectar",
		"1",
		"box.1.empty",
		"3",
		"queen.eggs",
		"1",
		"check",
		"complete",
		"health",
		"healthy",
		"note",
		"First warm day.",
	)
	r.look("B", "", "box.0.depth", "seams", "box.0.seams", "6", "weight.how", "feel", "weight.heft", "fair")
	faces := []string{"box.0.depth", "faces"}
	for i := range 11 {
		faces = append(
			faces,
			fmt.Sprintf("box.0.f.%d.a", i+1),
			"H3 B3 P1 C1",
			fmt.Sprintf("box.0.f.%d.b", i+1),
			"HHPBBBEC",
		)
	}
	r.look("C", "", faces...)
	r.look("D", "", "box.0.depth", "heft", "box.0.kg", "24", "weight.how", "scale", "weight.value", "42")
}

// flow does all that a log can say, and takes some of it back.
func (r *recorder) flow() {
	r.house.on(day.Of(2026, time.May, 4))
	a := r.colony("A")
	note := func(colony, name, kind, what, kg string, more ...string) {
		f := form("entry", r.entry(name), "kind", kind, "what", what, "kg", kg, "on", "2026-05-04")
		for i := 0; i < len(more); i += 2 {
			f.Set(more[i], more[i+1])
		}
		r.post(r.colony(colony)+"/notes", f)
	}
	r.post(a+"/boxes", form("entry", r.entry("super"), "comb", "drawn"))
	r.post(
		a+"/boxes/any",
		form(
			"entry",
			r.entry("under"),
			"format",
			"langstroth-deep-10",
			"comb",
			"foundation",
			"where",
			"floor",
			"on",
			"2026-05-04",
			"frames",
			"9",
		),
	)
	r.post(a+"/arrange", form("entry", r.entry("excluder"), "on", "2026-05-04", "what", "excluder"))
	r.post(a+"/arrange", form("entry", r.entry("turn"), "on", "2026-05-04", "what", "turn"))
	r.post(a+"/arrange", form("entry", r.entry("screen"), "on", "2026-05-04", "what", "screen"))
	note("A", "fed", "feed", "2:1 syrup", "2.5")
	note("A", "treated", "treatment", "oxalic acid", "")
	note("A", "weighed", "weighing", "", "61.5")
	frames := regexp.MustCompile(`name="f\.([0-9a-f-]+)"`).FindAllStringSubmatch(r.get(a+"/combs"), -1)
	r.post(
		a+"/combs",
		form(
			"entry",
			r.entry("combs"),
			"f."+frames[0][1],
			"1",
			"f."+frames[3][1],
			"1",
			"darkness",
			"3",
			"drone",
			"1",
			"label",
			"7/24",
			"cull",
			"yes",
			"origin",
			"own",
		),
	)
	note("B", "mistake", "feed", "syrup", "1")
	r.post(r.colony("B")+"/undo", form("entry", r.entry("undo"), "of", r.ids["mistake"]))
	note("B", "right", "feed", "fondant", "1.5")
	r.post(r.colony("B")+"/undo", form("entry", r.entry("undo2"), "of", r.ids["right"]))
	// The undo of an undo has no page of its own.
	if err := r.svc.Record(
		context.Background(), r.ids["B"],
		history.Entry{
			ID: r.entry("undo of undo"), Day: day.Of(2026, time.May, 4), Kind: history.KindUndo,
			Supersedes: r.ids["undo2"],
		},
	); err != nil {
		r.t.Fatal(err)
	}
	r.house.on(day.Of(2026, time.June, 1))
	r.post(
		a+"/notes",
		form(
			"entry",
			r.entry("out"),
			"kind",
			"treatment_out",
			"what",
			"oxalic acid",
			"on",
			"2026-06-01",
			"until",
			"2026-06-08",
		),
	)
	r.look(
		"A",
		"june",
		"box.0.depth",
		"seams",
		"box.0.seams",
		"7",
		"box.1.depth",
		"boxes",
		"box.1.honey",
		"6",
		"box.1.brood",
		"3",
		"box.1.pollen",
		"1",
		"box.2.depth",
		"seams",
		"box.2.seams",
		"8",
		"cells.cups",
		"2",
		"check",
		"partial",
		"act.swap",
		"2",
		"act.feed",
		"1",
		"act.feed_as",
		"1:1",
		"by",
		"Ann",
	)
	r.look("C", "", "box.1.depth", "seams", "box.1.state", "half", "act.supers", "1", "act.comb", "foundation")
	r.look("D", "", "queen.seen", "1", "note", "Findings alone.")
}

// july takes boxes off, and sets what is not in a log.
func (r *recorder) july() {
	r.house.on(recordedLast)
	a := r.colony("A")
	box := regexp.MustCompile(`name="box"><option value="([0-9a-f-]+)"`).FindStringSubmatch(r.get(a))
	if box == nil {
		r.t.Fatal("the colony's page offers no box to take off")
	}
	r.post(a+"/boxes/off", form("entry", r.entry("off"), "box", box[1]))
	r.look("C", "", "box.1.depth", "seams", "box.1.state", "full", "act.off.1", "harvest")
	r.post("/settings", form("units", "us", "lift", "40", "mites_spring", "2", "mites_late", "1.5"))
	r.post(
		"/settings",
		form("units", "metric", "lift", "18", "mites_spring", "2", "mites_late", "1.5", "off_faces", "10"),
	)
	r.post(
		"/yards/"+r.ids["yard"]+"/flow",
		form("entry", r.entry("flow"), "plant", "main flow", "what", "started", "on", "2026-06-12"),
	)
	r.post("/yards/"+r.ids["yard"]+"/visit", form("on", "2026-07-08"))
	r.post("/yards/"+r.ids["yard"]+"/round/order", form("order", r.ids["C"]+","+r.ids["A"]+","+r.ids["B"]))
	if _, err := r.svc.Refresh(context.Background()); err != nil { // the yards' levels
		r.t.Fatal(err)
	}
}

// phone records the forms a phone keeps and what waits on it to be sent. Nothing
// of it is in the data file, but one that has been sent, and once with other
// contents.
func (r *recorder) phone(dir string) {
	pages := map[string]string{
		"look.html":  r.colony("A") + "/look",
		"stop.html":  r.colony("B") + "/look?round=2026-06-30",
		"round.html": "/yards/" + r.ids["yard"] + "/round",
		"south.html": r.colony("D") + "/look",
	}
	for name, p := range pages {
		pack(r.t, []byte(r.get(p)), filepath.Join(dir, name+".gz"))
	}
	waiting := func(name, colony, page string, fill ...string) item {
		f := formOf(r.t, r.get(r.colony(colony)+page), "/look")
		for i := 0; i < len(fill); i += 2 {
			f.Set(fill[i], fill[i+1])
		}
		code := map[string]string{"A": "QL-01", "B": "QL-02", "C": "QL-03", "D": "FP-01"}[colony]
		return item{
			Name:   name,
			ID:     f.Get("entry"),
			URL:    r.colony(colony) + "/look",
			Body:   f.Encode(),
			Colony: r.ids[colony],
			Code:   code,
			Page:   r.colony(colony) + page,
		}
	}
	round := "/look?round=2026-06-30"
	look := waiting(
		"look",
		"A",
		"/look",
		"box.0.depth",
		"seams",
		"box.0.seams",
		"8",
		"box.1.depth",
		"boxes",
		"box.1.brood",
		"4",
		"box.1.honey",
		"3",
		"box.1.pollen",
		"1",
		"box.1.empty",
		"2",
		"by",
		"Ann",
	)
	items := []item{
		look,
		waiting(
			"stop",
			"B",
			round,
			"box.0.depth",
			"seams",
			"box.0.seams",
			"9",
			"box.0.expected",
			"1",
			"queen.eggs",
			"1",
			"by",
			"Ann",
			"then",
			"next",
		),
		waiting(
			"line",
			"C",
			round,
			"box.0.depth",
			"seams",
			"box.0.seams",
			"7",
			"cells.charged",
			"2",
			"where",
			"edge",
			"check",
			"complete",
			"note",
			"two cells",
			"act.supers",
			"1",
			"act.comb",
			"drawn",
			"by",
			"Ann",
		),
		waiting("acts", "D", "/look", "act.feed", "2", "act.feed_as", "2:1"),
	}
	var b bytes.Buffer
	img := image.NewRGBA(image.Rect(0, 0, 64, 48))
	for i := range 64 {
		img.Set(i, i/2, color.RGBA{200, 150, 20, 255})
	}
	if err := jpeg.Encode(&b, img, nil); err != nil {
		r.t.Fatal(err)
	}
	shot := app.NewID()
	items = append(
		items,
		item{
			Name:   "photo",
			ID:     shot,
			URL:    r.colony("A") + "/photos/" + shot + "?look=" + look.ID + "&by=Ann",
			Colony: r.ids["A"],
			Code:   "QL-01",
			Page:   r.colony("A") + "/look",
			Photo:  b.Bytes(),
		},
	)
	kept := items[4]
	kept.ID = app.NewID()
	kept.URL = r.colony("A") + "/photos/" + kept.ID + "?look=" + r.ids["june"]
	// Sent before: it must be known again, and the other must stay beside it.
	before := waiting("sent before", "D", "/look", "act.feed", "1", "act.feed_as", "1:1", "by", "Ann")
	for _, x := range []item{kept, before} {
		if status, answer := r.send(x); status != http.StatusOK || !strings.Contains(answer, `"stored":true`) {
			r.t.Fatalf("%s: %d %s", x.Name, status, answer)
		}
	}
	writeJSON(r.t, filepath.Join(dir, "folds.json"), r.folds(recordedLast))
	writeJSON(r.t, filepath.Join(dir, "queue.json"), append(items, before))
	writeJSON(r.t, filepath.Join(dir, "ids.json"), r.ids)
}

// answers records what scripts were told of the examples.
func answers(t *testing.T, dir string) {
	examples, err := filepath.Glob("../docs/examples/*.json")
	if err != nil || len(examples) == 0 {
		t.Fatal("no examples", err)
	}
	for _, x := range examples {
		name := filepath.Base(x)
		rec, err := os.ReadFile(x)
		if err != nil {
			t.Fatal(err)
		}
		out, err := exec.Command("go", "run", "../cmd/kembo", "assess", "--json", x).Output()
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		for to, b := range map[string][]byte{
			filepath.Join(dir, "answers", name):                                        out,
			filepath.Join(dir, "answers", strings.TrimSuffix(name, ".json")+".record"): rec,
		} {
			if err := os.WriteFile(to, b, 0o644); err != nil {
				t.Fatal(err)
			}
		}
	}
}

func writeJSON(t *testing.T, path string, v any) {
	t.Helper()
	b, err := json.MarshalIndent(v, "", " ")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(path, append(b, '\n'), 0o644); err != nil {
		t.Fatal(err)
	}
}

func pack(t *testing.T, b []byte, to string) {
	t.Helper()
	var out bytes.Buffer
	z, err := gzip.NewWriterLevel(&out, gzip.BestCompression)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := z.Write(b); err != nil {
		t.Fatal(err)
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(to, out.Bytes(), 0o644); err != nil {
		t.Fatal(err)
	}
}
