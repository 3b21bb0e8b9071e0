package shorthand

import (
	"fmt"
	"strconv"
	"strings"

	"kembo/core/moves"
)

// Carried is what went from one hive to another, as a line says it: "b2>QL-07", or "place<>QL-07".
type Carried struct {
	From, To string // codes, in capitals
	Combs    int
	Brood    bool // capped brood with the bees on it; else honey
	Places   bool // no combs: the two changed places
}

// placeWord is the word for two hives that changed places.
const placeWord = "place"

// Word is one word of a line between hives: combs carried, or something done at the hive that the line is about.
type Word struct {
	Carried *Carried
	Said    moves.Said // where nothing is carried
}

// MostCarried is the most combs of a word. Source: common practice: a box of them.
const MostCarried = 9

// mostWords is the most words of a line between hives after its code. Rounding: more than a visit to two hives has.
const mostWords = 40

// Between reads a line about one hive and others, "QL-04 b2>QL-07 h1<QL-02 turn": its code, then what was carried to another or
// from it, and what was done at it, in the order of hands. What cannot be read is an *Error that points at it.
func Between(text string) (code string, out []Word, err error) {
	p := parser{text: text, unit: unitOr("")}
	if !p.next() || p.text[p.from] == ';' {
		return "", nil, &Error{0, len(text), "begin with the code of the hive, as QL-04 b2>QL-07"}
	}
	code = strings.ToUpper(p.text[p.from:p.to])
	if strings.ContainsAny(code, "<>") {
		return "", nil, p.wrong("begin with the code of the hive, as QL-04 b2>QL-07")
	}
	for p.next() {
		raw := p.text[p.from:p.to]
		if raw == "" || p.text[p.from] == ';' {
			break
		}
		if len(out) == mostWords {
			return code, nil, p.wrong("a line says at most %d things; begin another here", mostWords)
		}
		w, err := p.between(code, raw)
		if err != nil {
			return code, nil, err
		}
		out = append(out, w)
	}
	if len(out) == 0 {
		return code, nil, &Error{len(text), len(text), "say what was carried, as b2>QL-07: two combs of brood to it"}
	}
	return code, out, nil
}

// between reads a word of such a line.
func (p *parser) between(code, raw string) (Word, error) {
	at := strings.IndexAny(raw, "<>")
	if at < 0 {
		way, number, ok := moves.All.Read(strings.ToLower(raw))
		if !ok || way.Arg == moves.OfBox {
			return Word{}, p.wrong("%q was not understood; write b2>QL-07, h1<QL-07, or what was done, as turn", raw)
		}
		s := moves.Said{Do: way.Code}
		if way.Numbered() {
			n, wrong := way.Number(number)
			if wrong != "" {
				return Word{}, p.wrong("%s", wrong)
			}
			s.N = n
		}
		return Word{Said: s}, nil
	}
	what, other := strings.ToLower(raw[:at]), strings.ToUpper(raw[at+1:])
	if rest, ok := strings.CutPrefix(other, ">"); ok && what == placeWord {
		if rest == "" || rest == code || strings.ContainsAny(rest, "<>") {
			return Word{}, p.wrong("name the other hive, as place<>QL-07")
		}
		return Word{Carried: &Carried{From: code, To: rest, Places: true}}, nil
	}
	if what == "" || what[0] != 'b' && what[0] != 'h' {
		return Word{}, p.wrong("say b for capped brood with its bees or h for honey, and how many combs, as b2>QL-07")
	}
	n, err := strconv.Atoi(what[1:])
	if err != nil || n < 1 || n > MostCarried {
		return Word{}, p.wrong("%q is not 1 to %d combs, as b2>QL-07", what[1:], MostCarried)
	}
	if other == "" || other == code || strings.ContainsAny(other, "<>") {
		return Word{}, p.wrong("name the other hive, as b2>QL-07")
	}
	c := Carried{From: code, To: other, Combs: n, Brood: what[0] == 'b'}
	if raw[at] == '<' {
		c.From, c.To = other, code
	}
	return Word{Carried: &c}, nil
}

// String writes what was carried as the line of the hive that gave it has it.
func (c Carried) String() string {
	letter := "h"
	switch {
	case c.Places:
		return placeWord + "<>" + c.To
	case c.Brood:
		letter = "b"
	}
	return fmt.Sprintf("%s%d>%s", letter, c.Combs, c.To)
}
