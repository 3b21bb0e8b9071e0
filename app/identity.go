package app

import (
	"strconv"
	"strings"

	"github.com/google/uuid"
)

func newID() string {
	id, err := uuid.NewV7()
	if err != nil { // no entropy: the machine is not usable
		panic(err)
	}
	return id.String()
}

// NewID returns an id for a form, made before it is sent, so that sending it
// twice is doing it once.
func NewID() string { return newID() }

// DerivedID returns the id of a part of what a form sends, which is the same however
// often it is sent.
func DerivedID(sent, part string) string { return derivedID(sent, part) }

// numbered is the space of ids that are derived from that of something sent.
var numbered = uuid.MustParse("b1f1a5a2-6f0e-5c3a-9d0e-6b656d626f31")

// derivedID returns the id of the part of something sent that has a name or number
// of its own: the same for the same, whenever it is sent.
func derivedID(sent, part string) string {
	return uuid.NewSHA1(numbered, []byte(sent+"/"+part)).String()
}

func numberedID(sent string, n int) string { return derivedID(sent, strconv.Itoa(n)) }

// formSuffixes end the ids that forms of one page had, up to 7ef76f4, to tell them
// apart. Phones keep such pages.
var formSuffixes = []string{"-arr", "-box", "-feed", "-off", "-out", "-treat", "-undo", "-weigh"}

// clientID checks an id that a client made: a UUID, in the usual form. One of an
// old form, a UUID with a suffix, is taken as it is.
func clientID(id string) error {
	bare := id
	for _, s := range formSuffixes {
		if cut, ok := strings.CutSuffix(id, s); ok {
			bare = cut
		}
	}
	if len(bare) == 36+1+12 && bare[36] == '-' { // of a whole yard, up to 7ef76f4
		bare = bare[:36]
	}
	if u, err := uuid.Parse(bare); err != nil || u.String() != bare {
		return &FieldError{"entry", "the form is incomplete; open it again from its page"}
	}
	return nil
}
