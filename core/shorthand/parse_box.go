package shorthand

import (
	"slices"
	"strconv"
	"strings"

	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
)

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
	letter := t[0] &^ 0x20
	of, ok := byLetter(countLetters, letter)
	if !ok || len(t) == 1 {
		return p.wrong("%q was not understood", p.text[p.from:p.to])
	}
	n, err := measure.ParseNumber(t[1:])
	if err != nil || n < 0 {
		return p.wrong("%q is not a count of frames, as %c2 or %c2.5", t[1:], letter, letter)
	}
	if err := p.depth(x, look.ByBox); err != nil {
		return err
	}
	if x.Counts == nil {
		x.Counts = &look.Counts{}
	}
	*of(x.Counts) = n
	return nil
}
