package app

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"

	"kembo/core/history"
	"kembo/core/moves"
)

// hasControl reports whether a text has characters that no keyboard types into a
// line: they split headers, end strings and hide what a name is.
func hasControl(s string) bool {
	return !utf8.ValidString(s) || strings.ContainsFunc(s, func(r rune) bool {
		return unicode.IsControl(r) || unicode.Is(unicode.Cf, r) && r != '\u00ad' && r != '\u200d' && r != '\u200c'
	})
}

// noteMost is the letters a note may have, wordsMost those of any other text.
const noteMost, wordsMost = 2000, 60

// textsOf checks the texts of entries.
func textsOf(es []history.Entry) []error {
	var out []error
	for _, e := range es {
		w, ok := e.Body.(moves.Worded)
		if !ok {
			continue
		}
		for _, t := range w.Texts() {
			most := wordsMost
			if t.Long {
				most = noteMost
			}
			if err := checkText(t.Field, t.Text, most); err != nil {
				out = append(out, err)
			}
		}
	}
	return out
}

// checkText returns what is wrong with a text of some lines at most so many letters long.
func checkText(field, text string, most int) error {
	switch {
	case utf8.RuneCountInString(text) > most:
		return &FieldError{field, fmt.Sprintf("it has more than %d letters; shorten it", most)}
	case hasControl(strings.NewReplacer("\n", "", "\r", "", "\t", "").Replace(text)):
		return &FieldError{field, "it has characters that cannot be seen; type it anew"}
	}
	return nil
}

// line checks a text of one line that a user gave of something: 1 to most letters,
// no control characters. It returns it trimmed.
func line(field, of, text string, most int) (string, error) {
	text = strings.TrimSpace(text)
	switch {
	case text == "":
		return "", &FieldError{field, fmt.Sprintf("give %s of up to %d letters", of, most)}
	case utf8.RuneCountInString(text) > most:
		return "", &FieldError{field, fmt.Sprintf("it is longer than %d letters; shorten it", most)}
	case hasControl(text):
		return "", &FieldError{field, "it has characters that cannot be seen; type it anew"}
	}
	return text, nil
}
