package history_test

import (
	"slices"
	"testing"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
)

// TestFollowUps: what is done, and looks of several days and depths: which of them tell, and what. Source: common practice,
// as each promise tells its days.
func TestFollowUps(t *testing.T) {
	deep, medium := hive.Formats[0], hive.Formats[2]
	frames := func(id string, n int) (out []string) {
		for i := range n {
			out = append(out, id+string(rune('a'+i)))
		}
		return out
	}
	const on = day.Day(20000)
	setUp := history.Entry{ID: "set", Day: on - 60, Kind: history.KindStack, Body: &history.StackSet{Boxes: []moves.Box{
		moves.BoxOf(deep, "nest", frames("n", 10), hive.Make{Drawn: true}),
	}}}
	super := &moves.BoxOn{At: 1, Box: moves.BoxOf(medium, "super", frames("s", 10), hive.Make{Super: true, Drawn: true})}
	under := &moves.BoxOn{Box: moves.BoxOf(deep, "low", frames("l", 10), hive.Make{Drawn: true})}
	swap := &moves.CombsSwapped{Out: []string{"nb"}, In: []string{"new"}}
	drawn := &moves.Rearranged{Boxes: []moves.Hung{{
		Box: "nest", Frames: append(frames("n", 1), append([]string{"new"}, frames("n", 10)[2:]...)...), Drawn: []string{"new"},
	}}}
	given := &moves.QueenGiven{Queen: "q", Year: 2026}
	counted := func(box string, c look.Counts) *history.Look {
		return &history.Look{Boxes: []history.BoxLook{{Box: box, Depth: "boxes", Counts: &c}}}
	}
	glanced := func(state string) *history.Look {
		return &history.Look{Boxes: []history.BoxLook{{Box: "super", Depth: "seams", State: state}}}
	}
	painted := func(slot int, face string) *history.Look {
		b := history.BoxLook{Box: "nest", Depth: "faces", Faces: make([][2]string, 10)}
		b.Faces[slot] = [2]string{face, face}
		return &history.Look{Boxes: []history.BoxLook{b}}
	}
	torn := &history.Look{Cells: history.Cells{Check: "complete", Torn: 5}}
	checked := func(cells int) *history.Look {
		return &history.Look{Cells: history.Cells{Check: "complete", Charged: cells}}
	}
	eggs := func(seen bool) *history.Look { return &history.Look{Queen: history.Queen{Looked: true, Eggs: seen}} }
	type seen struct {
		in   int // days after it was done
		look *history.Look
	}
	for _, x := range []struct {
		name   string
		did    any
		looks  []seen
		of     history.Promise
		looked int // days after it was done that it is told; 0: it is not
		kept   bool
	}{
		{"a super begun", super, []seen{{8, glanced("started")}}, history.SuperUsed, 8, true},
		{"a drawn comb laid in that a plan brought", drawn, []seen{{9, painted(1, "L4 B2")}}, history.BroodInCombs, 9, true},
		{"one still empty", super, []seen{{8, glanced("empty")}}, history.SuperUsed, 8, false},
		{"counted", super, []seen{{8, counted("super", look.Counts{Nectar: 2, Empty: 8})}}, history.SuperUsed, 8, true},
		{"looked at too soon, then not", super, []seen{{2, glanced("empty")}}, history.SuperUsed, 0, false},
		{"the first look that tells stands", super, []seen{{5, glanced("empty")}, {12, glanced("half")}}, history.SuperUsed, 5, false},
		{"too late to tell", super, []seen{{40, glanced("full")}}, history.SuperUsed, 0, false},
		{"another box", super, []seen{{8, counted("nest", look.Counts{Brood: 5})}}, history.SuperUsed, 0, false},
		{"brood below", under, []seen{{10, counted("low", look.Counts{Brood: 1, Empty: 9})}}, history.BroodInBox, 10, true},
		{"none below", under, []seen{{10, counted("low", look.Counts{Empty: 10})}}, history.BroodInBox, 10, false},
		{"brood in the comb", swap, []seen{{9, painted(1, "E3 C5")}}, history.BroodInCombs, 9, true},
		{"none in it", swap, []seen{{9, painted(1, "C8")}}, history.BroodInCombs, 9, false},
		{"counted by the box it is not told", swap, []seen{{9, counted("nest", look.Counts{Brood: 6})}}, history.BroodInCombs, 0, false},
		{"eggs of hers", given, []seen{{12, eggs(true)}}, history.EggsOfQueen, 12, true},
		{"none", given, []seen{{12, eggs(false)}}, history.EggsOfQueen, 12, false},
		{"looked for after five days", given, []seen{{5, eggs(false)}, {14, eggs(true)}}, history.EggsOfQueen, 14, true},
		{"no cells again", torn, []seen{{6, checked(0)}}, history.NoNewCells, 6, true},
		{"new ones", torn, []seen{{6, checked(3)}}, history.NoNewCells, 6, false},
	} {
		log := []history.Entry{setUp, {ID: "did", Day: on, Body: x.did}}
		if l, ok := x.did.(*history.Look); ok {
			log[1].Kind, log[1].Body = history.KindLook, l
		}
		for i, s := range x.looks {
			log = append(log, history.Entry{ID: string(rune('0' + i)), Day: on + day.Day(s.in), Kind: history.KindLook, Body: s.look})
		}
		all := history.FollowUps("A", log)
		if len(all) != 1 {
			t.Errorf("%s: %d follow-ups", x.name, len(all))
			continue
		}
		f := all[0]
		told := 0
		if f.Looked != 0 {
			told = int(f.Looked - on)
		}
		if f.Promise != x.of || told != x.looked || f.Kept != x.kept || f.Entry != "did" {
			t.Errorf("%s: %s told after %d days, kept %v", x.name, f.Promise, told, f.Kept)
		}
		if over := f.Over(on + 100); over != (x.looked == 0) {
			t.Errorf("%s: over %v", x.name, over)
		}
	}
}

// TestWhatBroodAndHoneyShouldComeTo: who gave brood has four combs of it again, told where every box of the nest was counted, once
// for all combs of an entry; and honey that was alternated with drawn combs is opened, while frames that change places otherwise
// promise nothing. Common practice.
func TestWhatBroodAndHoneyShouldComeTo(t *testing.T) {
	const on = day.Day(20000)
	deep, medium := hive.Formats[0], hive.Formats[2]
	ids := func(box string) (out []string) {
		for i := range 10 {
			out = append(out, box+string(rune('a'+i)))
		}
		return out
	}
	setUp := history.Entry{ID: "set", Day: on - 60, Kind: history.KindStack, Body: &history.StackSet{Boxes: []moves.Box{
		moves.BoxOf(deep, "n", ids("n"), hive.Make{Drawn: true}), moves.BoxOf(medium, "h", ids("h"), hive.Make{Super: true, Drawn: true}),
		moves.BoxOf(medium, "g", ids("g"), hive.Make{Super: true, Drawn: true}),
	}}}
	split := &moves.Several{Title: "split", Acts: []moves.Act{
		&moves.FrameMoved{Frame: "nc", From: "A", To: "B", Box: "x", Slot: 1, WithBees: true},
	}}
	gave := &moves.Several{Title: "brood", Acts: []moves.Act{
		&moves.FrameMoved{Frame: "xa", From: "B", To: moves.Aside},
		&moves.FrameMoved{Frame: "nc", From: "A", To: "B", Box: "x", Slot: 1, WithBees: true},
		&moves.FrameMoved{Frame: "nd", From: "A", To: "B", Box: "x", Slot: 1, WithBees: true},
	}}
	honey := &moves.Several{Title: "honey", Acts: []moves.Act{&moves.FrameMoved{Frame: "nc", From: "A", To: "B", Box: "x", Slot: 1}}}
	upper := &moves.BoxOn{At: 3, Box: moves.BoxOf(medium, "u", ids("u"), hive.Make{Super: true, Drawn: true})}
	exchanged := &moves.FramesExchanged{A: []string{"hb", "hd", "hf"}, B: []string{"ub", "ud", "uf"}}
	within := &moves.FramesExchanged{A: []string{"hb", "hd", "hf"}, B: []string{"gb", "gd", "gf"}}
	counted := func(nest, up look.Counts) *history.Look {
		return &history.Look{Boxes: []history.BoxLook{{Box: "n", Depth: "boxes", Counts: &nest}, {Box: "u", Depth: "boxes", Counts: &up}}}
	}
	nest := look.Counts{Brood: 5, Honey: 2, Empty: 3}
	for _, x := range []struct {
		name string
		did  moves.Act
		look *history.Look
		of   history.Promise
		told bool
		kept bool
	}{
		{"five combs of brood again", gave, counted(nest, look.Counts{}), history.DonorBack, true, true},
		{"three", gave, counted(look.Counts{Brood: 3, Empty: 5}, look.Counts{}), history.DonorBack, true, false},
		{"not counted", gave, &history.Look{}, history.DonorBack, false, false},
		{"it was split", split, counted(nest, look.Counts{}), history.DonorBack, false, false},
		{"honey was given", honey, counted(nest, look.Counts{}), history.DonorBack, false, false},
		{
			"one comb of three is opened", &moves.Several{Acts: []moves.Act{upper, exchanged}}, counted(nest, look.Counts{Honey: 2, Empty: 8}),
			history.HoneyOpened, true, true,
		},
		{
			"none is", &moves.Several{Acts: []moves.Act{upper, exchanged}}, counted(nest, look.Counts{Honey: 3, Empty: 7}),
			history.HoneyOpened, true, false,
		},
		{"combs of two boxes that stood there change places", within, counted(nest, look.Counts{Honey: 2}), history.HoneyOpened, false, false},
		{"frames change places", exchanged, counted(nest, look.Counts{Honey: 2}), history.HoneyOpened, false, false},
	} {
		found := 0
		for _, f := range history.FollowUps("A", []history.Entry{
			setUp, {ID: "did", Day: on, Body: x.did}, {ID: "look", Day: on + 12, Kind: history.KindLook, Body: x.look},
		}) {
			if f.Promise != x.of {
				continue
			}
			found++
			if (f.Looked != 0) != x.told || f.Kept != x.kept {
				t.Errorf("%s: looked on %d, kept is %v", x.name, f.Looked, f.Kept)
			}
		}
		promisesNone := []moves.Act{honey, split, exchanged, within}
		if none := slices.Contains(promisesNone, x.did); (found == 0) != none || found > 1 {
			t.Errorf("%s: %d follow-ups", x.name, found)
		}
	}
}
