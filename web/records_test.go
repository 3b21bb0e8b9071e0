package web_test

import (
	"net/url"
	"regexp"
	"strings"
	"testing"
)

// TestWhatIsWrongStaysInItsForm: no answer to a wrong field is a bare page; what was
// typed is there, with the sentence beside its field.
func TestWhatIsWrongStaysInItsForm(t *testing.T) {
	w := server(t)
	for _, tt := range []struct{ path, fields, says, keeps string }{
		{"/notes", "kind=feed&kg=abc&what=2:1+syrup&on=2026-06-03", "abc", "2:1 syrup"},
		{"/notes", "kind=feed&kg=&what=honey+water&on=2026-06-03", "sugar in the feed", "honey water"},
		{"/notes", "kind=weighing&kg=3&on=2026-06-03", "alone weigh about", `value="3"`},
		{"/notes", "kind=weighing&kg=40&on=soon", "soon", `value="40"`},
		{"/treat", "what=&dose=two+strips&on=2026-06-03", "say what was put in", "two strips"},
		{"/treat", "what=thymol&bar_days=9000&on=2026-06-03", "0 to 400 days", "thymol"},
		{"/notes", "kind=treatment_out&what=nothing&on=2026-06-03", "not in this hive", "came out"},
		{"/arrange", "what=&on=2026-06-03", "choose what was done", "arranged anew"},
		{"/boxes/any", "format=langstroth-deep-10&frames=abc&where=top&on=2026-06-03", "whole number", "abc"},
		{"/harvest", "gross=20&on=2026-06-03", "choose the boxes or combs", `value="20"`},
		{"/end", "how=&on=2026-06-03&why=empty", "choose what became of it", "empty"},
		{"/unite", "with=XX-99&on=2026-06-03", "choose the colony", "XX-99"},
		{"/equipment", "feeder=top&litres=41&on=2026-06-03", "0 and at most 40 l", `value="41"`},
		{"/equipment", "feeder=&on=2026-06-03", "nothing here is other", "Feeder"},
		{"/queens/note", "year=1999&on=2026-06-03&mark=pink", "not a year", "pink"},
	} {
		form, err := url.ParseQuery(tt.fields)
		if err != nil {
			t.Fatal(err)
		}
		form.Set("entry", uid("wrong"+tt.path+tt.fields))
		res, body := ask(t, w, post(ql04+tt.path, form))
		if res.StatusCode != 422 || !strings.Contains(strings.ToLower(body), tt.says) || !strings.Contains(body, tt.keeps) ||
			strings.Contains(body, "That did not work") || !strings.Contains(body, `role="alert"`) {
			t.Errorf("%s with %s: %d, want %q and %q kept: %q", tt.path, tt.fields, res.StatusCode, tt.says, tt.keeps,
				errorsIn(body))
		}
	}
}

// TestAYardIsTreatedInOneGo, all but one; it stands in the book for the inspector until
// it is taken back in one go.
func TestAYardIsTreatedInOneGo(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get(quarry+"/treat"))
	hives := namedIn(page, "colonies")
	form := url.Values{
		"entry": {uid("treat")}, "what": {"=Thymol strips"}, "substance": {"thymol"}, "batch": {"T-77"}, "dose": {"2 strips"},
		"on": {"2026-06-03"}, "bar_days": {"30"}, "why": {"8 mites in 300"}, "by": {"Ada"}, "colonies": hives[1:],
	}
	res, body := ask(t, w, post(quarry+"/treat", form))
	to := res.Header.Get("Location")
	if res.StatusCode != 303 || len(hives) < 5 {
		t.Fatalf("%d hives: %d %q", len(hives), res.StatusCode, errorsIn(body))
	}
	_, page = ask(t, w, get("/medicines?from=2026-06-03&to=2026-06-03"))
	if n := strings.Count(page, "T-77"); n != len(hives)-1 || strings.Count(page, "8 mites in 300") != n {
		t.Errorf("%d of %d stand in the book", n, len(hives)-1)
	}
	_, csv := ask(t, w, get("/medicines.csv?from=2026-06-03&to=2026-06-03"))
	if !strings.Contains(csv, "'=Thymol strips (thymol)") {
		t.Errorf("a cell may be read as a formula: %q", csv[:min(len(csv), 300)])
	}
	_, page = ask(t, w, get("/colonies/"+hives[1]))
	if !strings.Contains(page, "is in since Wed 3 Jun") {
		t.Error("the colony's page does not say that its honey is barred")
	}
	_, page = ask(t, w, get(to))
	of := namedIn(page, "of")
	if len(of) != 1 || of[0] != uid("treat") {
		t.Fatalf("it cannot be taken back: %v", of)
	}
	if res, _ := ask(t, w, post(quarry+"/round/all/undo", url.Values{
		"entry": {uid("untreat")}, "of": of,
	})); res.StatusCode != 303 {
		t.Fatalf("taking it back: %d", res.StatusCode)
	}
	if _, page = ask(t, w, get("/medicines?from=2026-06-03&to=2026-06-03")); strings.Contains(page, "T-77") {
		t.Error("it still stands in the book")
	}
}

// TestACropIsCountedInKilograms: what was weighed stands as weighed, beside what was
// estimated; what was only counted as estimated.
func TestACropIsCountedInKilograms(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get(ql04+"/harvest"))
	boxes := namedIn(page, "boxes")
	if len(boxes) != 1 {
		t.Fatalf("%d boxes can come off", len(boxes))
	}
	said := regexp.MustCompile(`Super 1, about (\d+) kg of honey`).FindStringSubmatch(page)
	if said == nil {
		t.Fatal("it is not said what the super holds")
	}
	form := url.Values{
		"entry": {uid("crop")}, "boxes": boxes, "gross": {"21.5"}, "batch": {"June"}, "on": {"2026-06-03"},
	}
	res, body := ask(t, w, post(ql04+"/harvest", form))
	if res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	_, page = ask(t, w, get(ql04))
	if !strings.Contains(page, "1 box, 21.5 kg with the wood, batch June") || strings.Contains(page, "Super 1") {
		t.Error("the log does not have it, or the super is still on")
	}
	_, csv := ask(t, w, get("/crop.csv?from=2026-06-03&to=2026-06-03"))
	// A medium super of ten frames by the catalogue: box, wood and wax are some 5 to 6.5 kg.
	row := regexp.MustCompile(`2026-06-03,Quarry Lane,QL-04,1 box,(1[4-7]\.\d),weighed,(1[1-9]\.\d),June`).FindStringSubmatch(csv)
	if row == nil {
		t.Errorf("the crop is %q", csv)
	}
	_, page = ask(t, w, get("/crop?from=2026-06-03&to=2026-06-03"))
	if row != nil && (!strings.Contains(page, "<b>"+row[1]+" kg</b>") || !strings.Contains(page, "Quarry Lane")) {
		t.Error("the page does not sum it up")
	}
}

// TestAHiveIsWeighedBeforeAndAfter: what came off is told by the two weighings, less its wood and wax; one of the two is asked about.
func TestAHiveIsWeighedBeforeAndAfter(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get(ql04+"/harvest"))
	form := url.Values{
		"entry": {uid("before-after")}, "boxes": namedIn(page, "boxes"), "before": {"72"}, "batch": {"June"}, "on": {"2026-06-03"},
	}
	if res, body := ask(t, w, post(ql04+"/harvest", form)); res.StatusCode != 422 || !strings.Contains(body, "before and after, both") {
		t.Errorf("one weighing: %d %q", res.StatusCode, errorsIn(body))
	}
	if res, body := ask(t, w, post(ql04+"/harvest", with(form, "after", "50.5"))); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	_, csv := ask(t, w, get("/crop.csv?from=2026-06-03&to=2026-06-03"))
	if !regexp.MustCompile(`QL-04,1 box,1[4-7]\.\d,weighed`).MatchString(csv) {
		t.Errorf("the crop is %q", csv)
	}
	if _, page = ask(t, w, get(ql04)); !strings.Contains(page, "the hive 21.5 kg lighter") {
		t.Error("the log does not have the two weighings")
	}
}

// TestFindByAPart: of a code, now or once, of a yard, a queen or a note; one that is
// meant exactly is opened at once.
func TestFindByAPart(t *testing.T) {
	w := server(t)
	find := func(q string) (int, string, string) {
		res, body := ask(t, w, get("/find?q="+url.QueryEscape(q)))
		return res.StatusCode, res.Header.Get("Location"), body
	}
	do := func(path string, form url.Values) {
		t.Helper()
		form.Set("entry", uid("find"+path))
		form.Set("on", "2026-06-03")
		if res, body := ask(t, w, post(ql04+path, form)); res.StatusCode != 303 {
			t.Fatalf("%s: %d %q", path, res.StatusCode, errorsIn(body))
		}
	}
	do("/queens/note", url.Values{"mark": {"pearl 17"}, "year": {"2025"}})
	do("/move", url.Values{"code": {"QL-44"}, "yard": {strings.TrimPrefix(quarry, "/yards/")}})
	for q, want := range map[string]string{"ql-44": ql04, "QL-44": ql04, "pearl": "/queens/"} {
		if code, to, _ := find(q); code != 303 || !strings.HasPrefix(to, want) {
			t.Errorf("%q: %d to %q", q, code, to)
		}
	}
	if code, _, body := find("ql-04"); code != 200 && code != 303 || code == 200 && !strings.Contains(body, "now QL-44") {
		t.Errorf("by the code that it had: %d", code)
	}
	if code, _, body := find("ql-0"); code != 200 || !strings.Contains(body, "QL-05") || !strings.Contains(body, "QL-04") {
		t.Errorf("a part of codes: %d", code)
	}
	if code, to, _ := find("mill"); code != 303 || !strings.HasPrefix(to, "/yards/") {
		t.Errorf("a yard: %d to %q", code, to)
	}
	if code, _, body := find("no such thing %_"); code != 404 || !strings.Contains(body, "Nothing has") ||
		strings.Contains(body, "That did not work") {
		t.Errorf("nothing: %d", code)
	}
}

// TestMitesAndBroodAreCountedAndGraded: a count stands with its interval against what to
// act above, over time and for the yard; a suspicion in the brood stops the hive.
func TestMitesAndBroodAreCountedAndGraded(t *testing.T) {
	w := server(t)
	send := func(path string, form url.Values, says string) {
		t.Helper()
		form.Set("entry", uid("m"+path+form.Encode()))
		res, body := ask(t, w, post(ql04+path, form))
		if says == "" && res.StatusCode != 303 || says != "" &&
			(res.StatusCode != 422 || !strings.Contains(strings.ToLower(body), says)) {
			t.Errorf("%s %v: %d %q, want %q", path, form, res.StatusCode, errorsIn(body), says)
		}
	}
	count := func(method, mites, bees, days, on string) url.Values {
		return url.Values{"method": {method}, "mites": {mites}, "bees": {bees}, "days": {days}, "on": {on}, "where": {"brood nest"}}
	}
	send("/mites/count", count("wash", "", "300", "", "2026-06-03"), "how many were counted")
	send("/mites/count", count("wash", "400", "300", "", "2026-06-03"), "count again")
	send("/mites/count", count("roll", "3", "few", "", "2026-06-03"), "how many bees")
	send("/mites/count", count("fall", "30", "", "3", "2026-05-20"), "")
	send("/mites/count", count("wash", "24", "300", "", "2026-06-03"), "")
	_, page := ask(t, w, get(ql04+"/mites"))
	// 24 in 300: 8 %, exact 95 % interval 5.2 to 11.7 (Clopper and Pearson 1934).
	for _, want := range []string{"8.0 % (5.2 to 11.7)", "Above 2 %: act.", "30 in 3 days, 10.0 a day", "class=\"rate\""} {
		if !strings.Contains(page, want) {
			t.Errorf("the counts lack %q", want)
		}
	}
	if _, page = ask(t, w, get(quarry+"/mites")); !strings.Contains(page, "8.0 %") || !strings.Contains(page, "Not counted: ") {
		t.Error("the yard's page lacks the count, or who was not counted")
	}
	send("/inspect", url.Values{"full": {"1"}, "found": {"plague"}, "on": {"2026-06-03"}}, "from the list")
	send("/inspect", url.Values{"full": {"1"}, "found": {"notifiable", "chalk"}, "temper": {"sharp"}, "on": {"2026-06-03"}}, "")
	_, page = ask(t, w, get(ql04))
	if !strings.Contains(page, "Brood found suspect") || strings.Contains(page, "Add 2 drawn supers") {
		t.Error("a suspicion does not stop the hive")
	}
}

// TestManyFromATable: a pasted table is read by its head, what is wrong stands in its
// row, nothing is made until all is right, and sent twice it is made once.
func TestManyFromATable(t *testing.T) {
	w := server(t)
	send := func(entry, table, make string) (int, string) {
		res, body := ask(t, w, post(quarry+"/colonies/many", url.Values{
			"entry": {uid(entry)}, "table": {table}, "make": {make},
		}))
		return res.StatusCode, body
	}
	for table, says := range map[string]string{
		"":                             "paste a table",
		"queen\n2025":                  "no column of codes",
		"code,shoe size\nQL-50,44":     "shoe size",
		"code\tcode\nQL-50\tQL-51":     "two columns",
		"code;queen\nQL-50;last":       "is not a whole number",
		"code;queen\nQL-50;1999":       "not a year",
		"code\nQL-04":                  "there is a colony ql-04 already",
		"code\nQL-50\nql-50":           "stands in row 2 already",
		"code,began\nQL-50,package":    "what the bees weigh",
		"code,since\nQL-50,2027-01-01": "in the future",
		"code,format\nQL-50,barrel":    "not a box format",
		"code,clipped\nQL-50,perhaps":  "not yes or no",
		"code\nQL-50,and more":         "it has 2 cells",
	} {
		if code, body := send("bad", table, "1"); code != 422 || !strings.Contains(strings.ToLower(body), says) {
			t.Errorf("%q: %d, want %q: %q", table, code, says, errorsIn(body))
		}
	}
	good := "code;queen;mark;clipped;supers;since;began;bees\nQL-50;2025;blue;yes;1;2026-04-01;;\n" +
		"QL-51;;;;;2026-05-20;package;1,5\n\"QL-52\";2024;;no;0;;swarm;2"
	code, body := send("good", good, "")
	if code != 200 || !strings.Contains(body, "Make 3 colonies") || !strings.Contains(body, "QL-52") {
		t.Fatalf("a good table: %d %q", code, errorsIn(body))
	}
	for range 2 {
		if code, body := send("good", good, "1"); code != 303 {
			t.Fatalf("made: %d %q", code, errorsIn(body))
		}
	}
	for _, c := range []string{"QL-50", "QL-51", "QL-52"} {
		if res, _ := ask(t, w, get("/find?q="+c)); res.StatusCode != 303 {
			t.Errorf("%s is not there", c)
		}
	}
}

// TestEquipmentIsNotedAsItIs: what is changed on the form is one entry, the form comes
// back as the hive now is, and only what is changed after it is another.
func TestEquipmentIsNotedAsItIs(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get(ql04+"/equipment"))
	box := regexp.MustCompile(`name="(hole_[^"]+)"`).FindStringSubmatch(page)
	if box == nil {
		t.Fatal("no box can be given a hole")
	}
	form := url.Values{
		"entry": {uid("gear")}, "feeder": {"bucket"}, "litres": {""}, "feeder_kg": {"0.4"}, "entrance": {"reduced"},
		"guard": {"1"}, "insulated": {"1"}, "insulation_kg": {"0.5"}, box[1]: {"open"}, "on": {"2026-06-03"},
	}
	if res, body := ask(t, w, post(ql04+"/equipment", form)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	_, page = ask(t, w, get(ql04))
	for _, want := range []string{
		"Feeder on: bucket or jar, 4 L", "Entrance reduced", "Mouse guard on", "Insulated", "its own entrance is open",
	} {
		if !strings.Contains(page, want) {
			t.Errorf("the hive's page does not say %q", want)
		}
	}
	_, page = ask(t, w, get(ql04+"/book"))
	if n := strings.Count(page, "Equipment"); n == 0 {
		t.Error("it is not in the book as one entry")
	}
	// As it is, but the guard: one thing, told as that.
	form.Set("entry", uid("gear 2"))
	form.Set("litres", "4")
	form.Del("guard")
	if res, body := ask(t, w, post(ql04+"/equipment", form)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	_, page = ask(t, w, get(ql04))
	if strings.Contains(page, "Mouse guard on<") || !strings.Contains(page, "Feeder on: bucket or jar, 4 L") {
		t.Error("the guard is on still, or the feeder is off")
	}
	form.Set("entry", uid("gear 3"))
	if res, _ := ask(t, w, post(ql04+"/equipment", form)); res.StatusCode != 422 {
		t.Errorf("nothing changed is an entry: %d", res.StatusCode)
	}
}
