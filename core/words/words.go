// Package words makes counts, chances, dates and lists into words, in one place,
// so that "1 days ago" and "10 chances in 10" cannot be.
package words

import (
	"fmt"
	"math"
	"strings"
	"unicode"
	"unicode/utf8"

	"kembo/core/day"
)

// Count writes a number with its noun: "1 day", "3 days".
func Count(n int, one, many string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, many)
}

// Days writes a number of days.
func Days(n int) string { return Count(n, "day", "days") }

// Ago writes how many days ago a day was: "today", "yesterday", "5 days ago".
func Ago(n int) string {
	switch {
	case n <= 0:
		return "today"
	case n == 1:
		return "yesterday"
	}
	return Days(n) + " ago"
}

// In writes in how many days a day is: "today", "tomorrow", "in 5 days".
func In(n int) string {
	switch {
	case n <= 0:
		return "today"
	case n == 1:
		return "tomorrow"
	}
	return "in " + Days(n)
}

// By writes a date as "by Sat 7 Jun", or "today" where it has come.
func By(d, today day.Day) string {
	if d <= today {
		return "today"
	}
	return "by " + d.Short()
}

// Chances from which something is almost certain, and under which it hardly
// happens; under evenly it is told as one in so many, else in tenths.
const (
	almost = 0.97
	hardly = 0.03
	fewer  = 0.4
	rare   = 0.15 // a share of cases under which it is told as one in so many
	rarest = 0.01
)

// Odds writes a chance to stand before "that …": "there is a 1 in 4 chance", "there is
// a 7 in 10 chance", "it is unlikely", "it is almost certain".
func Odds(p float64) string {
	switch {
	case p >= almost:
		return "it is almost certain"
	case p < hardly:
		return "it is unlikely"
	}
	a := "there is a"
	t := ratio(p)
	if strings.HasPrefix(t, "8 ") {
		a = "there is an"
	}
	return a + " " + t + " chance"
}

// Chance is Odds for the end of a sentence or a table: "1 in 4", "7 in 10",
// "hardly any", "almost certain".
func Chance(p float64) string {
	switch {
	case p >= almost:
		return "almost certain"
	case p < hardly:
		return "hardly any"
	}
	return ratio(p)
}

// OfTen writes a share as "7 of 10", never as none or all of them.
func OfTen(p float64) string { return fmt.Sprintf("%d of 10", min(9, max(1, int(math.Round(10*p))))) }

// ratio writes a chance that is neither near 0 nor near 1.
func ratio(p float64) string {
	if p < fewer {
		return fmt.Sprintf("1 in %.0f", 1/p)
	}
	return fmt.Sprintf("%d in 10", min(9, int(math.Round(10*p))))
}

// Cases writes a share of cases: "1 case in 12", "7 cases out of 10"; never none, and
// never all.
func Cases(p float64) string {
	if p < rare {
		return fmt.Sprintf("1 case in %.0f", 1/max(p, rarest))
	}
	return fmt.Sprintf("%d cases out of 10", min(9, max(2, int(math.Round(10*p)))))
}

// List writes things as a list: "a", "a and b", "a, b and c".
func List(items ...string) string {
	n := len(items)
	switch n {
	case 0:
		return ""
	case 1:
		return items[0]
	}
	return strings.Join(items[:n-1], ", ") + " and " + items[n-1]
}

// Sentence writes a text with a capital at the beginning of each of its sentences.
func Sentence(s string) string {
	parts := strings.SplitAfter(s, ". ")
	for i, p := range parts {
		parts[i] = Capital(p)
	}
	return strings.Join(parts, "")
}

// Capital writes a text with a capital at its beginning.
func Capital(s string) string {
	r, n := utf8.DecodeRuneInString(s)
	if n == 0 {
		return s
	}
	return string(unicode.ToUpper(r)) + s[n:]
}

// Lower writes a text without the capital at its beginning, unless it begins with
// an abbreviation.
func Lower(s string) string {
	r, n := utf8.DecodeRuneInString(s)
	if next, _ := utf8.DecodeRuneInString(s[n:]); n == 0 || unicode.IsUpper(next) {
		return s
	}
	return string(unicode.ToLower(r)) + s[n:]
}

// Sentences joins what is to be done after one another, each as a sentence of its
// own: a "then" that stands already is not doubled.
func Sentences(steps ...string) string {
	var out []string
	for _, s := range steps {
		s = strings.TrimSuffix(strings.TrimSpace(s), ".")
		if s != "" {
			out = append(out, Capital(s)+".")
		}
	}
	return strings.Join(out, " ")
}

// Then writes what comes after something else: "Then feed …"; one that begins
// with "then" is left as it is.
func Then(step string) string {
	if len(step) >= 5 && strings.EqualFold(step[:5], "then ") {
		return Capital(step)
	}
	return "Then " + Lower(step)
}
