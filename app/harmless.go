package app

import "strings"

// Harmless returns a text as a cell of a table that no program for tables reads as a
// formula: one that begins like one gets a quote before it.
func Harmless(text string) string {
	if text != "" && strings.ContainsRune("=+-@\t\r", rune(text[0])) && !isNumber(text) {
		return "'" + text
	}
	return text
}

// isNumber reports whether a text is a number, which is no formula.
func isNumber(text string) bool {
	return strings.Trim(text[1:], "0123456789.,") == "" && strings.ContainsAny(text, "0123456789")
}
