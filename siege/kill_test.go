package siege_test

import (
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"math/rand/v2"
	"net/http"
	"net/url"
	"os/exec"
	"path/filepath"
	"regexp"
	"sync"
	"testing"
	"time"

	"kembo/app"
	"kembo/store"
)

var kills = flag.Int("kills", 100, "how often the server is killed")

// said is what a client was told is stored.
type said struct {
	colony, id string
	entries    int // that it must have become
}

// TestNothingAcknowledgedIsLost: clients write looks, acts and weighings, some
// about one hive at the same moment, while the server is killed without warning at
// random points. Afterwards everything that was answered as stored is there, once;
// the file is whole, every log fits together, and every page opens.
func TestNothingAcknowledgedIsLost(t *testing.T) {
	ctx := context.Background()
	data := filepath.Join(t.TempDir(), "siege.db")
	colonies := furnish(t, data)
	var mu sync.Mutex
	var told []said
	r := rand.New(rand.NewPCG(1, 2))
	for range *kills {
		s := start(t, "serve", "--data", data)
		round, end := context.WithCancel(ctx)
		var wg sync.WaitGroup
		for c := range 6 {
			mine := rand.New(rand.NewPCG(r.Uint64(), uint64(c)))
			wg.Go(func() {
				client := noFollow()
				for round.Err() == nil {
					if x, ok := write(round, s, client, colonies[mine.IntN(len(colonies))], mine); ok {
						mu.Lock()
						told = append(told, x)
						mu.Unlock()
					}
				}
			})
		}
		time.Sleep(time.Duration(20+r.IntN(900)) * time.Millisecond)
		s.kill()
		end()
		wg.Wait()
	}
	if len(told) < *kills {
		t.Fatalf("only %d writes were acknowledged in %d rounds", len(told), *kills)
	}
	if out, err := exec.Command(program(t), "check", "--data", data).CombinedOutput(); err != nil {
		t.Errorf("after %d kills: %v: %s", *kills, err, out)
	}
	there(t, data, told)
	s := start(t, "serve", "--data", data)
	client := noFollow()
	pages := []string{"/", "/settings", "/culls"}
	for _, c := range colonies {
		pages = append(pages, "/colonies/"+c, "/colonies/"+c+"/look", "/colonies/"+c+"/weight")
	}
	for _, p := range pages {
		if status, body, err := s.get(client, p); status != http.StatusOK || err != nil {
			t.Errorf("%s afterwards: %d, %v %.200s", p, status, err, body)
		}
	}
	s.stop(t)
	t.Logf("%d acknowledged writes, %d kills", len(told), *kills)
}

// furnish makes a file with one yard and three hives.
func furnish(t *testing.T, data string) []string {
	t.Helper()
	s := start(t, "serve", "--data", data)
	defer s.stop(t)
	ctx, client := context.Background(), noFollow()
	yard := newID()
	must := func(path string, form url.Values) {
		t.Helper()
		if status, body, err := s.post(ctx, client, path, form, false); status != http.StatusSeeOther || err != nil {
			t.Fatalf("%s: %d, %v %s", path, status, err, body)
		}
	}
	must(
		"/yards",
		url.Values{
			"entry":      {yard},
			"name":       {"Mill Race"},
			"climate":    {"uk"},
			"hemisphere": {"north"},
			"zone":       {"Europe/London"},
			"rhythm":     {"10"},
		},
	)
	var out []string
	for i := range 3 {
		id := newID()
		must(
			"/yards/"+yard+"/colonies",
			url.Values{
				"entry":    {id},
				"code":     {fmt.Sprint("MR-", i)},
				"format":   {"langstroth-deep-10"},
				"nest":     {"1"},
				"supers":   {"1"},
				"comb":     {"drawn"},
				"excluder": {"1"},
			},
		)
		out = append(out, id)
	}
	return out
}

// write sends one thing and reports whether it was acknowledged.
func write(ctx context.Context, s *server, client *http.Client, colony string, r *rand.Rand) (said, bool) {
	id := newID()
	x := said{colony, id, 1}
	today := time.Now().UTC().Format(time.DateOnly)
	var status int
	var body string
	var err error
	switch r.IntN(4) {
	case 0: // a look with the feed that went with it: both or none
		x.entries = 2
		form := url.Values{
			"entry":       {id},
			"date":        {today},
			"by":          {"Ann"},
			"queen.eggs":  {"1"},
			"weight.how":  {"feel"},
			"weight.heft": {"fair"},
			"act.feed":    {"1"},
			"act.feed_as": {"1:1"},
		}
		status, body, err = s.post(ctx, client, "/colonies/"+colony+"/look", form, true)
		return x, err == nil && status == http.StatusOK && stored(body)
	case 1: // a super on and, of one that another takes off too, off
		status, _, err = s.post(
			ctx,
			client,
			"/colonies/"+colony+"/boxes",
			url.Values{"entry": {id}, "comb": {"drawn"}},
			false,
		)
	case 2:
		var page string
		if _, page, err = s.get(client, "/colonies/"+colony); err != nil {
			return x, false
		}
		box := regexp.MustCompile(`name="box"><option value="([0-9a-f-]+)"`).FindStringSubmatch(page)
		if box == nil {
			return x, false
		}
		status, _, err = s.post(
			ctx,
			client,
			"/colonies/"+colony+"/boxes/off",
			url.Values{"entry": {id}, "box": {box[1]}},
			false,
		)
	default:
		form := url.Values{"entry": {id}, "kind": {"weighing"}, "on": {today}, "kg": {fmt.Sprint(40 + r.IntN(10))}}
		status, _, err = s.post(ctx, client, "/colonies/"+colony+"/notes", form, false)
		if err == nil && status == http.StatusSeeOther && r.IntN(2) == 0 { // sent again: done once
			_, _, _ = s.post(ctx, client, "/colonies/"+colony+"/notes", form, false)
		}
	}
	return x, err == nil && status == http.StatusSeeOther
}

// there reports what was said to be stored and is not there, once.
func there(t *testing.T, data string, told []said) {
	t.Helper()
	ctx := context.Background()
	s, err := store.Open(ctx, data)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if broken, err := app.New(s, time.Now, nil).CheckLogs(ctx, func(int) {}); err != nil || len(broken) > 0 {
		t.Errorf("%d logs do not fit together, %v", len(broken), err)
	}
	in := map[string]map[string]int{}
	for _, x := range told {
		if in[x.colony] == nil {
			in[x.colony] = map[string]int{}
			rows, err := s.Events(ctx, x.colony, 1<<30)
			if err != nil {
				t.Fatal(err)
			}
			for _, r := range rows {
				in[x.colony][r.ID]++
			}
		}
		sent, err := s.SentBefore(ctx, x.id)
		if err != nil {
			t.Errorf("%s was said to be stored and is gone: %v", x.id, err)
			continue
		}
		var a struct{ Entries []string }
		if err := json.Unmarshal([]byte(sent.Answer), &a); err != nil || len(a.Entries) != x.entries {
			t.Errorf("%s became %s, want %d entries", x.id, sent.Answer, x.entries)
		}
		for _, e := range a.Entries {
			if n := in[x.colony][e]; n != 1 {
				t.Errorf("entry %s of %s is there %d times", e, x.id, n)
			}
		}
	}
}
