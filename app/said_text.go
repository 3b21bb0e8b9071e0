package app

import (
	"strconv"
	"strings"

	"kembo/core/moves"
)

// SaidText writes something to be done as a form sends it back: its code, its number, and the box that it is said of.
func SaidText(s moves.Said) string {
	return strings.TrimRight(string(s.Do)+" "+strconv.FormatFloat(s.N, 'f', -1, 64)+" "+s.Box, " ")
}

// ReadSaid reads it; a *FieldError where it is nothing that can be done.
func ReadSaid(text string) (moves.Said, error) {
	f := strings.Fields(text)
	if len(f) < 2 || len(f) > 3 {
		return moves.Said{}, notSaid
	}
	n, err := strconv.ParseFloat(f[1], 64)
	s := moves.Said{Do: moves.Code(f[0]), N: n}
	if len(f) > 2 {
		s.Box = f[2]
	}
	if _, known := moves.All.Way(s.Do); err != nil || !known {
		return moves.Said{}, notSaid
	}
	return s, nil
}

var notSaid = &FieldError{"done", "the page is of another version of Kembo; open the sheet again"}
