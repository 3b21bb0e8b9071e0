package shorthand

import (
	"kembo/core/comb"
	"kembo/core/look"
	"kembo/core/moves"
)

// Tables are the letters and words of the notation and the acts that it says, for a
// script that reads a line where there is no signal.
type Tables struct {
	Acts     []moves.Way       `json:"acts"`
	Letters  string            `json:"letters"`  // of contents, in order
	Contents []string          `json:"contents"` // in words
	Cells    [][3]string       `json:"cells"`    // letter, field of the look, words
	Queen    [][3]string       `json:"queen"`
	Missing  [][3]string       `json:"missing"` // of the queen's brood, after a minus
	Counts   [][3]string       `json:"counts"`
	Places   []string          `json:"places"` // where cells hang
	Hefts    []look.Heft       `json:"hefts"`
	States   []look.SuperState `json:"states"` // of a super at a glance
}

// Notation returns the tables.
func Notation() Tables {
	t := Tables{
		Acts: moves.All.Ways(), Letters: comb.Letters, Cells: rowsOf(cellLetters), Queen: rowsOf(queenLetters),
		Missing: rowsOf(missingLetters),
		Counts:  rowsOf(countLetters), Places: places, Hefts: hefts, States: states,
	}
	for c := range comb.Content(comb.Contents) {
		t.Contents = append(t.Contents, c.String())
	}
	return t
}

func rowsOf[T, V any](all []letterOf[T, V]) [][3]string {
	var out [][3]string
	for _, l := range all {
		out = append(out, [3]string{string(l.letter), l.field, l.word})
	}
	return out
}
