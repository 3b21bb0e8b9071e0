package honey

import "strings"

// Kind is how a honey behaves in the comb and in the jar, as far as it bears on when it is taken.
type Kind string

// Kinds of honey. The empty one behaves as most do.
const (
	Plain    Kind = ""
	Gel      Kind = "gel"      // thixotropic: ling heather holds more water and keeps, and does not spin out as it is
	Setting  Kind = "setting"  // sets in the comb within weeks: rape, ivy
	Honeydew Kind = "honeydew" // rich in minerals: bad to be shut in with for months
)

// byPlant tells kinds by words of a plant's name, in small letters; the first that is found counts. Source: common
// practice. Bell heather (Erica) runs like any other; ling (Calluna) is the gel.
var byPlant = []struct {
	word string
	kind Kind
}{
	{"bell heather", Plain}, {"ling", Gel}, {"calluna", Gel}, {"heather", Gel},
	{"rape", Setting}, {"canola", Setting}, {"ivy", Setting}, {"mustard", Setting}, {"charlock", Setting},
	{"honeydew", Honeydew}, {"spruce", Honeydew}, {"fir", Honeydew},
}

// KindOf returns how the honey of a plant behaves, by the plant's name as a keeper writes it.
func KindOf(plant string) Kind {
	words := " " + strings.Join(strings.FieldsFunc(strings.ToLower(plant), func(r rune) bool {
		return r == ' ' || r == '-' || r == ',' || r == '(' || r == ')'
	}), " ") + " "
	for _, p := range byPlant {
		// A whole word, or the end of one: oilseed rape, but not grape.
		if strings.Contains(words, " "+p.word+" ") {
			return p.kind
		}
	}
	return Plain
}

// LawWater is the most water that standards allow a honey, per cent. Source: Codex CXS 12-1981 and directive
// 2001/110/EC, from memory: 20, of Calluna 23.
func LawWater(k Kind) float64 {
	if k == Gel {
		return 23
	}
	return 20
}

// KeepsWater is the most water with which a honey is put away, per cent, where its keeper has set limit for the usual kinds. A gel
// keeps up to what the law allows it. Source: common practice, 18 to 18.5; for the gel no source.
func KeepsWater(k Kind, limit float64) float64 {
	if k == Gel {
		return LawWater(k)
	}
	return limit
}
