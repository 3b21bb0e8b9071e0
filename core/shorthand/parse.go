package shorthand

import (
	"fmt"
	"strconv"
	"strings"

	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
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
	acts     []moves.Said
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
	if w, number, ok := moves.All.Read(t); ok {
		return p.did(w, number)
	}
	switch {
	case t[0] == ';':
		return p.note(raw[1:])
	case strings.HasSuffix(t, ":") && digits(t[:len(t)-1]):
		return p.box(t[:len(t)-1])
	case t[0] == '!' && rest != "":
		p.look.Insisted = append(p.look.Insisted, raw[1:])
		return nil
	case t[0] == '+':
		return p.wrong("%q was not understood after +; write %s", rest, examples("+"))
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

// did notes something done, with the number that the line gives.
func (p *parser) did(w moves.Way, number string) error {
	a := moves.Said{Do: w.Code}
	switch {
	case w.Arg == moves.OfBox:
		i, err := p.number(number)
		if err != nil {
			return err
		}
		a.Box = p.boxes[i].ID
	case w.Numbered():
		n, wrong := w.Number(number)
		if wrong != "" {
			return p.wrong("%s", wrong)
		}
		a.N = n
	}
	p.acts = append(p.acts, a)
	return nil
}

// examples lists what may be written after a sign.
func examples(before string) string {
	var out []string
	for _, w := range moves.All.Ways() {
		if w.Before == before {
			out = append(out, w.Example+" for "+w.Means)
		}
	}
	return strings.Join(out, ", ")
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
