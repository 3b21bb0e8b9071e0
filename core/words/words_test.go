package words_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/words"
)

func TestCountsAndDays(t *testing.T) {
	for _, c := range []struct{ got, want string }{
		{words.Count(0, "super", "supers"), "0 supers"},
		{words.Count(1, "super", "supers"), "1 super"},
		{words.Count(2, "super", "supers"), "2 supers"},
		{words.OfTen(0), "1 of 10"},
		{words.OfTen(0.74), "7 of 10"},
		{words.OfTen(1), "9 of 10"},
		{words.Ago(0), "today"},
		{words.Ago(-1), "today"},
		{words.Ago(1), "yesterday"},
		{words.Ago(2), "2 days ago"},
		{words.In(0), "today"},
		{words.In(1), "tomorrow"},
		{words.In(14), "in 14 days"},
		{words.By(day.Of(2026, time.June, 6), day.Of(2026, time.June, 1)), "by Sat 6 Jun"},
		{words.By(day.Of(2026, time.June, 1), day.Of(2026, time.June, 1)), "today"},
	} {
		if c.got != c.want {
			t.Errorf("got %q, want %q", c.got, c.want)
		}
	}
}

// TestChancesAreNeverWhole: no chance is told as none or as all of ten.
func TestChancesAreNeverWhole(t *testing.T) {
	for _, c := range []struct {
		p            float64
		odds, chance string
	}{
		{0, "it is unlikely", "hardly any"},
		{0.029, "it is unlikely", "hardly any"},
		{0.03, "there is a 1 in 33 chance", "1 in 33"},
		{0.09, "there is a 1 in 11 chance", "1 in 11"},
		{0.25, "there is a 1 in 4 chance", "1 in 4"},
		{0.4, "there is a 4 in 10 chance", "4 in 10"},
		{0.75, "there is an 8 in 10 chance", "8 in 10"},
		{0.96, "there is a 9 in 10 chance", "9 in 10"},
		{0.97, "it is almost certain", "almost certain"},
		{1, "it is almost certain", "almost certain"},
	} {
		if got := words.Odds(c.p); got != c.odds {
			t.Errorf("Odds(%g) = %q, want %q", c.p, got, c.odds)
		}
		if got := words.Chance(c.p); got != c.chance {
			t.Errorf("Chance(%g) = %q, want %q", c.p, got, c.chance)
		}
	}
	for i := range 1001 {
		if got := words.Chance(float64(i) / 1000); strings.HasPrefix(got, "10 in") || strings.HasPrefix(got, "0 in") {
			t.Errorf("Chance(%g) = %q", float64(i)/1000, got)
		}
	}
}

func TestListsAndSentences(t *testing.T) {
	for _, c := range []struct{ got, want string }{
		{words.List(), ""},
		{words.List("a"), "a"},
		{words.List("a", "b"), "a and b"},
		{words.List("a", "b", "c"), "a, b and c"},
		{words.Sentence("it is so. there is more"), "It is so. There is more"},
		{words.Capital("élan"), "Élan"},
		{words.Capital(""), ""},
		{words.Lower("Feed it"), "feed it"},
		{words.Lower("QL-04 is light"), "QL-04 is light"},
		{words.Then("Feed 4 L"), "Then feed 4 L"},
		{words.Then("Then feed 4 L"), "Then feed 4 L"},
		{words.Sentences("take it off.", "", "Feed"), "Take it off. Feed."},
	} {
		if c.got != c.want {
			t.Errorf("got %q, want %q", c.got, c.want)
		}
	}
}

func ExampleOdds() {
	fmt.Println(words.Sentence(words.Odds(0.25) + " that food runs short."))
	// Output: There is a 1 in 4 chance that food runs short.
}

func TestCasesAreNeverNoneNorAll(t *testing.T) {
	for p, want := range map[float64]string{
		0: "1 case in 100", 0.08: "1 case in 12", 0.149: "1 case in 7", 0.15: "2 cases out of 10",
		0.7: "7 cases out of 10", 1: "9 cases out of 10",
	} {
		if got := words.Cases(p); got != want {
			t.Errorf("%g is told as %q, not %q", p, got, want)
		}
	}
}
