// Package draft is a plan that a keeper draws: combs and boxes taken from here and put there on a picture of the hive. A
// [Step] is one such hand; steps are written as a short text, so that a page's address holds them and going back is undo.
//
//	2.4-1.1    the comb in box 2, slot 4, to box 1, slot 1
//	2.4-off    out of the hive
//	2.4-turn   its other face to the front
//	drawn-1.3  a drawn comb into box 1 before slot 3, where all are taken for the comb there; sheet-1.3 a sheet of foundation
//	b3-1       box 3 to the floor; b3-off off the hive
//	+drawn     a super of drawn comb on top; +sheet of foundation; +under a drawn box under the nest
//	ex-2       the excluder over two boxes; ex-0 out
//	put-KEY    all arranged for a goal of package arrange; once it is, with what that was: put-KEY:2.4-1.1:2.5-off
//
// Boxes are counted from the floor and slots from the left, both from 1, as they stand when the hand is put to it.
package draft

import (
	"fmt"
	"strconv"
	"strings"

	"kembo/core/comb"
	"kembo/core/hive"
)

// Kind is what a step does.
type Kind string

// The kinds of steps.
const (
	MoveComb Kind = "comb"
	CombOff  Kind = "comb-off"
	TurnComb Kind = "turn"
	NewComb  Kind = "new"
	MoveBox  Kind = "box"
	BoxOff   Kind = "box-off"
	NewBox   Kind = "box-new"
	Excluder Kind = "ex"
	Arrange  Kind = "put"
)

// Step is one hand put to the hive.
type Step struct {
	Do       Kind
	From, To hive.Place // of a box: its Box alone
	Drawn    bool       // of what comes
	Under    bool       // of a box that comes
	Over     int        // boxes under the excluder
	Goal     string     // of package arrange
	Steps    []Step     // what arranging for it was; none: it is yet to be found
}

// Most is the most steps that a plan is drawn of, those of what was arranged counted in. Rounding: an address holds them.
const Most = 150

// Parse reads steps that stand between commas. The error says which cannot be read.
func Parse(text string) ([]Step, error) {
	if text == "" {
		return nil, nil
	}
	if strings.Count(text, ",")+strings.Count(text, ":") >= Most {
		return nil, fmt.Errorf("a plan is drawn in at most %d steps", Most)
	}
	words := strings.Split(text, ",")
	var out []Step
	for _, w := range words {
		s, ok := parse(w)
		if !ok {
			return nil, fmt.Errorf("%q is no step of a plan", w)
		}
		out = append(out, s)
	}
	return out, nil
}

func parse(w string) (Step, bool) {
	switch w {
	case "+drawn":
		return Step{Do: NewBox, Drawn: true}, true
	case "+sheet":
		return Step{Do: NewBox}, true
	case "+under":
		return Step{Do: NewBox, Drawn: true, Under: true}, true
	}
	what, to, ok := strings.Cut(w, "-")
	if !ok {
		return Step{}, false
	}
	switch what {
	case "put":
		return parseGoal(to)
	case "ex":
		n, err := strconv.Atoi(to)
		return Step{Do: Excluder, Over: n}, err == nil && n >= 0
	case "drawn", "sheet":
		p, ok := place(to)
		return Step{Do: NewComb, To: p, Drawn: what == "drawn"}, ok
	}
	if n, isBox := strings.CutPrefix(what, "b"); isBox {
		from, err := strconv.Atoi(n)
		s := Step{Do: MoveBox, From: hive.Place{Box: from - 1}}
		if to == "off" {
			s.Do = BoxOff
			return s, err == nil && from > 0
		}
		at, wrong := strconv.Atoi(to)
		s.To.Box = at - 1
		return s, err == nil && wrong == nil && from > 0 && at > 0
	}
	from, ok := place(what)
	s := Step{Do: MoveComb, From: from}
	switch to {
	case "off":
		s.Do = CombOff
		return s, ok
	case "turn":
		s.Do = TurnComb
		return s, ok
	}
	at, there := place(to)
	s.To = at
	return s, ok && there
}

// parseGoal reads what something is arranged for, with the steps that this was.
func parseGoal(text string) (Step, bool) {
	all := strings.Split(text, ":")
	s := Step{Do: Arrange, Goal: all[0]}
	for _, w := range all[1:] {
		sub, ok := parse(w)
		if !ok || sub.Do == Arrange {
			return s, false
		}
		s.Steps = append(s.Steps, sub)
	}
	return s, s.Goal != ""
}

// place reads a slot, "2.4".
func place(text string) (hive.Place, bool) {
	a, b, ok := strings.Cut(text, ".")
	box, err := strconv.Atoi(a)
	slot, wrong := strconv.Atoi(b)
	return hive.Place{Box: box - 1, Slot: slot - 1}, ok && err == nil && wrong == nil && box > 0 && slot > 0
}

// String writes a step as [Parse] reads it.
func (s Step) String() string {
	at := func(p hive.Place) string { return fmt.Sprintf("%d.%d", p.Box+1, p.Slot+1) }
	switch s.Do {
	case MoveComb:
		return at(s.From) + "-" + at(s.To)
	case CombOff:
		return at(s.From) + "-off"
	case TurnComb:
		return at(s.From) + "-turn"
	case NewComb:
		return comes(s.Drawn) + "-" + at(s.To)
	case MoveBox:
		return fmt.Sprintf("b%d-%d", s.From.Box+1, s.To.Box+1)
	case BoxOff:
		return fmt.Sprintf("b%d-off", s.From.Box+1)
	case NewBox:
		if s.Under {
			return "+under"
		}
		return "+" + comes(s.Drawn)
	case Excluder:
		return fmt.Sprintf("ex-%d", s.Over)
	}
	text := "put-" + s.Goal
	for _, x := range s.Steps {
		text += ":" + x.String()
	}
	return text
}

func comes(drawn bool) string {
	if drawn {
		return "drawn"
	}
	return "sheet"
}

// Text writes steps as [Parse] reads them.
func Text(all []Step) string {
	var out []string
	for _, s := range all {
		out = append(out, s.String())
	}
	return strings.Join(out, ",")
}

// frame is a comb that comes.
func frame(id string, drawn bool) hive.Frame {
	c := comb.Foundation
	if drawn {
		c = comb.Empty
	}
	var s comb.Shares
	s[c] = 1
	return hive.Frame{ID: id, A: s, B: s}
}
