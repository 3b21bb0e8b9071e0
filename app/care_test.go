package app

import (
	"slices"
	"strings"
	"testing"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/ledger"
	"kembo/core/moves"
	"kembo/store"
)

// TestCareIsToldUntilItIsOver: what bars honey to its last day, mites over the limit of
// their season while the count tells something, a suspicion until it is found healthy.
func TestCareIsToldUntilItIsOver(t *testing.T) {
	june, july := day.Of(2026, 6, 20), day.Of(2026, 7, 20)
	set := Settings{MitesSpring: usualMitesSpring, MitesLate: usualMitesLate}
	count := func(on day.Day, mites int) history.Believed {
		return history.Believed{Mites: []history.MitesCounted{{
			Day: on, MiteCount: history.MiteCount{Method: "wash", Mites: mites, Bees: 300},
		}}}
	}
	told := func(what ledger.What, on day.Day) history.Believed {
		return history.Believed{Told: []ledger.Happened{{Day: on, What: what, Kg: -2.1}}}
	}
	treated := func(p colony.Period) history.Believed { return history.Believed{Treatments: []colony.Period{p}} }
	for _, tt := range []struct {
		what  string
		b     history.Believed
		today day.Day
		says  string // "": nothing
	}{
		{"a quiet hive", history.Believed{}, june, ""},
		{"over 2 % in June", count(june, 7), june, "over 2 %"},
		{"at 2 % in June", count(june, 6), june, ""},
		{"at 2.3 % in July, under 3", count(july, 7), july, ""},
		{"over 3 % in July", count(july, 10), july, "Mites 3.3 % on Mon 20 Jul, over 3 %."},
		{"over 3 %, two months later", count(july, 10), july + 60, "over 3 %"},
		{"over 3 %, and a day more", count(july, 10), july + 61, ""},
		{"a treatment that is in", treated(colony.Period{What: "thymol", From: june}), july, "Thymol is in since"},
		{"its last barred day", treated(colony.Period{What: "thymol", From: june, To: june, Until: july}), july, "barred until"},
		{"the day after", treated(colony.Period{What: "thymol", From: june, To: june, Until: july}), july + 1, ""},
		{"a swarm by the scale", told(ledger.SwarmLeft, june), june + 7, "fell by 2.1 kg at once on Sat 20 Jun: likely a swarm"},
		{"eight days on", told(ledger.SwarmLeft, june), june + 8, ""},
		{"robbed by the scale", told(ledger.Robbed, july), july, "Make its entrance small"},
		{"rain by the scale", told(ledger.RainIn, july), july, ""},
		{"suspect", history.Believed{Health: colony.Suspect, HealthDay: june}, july, "Brood suspect since"},
		{"healthy", history.Believed{Health: colony.Healthy, HealthDay: june}, july, ""},
	} {
		y := yardDay{Yard: store.Yard{Hemisphere: "north"}, today: tt.today}
		got := careOf(tt.b, y, set)
		if (len(got) == 0) != (tt.says == "") || !slices.ContainsFunc(got, func(s string) bool {
			return strings.Contains(s, tt.says)
		}) && tt.says != "" {
			t.Errorf("%s: %q, want %q", tt.what, got, tt.says)
		}
	}
}

// TestWhatHandsDidIsNoSwarm: on a day on which the log has a look or something that was done a fall is not told as a swarm, and nothing
// as robbing; what was taken back counts for nothing, and what was put on is told all the same.
func TestWhatHandsDidIsNoSwarm(t *testing.T) {
	on := day.Of(2026, 6, 20)
	told := func() []ledger.Happened {
		return []ledger.Happened{{Day: on, What: ledger.SwarmLeft}, {Day: on, What: ledger.PutOn}, {Day: on + 1, What: ledger.Robbed}}
	}
	look := history.Entry{ID: "l", Day: on, Kind: history.KindLook, Body: &history.Look{}}
	for _, x := range []struct {
		what string
		log  []history.Entry
		want int
	}{
		{"nobody was there", nil, 3},
		{"a look", []history.Entry{look}, 2},
		{"a look that was taken back", []history.Entry{look, {ID: "u", Day: on, Kind: history.KindUndo, Supersedes: "l"}}, 3},
		{"a weighing", []history.Entry{{ID: "w", Day: on, Kind: history.KindWeighing, Body: &history.Weighing{}}}, 3},
		{"a feed on the day after", []history.Entry{history.Done(on+1, &moves.Feed{})}, 2},
	} {
		if got := untouched(told(), x.log); len(got) != x.want {
			t.Errorf("%s: %v", x.what, got)
		}
	}
}
