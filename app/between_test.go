package app_test

import (
	"context"
	"encoding/json"
	"strings"
	"testing"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
)

// richAndPoor is two hives, the second with honey to spare.
func richAndPoor(t *testing.T) (r *row, see func(code string, honey float64, found colony.Health)) {
	r = newRow(t, "MR-01", "MR-02")
	see = func(code string, honey float64, found colony.Health) {
		t.Helper()
		e := r.seen(code, look.Counts{Brood: 2, Honey: honey, Empty: 8 - honey}, look.Counts{Empty: 6}, found)
		if err := r.svc.Record(context.Background(), r.ids[code], e); err != nil {
			t.Fatal(err)
		}
	}
	see("MR-01", 2, colony.Healthy)
	see("MR-02", 7, colony.Healthy)
	return r, see
}

// TestNothingIsWrittenIntoASuspectHive: combs that a line or a sheet carries into a hive whose brood is suspect are refused with
// its code, and are written once it is found healthy.
func TestNothingIsWrittenIntoASuspectHive(t *testing.T) {
	for name, carry := range map[string]func(*row, string) error{
		"a line": func(r *row, _ string) error {
			_, err := r.svc.Between(context.Background(), "MR-02 h1>MR-01", app.NewID(), r.now)
			return err
		},
		"a sheet": func(r *row, act string) error {
			x := app.Exchanged{Entry: app.NewID(), On: r.now, Act: act}
			return r.svc.DoExchange(context.Background(), r.ids["MR-02"], x)
		},
	} {
		r, see := richAndPoor(t)
		from, to := r.colony("MR-02"), r.colony("MR-01")
		one := &moves.FrameMoved{
			Frame: from.Believed.Stack.Boxes[0].Frames[9].ID, From: r.ids["MR-02"], To: r.ids["MR-01"],
			Box: to.Believed.Stack.Boxes[1].ID, Slot: 2,
		}
		act, err := json.Marshal(&moves.Several{Acts: []moves.Act{one}})
		if err != nil {
			t.Fatal(err)
		}
		see("MR-01", 2, colony.Suspect)
		if err := carry(r, string(act)); err == nil || !strings.Contains(err.Error(), "MR-01: its brood was found suspect") {
			t.Errorf("%s into a suspect hive: %v", name, err)
		}
		see("MR-01", 2, colony.Healthy)
		if err := carry(r, string(act)); err != nil {
			t.Errorf("%s into a healthy one: %v", name, err)
		}
	}
}

// TestALineOfAnEarlierDayIsReadAsTheHivesHungThen: a line of three days ago means a comb of honey of the lower box, since the
// upper one, which is full today, was empty then; a line of last month is refused, and one of tomorrow.
func TestALineOfAnEarlierDayIsReadAsTheHivesHungThen(t *testing.T) {
	for _, late := range []bool{false, true} {
		r, _ := richAndPoor(t)
		ctx := context.Background()
		then := r.now
		r.now += 3
		stack := r.colony("MR-02").Believed.Stack
		full := history.BoxLook{Box: stack.Boxes[1].ID, Depth: "boxes", Counts: &look.Counts{Honey: 6}}
		e := history.Entry{ID: app.NewID(), Day: r.now, Kind: history.KindLook, Body: &history.Look{Boxes: []history.BoxLook{full}}}
		if err := r.svc.Record(ctx, r.ids["MR-02"], e); err != nil {
			t.Fatal(err)
		}
		write := func(on day.Day) error {
			_, err := r.svc.Between(ctx, "MR-02 h1>MR-01", app.NewID(), on)
			return err
		}
		on, want := r.now, 1
		if late {
			on, want = then, 0
		}
		if err := write(on); err != nil {
			t.Fatal(err)
		}
		for i, b := range r.colony("MR-02").Believed.Stack.Boxes {
			if gone := len(stack.Boxes[i].Frames) - len(b.Frames); (gone == 1) != (i == want) {
				t.Errorf("written on %s, %d combs are gone from box %d", on.Long(), gone, i+1)
			}
		}
		for on, want := range map[day.Day]string{then - 30: "not there yet", r.now + 1: "a day that has come"} {
			if err := write(on); err == nil || !strings.Contains(err.Error(), want) {
				t.Errorf("of %s: %v", on.Long(), err)
			}
		}
		r.now += 30
		if err := write(then); err == nil || !strings.Contains(err.Error(), "the last 14 days") {
			t.Errorf("a month late: %v", err)
		}
	}
}
