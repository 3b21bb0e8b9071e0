package app_test

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math/rand/v2"
	"path/filepath"
	"reflect"
	"regexp"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/lots"
	"kembo/core/moves"
	"kembo/core/queen"
	"kembo/core/stock"
	"kembo/store"
)

// anotherMachine is an empty file with a service on it, at the same moment.
func anotherMachine(t *testing.T) (*app.Service, *store.Store) {
	t.Helper()
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "other.db"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	svc := app.New(s, func() time.Time { return time.Date(2026, 6, 3, 9, 0, 0, 0, time.UTC) }, nil)
	if err := svc.Start(context.Background(), "My honey"); err != nil {
		t.Fatal(err)
	}
	return svc, s
}

func exported(t *testing.T, svc *app.Service) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := svc.Export(context.Background(), &b); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// inZip returns the files of a zip by name.
func inZip(t *testing.T, b []byte) map[string]string {
	t.Helper()
	z, err := zip.NewReader(bytes.NewReader(b), int64(len(b)))
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]string{}
	for _, f := range z.File {
		r, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		text, err := io.ReadAll(r)
		if err != nil {
			t.Fatal(err)
		}
		out[f.Name] = string(text)
	}
	return out
}

// lived does random things of a colony's life, and keeps what was possible.
func lived(l *life, seed uint64) {
	r := rand.New(rand.NewPCG(seed, 7))
	ids := []string{l.one, l.make("MR-02"), l.make("MR-03")}
	id := func() string { return ids[r.IntN(len(ids))] }
	do := 0
	for range 40 {
		on := today
		c := l.colony(id())
		var err error
		switch r.IntN(10) {
		case 0:
			err = l.svc.Act(l.ctx, c.ID, l.id(), on, moves.FeedOf("2:1 syrup", 1+float64(r.IntN(4))))
		case 1:
			err = l.svc.Act(l.ctx, c.ID, l.id(), on, &moves.QueenGiven{Queen: l.id(), Caged: true, Mark: "blue"})
		case 2:
			err = l.svc.Place(l.ctx, c.ID, l.id(), on, history.Placed{Stand: fmt.Sprint("stand <", r.IntN(9), "> & more")})
		case 3:
			if len(c.Log) > 1 {
				err = l.svc.UndoVisit(l.ctx, c.ID, l.id(), c.Log[len(c.Log)-1].ID)
			}
		case 4:
			other := id()
			box := []string{}
			if len(c.Believed.Stack.Boxes) > 0 {
				box = append(box, c.Believed.Stack.Boxes[0].ID)
			}
			if other != c.ID && r.IntN(4) == 0 {
				err = l.svc.Unite(l.ctx, c.ID, l.id(), app.Uniting{To: other, Boxes: box, On: on})
			}
		case 5:
			err = l.svc.Act(l.ctx, c.ID, l.id(), on, &moves.QueenGone{How: queen.Lost, Raise: true})
		case 6:
			if len(c.Believed.Stack.Boxes) > 0 && len(c.Believed.Stack.Boxes[0].Frames) > 3 {
				f := c.Believed.Stack.Boxes[0].Frames[1].ID
				err = l.svc.Split(l.ctx, app.Splitting{
					NewColony: app.NewColony{
						ID: l.id(), Yard: l.mill, Code: fmt.Sprintf("SP-%d", do), NestFormat: "langstroth-deep-10", NestBoxes: 1,
					},
					EntryID: l.id(), Parts: []moves.Part{{From: c.ID, Frames: []string{f}}}, Raise: true,
				})
			}
		case 7:
			if e := c.Log[len(c.Log)-1].Entry; e.Kind != history.KindStack {
				err = l.svc.Correct(l.ctx, c.ID, l.id(), e.ID, on, nil)
			}
		case 8:
			if len(c.Believed.Stack.Boxes) < 2 {
				continue
			}
			x := found(c, l.id())
			x.Look.Note = "\"quoted\", =1+1 & <b>"
			_, err = l.svc.Receive(l.ctx, c.ID, x)
		}
		if r.IntN(8) == 0 {
			err = l.svc.CountStock(l.ctx, l.id(), today, map[stock.Item]float64{
				{Kind: stock.Sugar}: float64(r.IntN(90)), {Kind: stock.Box, Of: "langstroth-deep-10"}: float64(r.IntN(20)),
			})
		}
		do++
		var fe *app.FieldError
		if err != nil && !errors.As(err, &fe) {
			l.t.Fatal(err)
		}
	}
}

// withoutKept is the kept plans in a document.
var withoutKept = regexp.MustCompile(`"kept_plans":\[.*?\],"photos"`)

// TestAnOperationGoesToAnotherMachine: exported and imported into an empty file all is
// as it was: the document to the letter, boards and books; again it changes nothing,
// and what a phone sends again gets its old answer.
func TestAnOperationGoesToAnotherMachine(t *testing.T) {
	for seed := range uint64(4) {
		t.Run(fmt.Sprint("seed ", seed), func(t *testing.T) {
			l := newLife(t)
			sent := found(l.colony(l.one), uid("phone"))
			if _, err := l.svc.Receive(l.ctx, l.one, sent); err != nil {
				t.Fatal(err)
			}
			lived(l, seed)
			file := exported(t, l.svc)
			other, _ := anotherMachine(t)
			did, err := other.Import(l.ctx, file)
			if err != nil {
				t.Fatal(err)
			}
			for _, p := range did.Parts {
				if p.Same > 0 || p.Other > 0 {
					t.Errorf("of %s %d were there already", p.What, p.Same+p.Other)
				}
			}
			was, is := inZip(t, file), inZip(t, exported(t, other))
			for _, all := range []map[string]string{was, is} { // the plans of today are made anew there
				if !strings.Contains(all["kembo.json"], `"kept_plans":[{`) {
					t.Error("no plan was kept")
				}
				all["kembo.json"] = withoutKept.ReplaceAllString(all["kembo.json"], "")
			}
			if !reflect.DeepEqual(was, is) {
				t.Errorf("it is not as it was: %d and %d bytes", len(was["kembo.json"]), len(is["kembo.json"]))
			}
			o := &life{t: t, ctx: l.ctx, svc: other}
			if a, b := l.codes(l.mill), o.codes(l.mill); a != b {
				t.Errorf("the board has %q, and there %q", a, b)
			}
			if a, b := l.colony(l.one), o.colony(l.one); !reflect.DeepEqual(a.Believed.Stack, b.Believed.Stack) ||
				!reflect.DeepEqual(a.Believed.Queens, b.Believed.Queens) || !reflect.DeepEqual(a.Standing, b.Standing) {
				t.Error("MR-01 is another colony there")
			}
			again, err := other.Import(l.ctx, file)
			if err != nil {
				t.Fatal(err)
			}
			for _, p := range again.Parts {
				if p.New > 0 || p.Other > 0 {
					t.Errorf("imported again, %d %s are new and %d others", p.New, p.What, p.Other)
				}
			}
			got, err := other.Receive(l.ctx, l.one, sent)
			if err != nil || !got.Again {
				t.Errorf("sent again there: %+v, %v", got, err)
			}
		})
	}
}

// TestWhatIsNoExportIsRefusedByName, and nothing is stored.
func TestWhatIsNoExportIsRefusedByName(t *testing.T) {
	l := newLife(t)
	document := inZip(t, exported(t, l.svc))["kembo.json"]
	var fields map[string]any
	if err := json.Unmarshal([]byte(document), &fields); err != nil {
		t.Fatal(err)
	}
	for _, tt := range []struct{ name, file, says string }{
		{"no JSON", "colony,code\n", "no document"},
		{"another JSON", `{"name": "x"}`, "no kembo_operation"},
		{"a newer one", `{"kembo_operation": 99}`, "version 99"},
		{"a field more", strings.Replace(document, `"first_code"`, `"colour":"red","first_code"`, 1), "colour"},
		{"a day that is none", strings.Replace(document, `"day":"2026-06-03"`, `"day":"soon"`, 1), "soon"},
		{"a damaged zip", "PK\x03\x04 and no more", "damaged"},
	} {
		other, s := anotherMachine(t)
		_, err := other.Import(l.ctx, []byte(tt.file))
		var we *app.WholeError
		if !errors.As(err, &we) || !strings.Contains(we.Say, tt.says) {
			t.Errorf("%s: %v, want a sentence with %q", tt.name, err, tt.says)
		}
		op, _ := other.Operation(l.ctx)
		if ys, err := s.Yards(l.ctx, op.ID); err != nil || len(ys) != 0 {
			t.Errorf("%s: %d yards are stored, %v", tt.name, len(ys), err)
		}
	}
	// A yard of the same name that is another one.
	other, _ := anotherMachine(t)
	o := &life{t: t, ctx: l.ctx, svc: other}
	o.must(other.MakeYard(l.ctx, app.NewYard{
		ID: uid("mine"), Name: "Mill Race", Climate: "uk", Hemisphere: "north", Zone: "Europe/London", RhythmDays: 7,
	}))
	if _, err := other.Import(l.ctx, []byte(document)); err == nil || !strings.Contains(err.Error(), "Mill Race") {
		t.Errorf("two yards of a name: %v", err)
	}
}

// TestTablesHoldWhatWasEntered: a look, a feed, a treatment, a count and a crop each stand
// in their table with their figures; what was taken back stands among the entries alone.
func TestTablesHoldWhatWasEntered(t *testing.T) {
	l := newLife(t)
	box := moves.NewBox(formatOf(t, "langstroth-medium-10"), 10, hive.Make{Super: true, Drawn: true}, l.id)
	for _, a := range []moves.Act{
		moves.FeedOf("1:1 syrup", 1.25), &moves.Treatment{What: "gel, thymol", Batch: "T-9", BarDays: 30, Class: moves.Thymol},
		&moves.BoxOn{Box: box, At: len(l.colony(l.one).Believed.Stack.Boxes)},
		&moves.Harvested{Boxes: []string{box.ID}, NetKg: 11.5, Batch: "June"},
	} {
		l.must(l.svc.Act(l.ctx, l.one, l.id(), today, a))
	}
	l.must(l.svc.Record(l.ctx, l.one, history.Entry{
		ID: l.id(), Day: today, Kind: history.KindMites, Body: &history.MiteCount{Method: "wash", Bees: 300, Mites: 6},
	}))
	l.svc.Settled(l.ctx, l.one)
	l.must(l.svc.LotEntry(l.ctx, l.id(), today, lotOf(l, "=A1")))
	wrong := l.id()
	l.must(l.svc.Act(l.ctx, l.one, wrong, today, moves.FeedOf("fondant", 9)))
	l.must(l.svc.UndoVisit(l.ctx, l.one, l.id(), wrong))
	l.svc.Settled(l.ctx, l.one)
	files := inZip(t, exported(t, l.svc))
	on := today.String()
	for table, want := range map[string]string{
		"feeds": "MR-01," + on + ",1:1 syrup,1.25\n", "treatments": "MR-01," + on + `,,"gel, thymol",thymol,T-9,`,
		"counts": "MR-01," + on + ",wash,300,6,0,2,", "harvest": "MR-01," + on + ",1,0,11.5,true,", "looks": ",boxes,",
		"acts": ",treatment,Treatment in,", "colonies": ",MR-01,", "entries": ",feed,", "weights": "colony,day,kg\n",
		"stock": "count,day,kind,what,amount\n", "lots": ",'=A1," + on + ",11,11,17.5,0,MR-01,0\n",
	} {
		if text := files["tables/"+table+".csv"]; !strings.Contains(text, want) {
			t.Errorf("%s lacks %q:\n%s", table, want, text)
		}
	}
	if strings.Contains(files["tables/feeds.csv"], "fondant") || !strings.Contains(files["tables/entries.csv"], wrong) {
		t.Error("what was taken back is a feed, or is no entry")
	}
}

// lotOf is all that came off and is in no lot yet, as a lot.
func lotOf(l *life, name string) *lots.Extracted {
	l.t.Helper()
	h, err := l.svc.Honey(l.ctx)
	if err != nil || len(h.Free) == 0 {
		l.t.Fatalf("%d crops are in no lot, %v", len(h.Free), err)
	}
	x := &lots.Extracted{Lot: l.id(), Name: name, Kg: 11, Water: 17.5}
	for _, c := range h.Free {
		x.Crops = append(x.Crops, lots.Crop{Colony: c.Colony, Entry: c.Entry})
	}
	return x
}

// TestLotsMoveWithTheOperation: lots, what was sold of them and what was taken back are the same on another machine, and taken in
// again they are there once; what came off later than a lot was made, or is not in the books, is refused.
func TestLotsMoveWithTheOperation(t *testing.T) {
	l := newLife(t)
	box := moves.NewBox(formatOf(t, "langstroth-medium-10"), 10, hive.Make{Super: true, Drawn: true}, l.id)
	l.must(l.svc.Act(l.ctx, l.one, l.id(), today, &moves.BoxOn{Box: box, At: len(l.colony(l.one).Believed.Stack.Boxes)}))
	l.must(l.svc.Act(l.ctx, l.one, l.id(), today, &moves.Harvested{Boxes: []string{box.ID}, NetKg: 11.5}))
	l.svc.Settled(l.ctx, l.one)
	lot := lotOf(l, "2026-1")
	for what, err := range map[string]error{
		"the day before": l.svc.LotEntry(l.ctx, l.id(), today-1, lot),
		"tomorrow":       l.svc.LotEntry(l.ctx, l.id(), today+1, lot),
		"no crop of the books": l.svc.LotEntry(l.ctx, l.id(), today, &lots.Extracted{
			Lot: l.id(), Name: "x", Kg: 1, Crops: []lots.Crop{{Colony: l.one, Entry: l.id()}},
		}),
	} {
		var field *app.FieldError
		if !errors.As(err, &field) {
			t.Errorf("%s: %v", what, err)
		}
	}
	sale := l.id()
	for range 2 { // sent twice it is one
		l.must(l.svc.LotEntry(l.ctx, sale[:len(sale)-1]+"e", today, lot))
		l.must(l.svc.LotEntry(l.ctx, sale, today, &lots.Left{Lot: lot.Lot, Kg: 4, How: lots.Sold, To: "farm shop"}))
	}
	wrong := l.id()
	l.must(l.svc.LotEntry(l.ctx, wrong, today, &lots.Tested{Lot: lot.Lot, Water: 18}))
	l.must(l.svc.TakeBackLot(l.ctx, l.id(), wrong))
	file := exported(t, l.svc)
	other, _ := anotherMachine(t)
	for range 2 {
		if _, err := other.Import(l.ctx, file); err != nil {
			t.Fatal(err)
		}
		h, err := other.Honey(l.ctx)
		if err != nil {
			t.Fatal(err)
		}
		x := h.Account.Lot(lot.Lot)
		if x == nil || x.Kg != 7 || x.Water != 17.5 || len(x.Gone) != 1 || len(h.Misfits) != 0 || len(h.Free) != 0 {
			t.Fatalf("there it is %+v, with %v that does not fit", x, h.Misfits)
		}
	}
}

func formatOf(t *testing.T, format string) hive.BoxFormat {
	t.Helper()
	f, err := hive.FormatFor(format)
	if err != nil {
		t.Fatal(err)
	}
	return f
}

// TestNoTokenLeaves: devices and what they join by are not in an export, and no cell of
// its tables is read as a formula.
func TestNoTokenLeaves(t *testing.T) {
	l := newLife(t)
	x := found(l.colony(l.one), l.id())
	x.Look.Note = "=HYPERLINK(\"http://example.org\")"
	if _, err := l.svc.Receive(l.ctx, l.one, x); err != nil {
		t.Fatal(err)
	}
	files := inZip(t, exported(t, l.svc))
	for name, text := range files {
		if strings.Contains(text, "token") || strings.Contains(text, "key_hash") {
			t.Errorf("%s has a token", name)
		}
	}
	if !strings.Contains(files["tables/entries.csv"], `"'=HYPERLINK`) {
		t.Error("a note is read as a formula")
	}
	if got := app.Harmless("-12.5"); got != "-12.5" {
		t.Errorf("a number became %q", got)
	}
}
