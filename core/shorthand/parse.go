package shorthand

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
)

// Parse reads a line about a hive with these boxes; unit is that of a mass typed
// without one, kg or lb. What cannot be read is an *Error that points at it.
// Whether a look can be true of the hive is for look.Check to say.
func Parse(text string, boxes []Box, unit string) (Line, error) {
	p := parser{text: text, boxes: boxes, unit: unitOr(unit), looks: make([]history.BoxLook, len(boxes)), at: -1}
	if len(boxes) == 1 {
		p.at = 0
	}
	for p.next() {
		if err := p.token(); err != nil {
			return Line{}, err
		}
	}
	return p.line(), nil
}

type parser struct {
	text     string
	pos      int // behind the token
	from, to int // of the token
	boxes    []Box
	unit     string
	at       int // the box that tokens are about; -1: none was named
	look     history.Look
	found    bool // something of the whole hive
	looks    []history.BoxLook
	acts     []Act
}

// next finds the next token. A note begins with a semicolon and takes the rest.
func (p *parser) next() bool {
	for p.pos < len(p.text) && isSpace(p.text[p.pos]) {
		p.pos++
	}
	p.from = p.pos
	if p.from == len(p.text) {
		return false
	}
	if p.text[p.from] == ';' {
		p.pos, p.to = len(p.text), len(p.text)
		return true
	}
	for p.pos < len(p.text) && !isSpace(p.text[p.pos]) && p.text[p.pos] != ';' {
		p.pos++
		if p.text[p.pos-1] == ':' && digits(p.text[p.from:p.pos-1]) { // a box may be glued to what follows
			break
		}
	}
	p.to = p.pos
	return true
}

func isSpace(b byte) bool { return b == ' ' || b == '\t' || b == '\n' || b == '\r' }

func digits(s string) bool {
	return s != "" && strings.Trim(s, "0123456789") == ""
}

func (p *parser) wrong(format string, a ...any) error {
	return &Error{p.from, p.to, fmt.Sprintf(format, a...)}
}

// token reads one.
func (p *parser) token() error {
	raw := p.text[p.from:p.to]
	t := strings.ToLower(raw)
	rest := t[1:]
	switch {
	case t[0] == ';':
		return p.note(raw[1:])
	case strings.HasSuffix(t, ":") && digits(t[:len(t)-1]):
		return p.box(t[:len(t)-1])
	case t[0] == '!' && rest != "":
		p.look.Insisted = append(p.look.Insisted, raw[1:])
		return nil
	case t == "turn":
		return p.did(Act{What: Turned})
	case t == "ex+":
		return p.did(Act{What: ExcluderIn})
	case t == "ex-":
		return p.did(Act{What: ExcluderOut})
	case strings.HasPrefix(t, "swap"):
		n, err := p.whole(t[4:], 1, 40, "combs of honey swapped, as swap2")
		if err != nil {
			return err
		}
		return p.did(Act{What: CombsSwap, Count: n})
	case t[0] == 'x' && digits(strings.TrimSuffix(rest, "h")):
		i, err := p.number(strings.TrimSuffix(rest, "h"))
		if err != nil {
			return err
		}
		return p.did(Act{What: BoxOff, Box: p.boxes[i].ID, Harvested: strings.HasSuffix(rest, "h")})
	case t[0] == '+':
		return p.plus(rest)
	case t[0] == 'q':
		return p.queen(rest)
	case strings.HasPrefix(t, "cc"), strings.HasPrefix(t, "cp"), strings.HasPrefix(t, "c:"), strings.HasPrefix(t, "c@"):
		return p.cells(rest)
	case t == "h+", t == "h-":
		p.found = true
		p.look.Health = map[bool]string{true: "healthy", false: "suspect"}[t == "h+"]
		return nil
	case t == "w+", t == "w-":
		p.found = true
		p.look.WhiteWax = yesNo(t[1])
		return nil
	case t[0] == 'w':
		return p.weight(rest)
	}
	return p.ofBox(t)
}

func yesNo(sign byte) string {
	if sign == '+' {
		return string(look.Yes)
	}
	return string(look.No)
}

func (p *parser) did(a Act) error {
	p.acts = append(p.acts, a)
	return nil
}

func (p *parser) note(t string) error {
	t = strings.TrimSpace(t)
	if strings.HasPrefix(t, `"`) {
		if u, err := strconv.Unquote(t); err == nil {
			t = strings.TrimSpace(u)
		}
	}
	p.look.Note = t
	p.found = p.found || t != ""
	return nil
}

// number returns the index of a box by its number from the floor.
func (p *parser) number(t string) (int, error) {
	n, err := strconv.Atoi(t)
	if err != nil || n < 1 || n > len(p.boxes) {
		return 0, p.wrong("there is no box %s; this hive has %d, counted from the floor", t, len(p.boxes))
	}
	return n - 1, nil
}

func (p *parser) box(t string) (err error) {
	p.at, err = p.number(t)
	return err
}

func (p *parser) whole(t string, least, most int, of string) (int, error) {
	n, err := strconv.Atoi(t)
	if err != nil || n < least || n > most {
		return 0, p.wrong("%q is not %d to %d %s", t, least, most, of)
	}
	return n, nil
}

// plus reads what was given: supers, syrup or sugar.
func (p *parser) plus(t string) error {
	n := len(t) - len(strings.TrimLeft(t, "0123456789.,"))
	num, word := t[:n], t[n:]
	switch {
	case word == "s" || word == "sf":
		k, err := p.whole(num, 1, 9, "supers, as +1S, or +1SF with foundation")
		if err != nil {
			return err
		}
		return p.did(Act{What: SupersOn, Count: k, Drawn: word == "s"})
	case word == "l1:1" || word == "l2:1":
		v, err := p.amount(num, 60, "litres of syrup, as +4L1:1")
		if err != nil {
			return err
		}
		return p.did(Act{What: Fed, Litres: v, Ratio: word[1:]})
	case word == "kg":
		v, err := p.amount(num, 60, "kg of sugar, as +2kg")
		if err != nil {
			return err
		}
		return p.did(Act{What: Fed, Kg: v})
	}
	return p.wrong("%q was not understood after +; write +1S for a drawn super, +1SF for one of foundation, +4L1:1 for syrup, +2kg for sugar", t)
}

func (p *parser) amount(t string, most float64, of string) (float64, error) {
	v, err := measure.ParseNumber(t)
	if err != nil || v <= 0 || v > most {
		return 0, p.wrong("%q is not more than 0 and up to %g %s", t, most, of)
	}
	return v, nil
}

func (p *parser) queen(t string) error {
	p.found, p.look.Queen.Looked = true, true
	if t == "0" {
		return nil
	}
	for i := range len(t) {
		k := slices.IndexFunc(queenLetters, func(x struct {
			letter byte
			of     func(*history.Queen) *bool
			word   string
		}) bool {
			return x.letter == t[i]
		})
		if k < 0 {
			return p.wrong("%q is not a sign of her; use S saw her, E eggs, L larvae, B capped brood, or q0 for none of them", t[i:i+1])
		}
		*queenLetters[k].of(&p.look.Queen) = true
	}
	if t == "" {
		return p.wrong("say what was seen of her: qS saw her, qE eggs, qL larvae, qB capped brood, q0 none of them")
	}
	return nil
}

// cells reads a check for queen cells: c or p for how, counts by letter, where.
func (p *parser) cells(t string) error {
	p.found = true
	c := &p.look.Cells
	if t[0] == 'c' || t[0] == 'p' {
		c.Check = map[byte]string{'c': "complete", 'p': "partial"}[t[0]]
		t = t[1:]
	}
	t, where, placed := strings.Cut(t, "@")
	if placed {
		if !slices.Contains(places, where) {
			return p.wrong("%q is not where cells hang; use @edge, @face or @both", where)
		}
		c.Where = where
	}
	if t == "" {
		return nil
	}
	if t[0] != ':' {
		return p.wrong("after cc or cp come a colon and counts, as cc:u3h2")
	}
	for t = t[1:]; t != ""; {
		k := -1
		for i := range cellLetters {
			if cellLetters[i].letter == t[0] {
				k = i
			}
		}
		if k < 0 {
			return p.wrong("%q is not a kind of cell; use u dry cups, g with an egg, h charged, k capped, m emerged, t torn down", t[:1])
		}
		n := len(t[1:]) - len(strings.TrimLeft(t[1:], "0123456789"))
		count, err := p.whole(t[1:1+n], 0, 500, "cells, as h2")
		if err != nil {
			return err
		}
		*cellLetters[k].of(c) = count
		t = t[1+n:]
	}
	return nil
}

// weight reads that of the whole hive: W54kg, W22+24kg for both sides, W/27kg for
// one, Wheavy by the back.
func (p *parser) weight(t string) error {
	p.found = true
	w := &history.Weight{How: string(look.OnScale)}
	p.look.Weight = w
	if slices.Contains(hefts, look.Heft(t)) {
		w.How, w.Heft = string(look.ByFeel), t
		return nil
	}
	if strings.HasPrefix(t, "/") {
		w.How, t = string(look.OneSide), t[1:]
	}
	a, b, two := strings.Cut(t, "+")
	if two && w.How == string(look.OnScale) {
		w.How = string(look.TwoSides)
		var err error
		if w.Other, w.Unit, err = p.mass(b); err != nil {
			return err
		}
		u := w.Unit
		if !strings.HasSuffix(a, "kg") && !strings.HasSuffix(a, "lb") {
			a += u
		}
	}
	var err error
	unit := w.Unit
	if w.Value, w.Unit, err = p.mass(a); err != nil {
		return err
	}
	if unit != "" && unit != w.Unit {
		return p.wrong("the two sides are in two units; weigh both in one")
	}
	return nil
}

// mass reads a number with kg, lb or nothing after it.
func (p *parser) mass(t string) (float64, string, error) {
	unit := p.unit
	for _, u := range []measure.Unit{measure.Kilogram, measure.Pound} {
		if strings.HasSuffix(t, u.Name) {
			t, unit = strings.TrimSuffix(t, u.Name), u.Name
			break
		}
	}
	v, err := p.amount(t, 900, unit+", as W54kg or Wheavy")
	return v, unit, err
}

// ofBox reads what is said of one box.
func (p *parser) ofBox(t string) error {
	if p.at < 0 {
		return p.wrong("say which box this is about first, as 1: for the one on the floor")
	}
	x := &p.looks[p.at]
	switch {
	case t == "o+" || t == "o-":
		x.Outer = yesNo(t[1])
		return p.depth(x, look.BySeams)
	case t[0] == '=':
		if !slices.Contains(states, look.SuperState(t[1:])) {
			return p.wrong("%q is not how full a super looks; use =empty, =started, =half, =nearly or =full", t[1:])
		}
		x.State = t[1:]
		return p.depth(x, look.BySeams)
	case t[0] == '^':
		if slices.Contains(hefts, look.Heft(t[1:])) {
			x.Heft = t[1:]
		} else {
			var err error
			if x.Value, x.Unit, err = p.mass(t[1:]); err != nil {
				return err
			}
		}
		return p.depth(x, look.ByHeft)
	case t[0] == 's' && len(t) > 1:
		num, accepted := strings.CutSuffix(t[1:], "~")
		num, below := strings.CutSuffix(num, "v")
		n, err := measure.ParseNumber(num)
		if err != nil || n < 0 {
			return p.wrong("%q is not a count of seams, as s7 or s7.5; v after it is from below", t[1:])
		}
		if x.Depth == string(look.ByHeft) {
			return p.wrong("box %d is told by heft already; tell a box in one way", p.at+1)
		}
		x.Seams, x.Below, x.Expected = &n, below, accepted
		if x.Depth == "" {
			x.Depth = string(look.BySeams)
		}
		return nil
	}
	if a, b, ok := strings.Cut(t, "="); ok {
		return p.face(x, a, b)
	}
	return p.count(x, t)
}

// depth sets the depth of a box; seams go with counts and faces, nothing else
// goes with another.
func (p *parser) depth(x *history.BoxLook, d look.Depth) error {
	before := look.Depth(x.Depth)
	onlySeams := before == look.BySeams && x.Outer == "" && x.State == ""
	if before != "" && before != d && !(onlySeams && (d == look.ByBox || d == look.ByFace)) {
		return p.wrong("box %d is told by %s already; tell a box in one way", p.at+1, before)
	}
	x.Depth = string(d)
	return nil
}

// face reads one side of a frame, as 4a=H3N1P1B2, or zone by zone.
func (p *parser) face(x *history.BoxLook, slot, t string) error {
	n := p.boxes[p.at].Frames
	k, err := strconv.Atoi(strings.TrimRight(slot, "ab"))
	side := strings.IndexByte("ab", slot[max(0, len(slot)-1)])
	if slot == "" || err != nil || k < 1 || k > n || side < 0 || len(slot) != len(strconv.Itoa(k))+1 {
		return p.wrong("%q is not a face of this box; write 1a to %db", slot, n)
	}
	t = strings.ToUpper(t)
	if len(t) != 8 || strings.ContainsAny(t, "0123456789") {
		var b strings.Builder
		for i := range len(t) {
			if i > 0 && (t[i] < '0' || t[i] > '9') {
				b.WriteByte(' ')
			}
			b.WriteByte(t[i])
		}
		t = b.String()
	}
	f, err := comb.ParseFace(t)
	if err != nil {
		return p.wrong("%v", err)
	}
	if f.Painted() == 0 {
		return p.wrong("nothing is said of this face; write eighths by letter, as H3B5")
	}
	if err := p.depth(x, look.ByFace); err != nil {
		return err
	}
	if x.Faces == nil {
		x.Faces = make([][2]string, n)
	}
	x.Faces[k-1][side] = normalFace(t)
	return nil
}

// count reads frames of one content, as B3.5.
func (p *parser) count(x *history.BoxLook, t string) error {
	for _, c := range countLetters {
		if t[0] != c.letter|0x20 || len(t) == 1 {
			continue
		}
		n, err := measure.ParseNumber(t[1:])
		if err != nil || n < 0 {
			return p.wrong("%q is not a count of frames, as %c2 or %c2.5", t[1:], c.letter, c.letter)
		}
		if err := p.depth(x, look.ByBox); err != nil {
			return err
		}
		if x.Counts == nil {
			x.Counts = &look.Counts{}
		}
		*c.of(x.Counts) = n
		return nil
	}
	return p.wrong("%q was not understood", p.text[p.from:p.to])
}

// line puts together what was read.
func (p *parser) line() Line {
	out := Line{Acts: p.acts}
	for i, x := range p.looks {
		if x.Depth != "" {
			x.Box = p.boxes[i].ID
			p.look.Boxes = append(p.look.Boxes, x)
			p.found = true
		}
	}
	if p.found || p.look.Insisted != nil {
		l := p.look
		out.Look = &l
	}
	return out
}
