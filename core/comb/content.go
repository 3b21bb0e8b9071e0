// Package comb knows what a comb face can hold and turns it into cells and
// mass. Its small type is [Content]; a [Face] is what a keeper enters, in
// eighths, and [Shares] is the same as fractions of the face.
package comb

import (
	"fmt"
	"strconv"
	"strings"
)

// Content is one of the nine things a patch of comb can be.
type Content uint8

// The nine contents, in the order in which they stand on a comb from the top.
// Eggs and open larvae are kept apart everywhere: a falling share of eggs is
// the early sign of a nest running out of room or queen.
const (
	Honey      Content = iota // capped honey
	Nectar                    // open nectar and unripe honey
	Pollen                    //
	Eggs                      //
	Larvae                    // open worker larvae
	Brood                     // capped worker brood
	Drone                     // drone brood of any age
	Empty                     // drawn comb with nothing in it
	Foundation                // undrawn
	Contents   = 9            // how many there are
)

// Letters are the codes of the contents, in order.
const Letters = "HNPELBDCF"

var names = [Contents]string{
	"capped honey", "nectar", "pollen", "eggs", "larvae", "capped brood", "drone brood", "empty comb", "foundation",
}

// Letter returns the one-letter code of c.
func (c Content) Letter() string { return Letters[c : c+1] }

// String returns c in words.
func (c Content) String() string { return names[c] }

// ContentOf returns the content for a letter, in either case.
func ContentOf(letter byte) (Content, bool) {
	i := strings.IndexByte(Letters, letter&^0x20)
	return Content(max(i, 0)), i >= 0
}

// Face is one side of a comb as entered: eighths of its area by content. What
// is not painted is unknown, not empty.
type Face [Contents]uint8

// Painted returns how many eighths are known, 0 to 8.
func (f Face) Painted() int {
	n := 0
	for _, v := range f {
		n += int(v)
	}
	return n
}

// Shares returns f as fractions of the face; they sum to Painted()/8.
func (f Face) Shares() Shares {
	var s Shares
	for i, v := range f {
		s[i] = float64(v) / 8
	}
	return s
}

// String writes f in shorthand, as "H3 N1 P1 B2".
func (f Face) String() string {
	var b strings.Builder
	for i, v := range f {
		if v > 0 {
			if b.Len() > 0 {
				b.WriteByte(' ')
			}
			fmt.Fprintf(&b, "%c%d", Letters[i], v)
		}
	}
	return b.String()
}

// ParseFace reads a face in shorthand ("H3 N1 P1 B2", in eighths) or zone by
// zone ("HHNHPBB.", a dot for a zone not painted). Empty text is an unpainted
// face. It refuses unknown letters and more than eight eighths.
func ParseFace(s string) (Face, error) {
	var f Face
	s = strings.TrimSpace(s)
	if s == "" {
		return f, nil
	}
	if z, ok, err := parseZones(s); ok || err != nil {
		return z, err
	}
	sum := 0
	for _, w := range strings.Fields(s) {
		c, ok := ContentOf(w[0])
		if !ok {
			return Face{}, fmt.Errorf("%q is not a content; use the letters %s", w[:1], Letters)
		}
		n, err := strconv.Atoi(w[1:])
		if err != nil {
			return Face{}, fmt.Errorf("%q needs a number of eighths after the letter, as in H3", w)
		}
		if n < 0 {
			return Face{}, fmt.Errorf("%q is negative; a share is 0 to 8 eighths", w)
		}
		sum += n
		if n > 8 || sum > 8 {
			return Face{}, fmt.Errorf("the shares of %q add up to more than eight eighths of the face", s)
		}
		f[c] += uint8(n)
	}
	return f, nil
}

// parseZones reads exactly eight letters or dots with no digits.
func parseZones(s string) (f Face, ok bool, err error) {
	if len(s) != 8 || strings.ContainsAny(s, "0123456789 ") {
		return Face{}, false, nil
	}
	for i := range len(s) {
		if s[i] == '.' {
			continue
		}
		c, known := ContentOf(s[i])
		if !known {
			return Face{}, false, fmt.Errorf("%q is not a content; use the letters %s", s[i:i+1], Letters)
		}
		f[c]++
	}
	return f, true, nil
}

// Shares are fractions of a face by content, each 0 to 1, summing to at most
// 1; the rest is unknown.
type Shares [Contents]float64

// Known returns the sum of the shares, 0 to 1.
func (s Shares) Known() float64 {
	t := 0.0
	for _, v := range s {
		t += v
	}
	return t
}

// Worker returns the share under worker brood of any age.
func (s Shares) Worker() float64 { return s[Eggs] + s[Larvae] + s[Brood] }

// Stored returns the share under honey and nectar.
func (s Shares) Stored() float64 { return s[Honey] + s[Nectar] }

// Completed returns s with what is unknown taken as empty drawn comb, or as
// foundation where foundation is all that is known. It is the likely reading
// for sums; the spread of a look stands for its doubt.
func (s Shares) Completed() Shares {
	rest := 1 - s.Known()
	if rest <= 0 {
		return s
	}
	if s[Foundation] > 0 && s[Foundation] == s.Known() {
		s[Foundation] += rest
	} else {
		s[Empty] += rest
	}
	return s
}
