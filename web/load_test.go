package web

import (
	"bytes"
	"context"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"math/rand/v2"
	"net"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"regexp"
	"runtime"
	"runtime/debug"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/demo"
	"kembo/store"
)

var (
	loadData  = flag.String("load", "", "a large sample's data files, with commas between; what they carry is measured")
	loadWrite = flag.String("write", "", "with -load: the file whose table is written anew")
)

var loadSave = flag.Bool("save", true, "with -load: also save looks, which changes the files")

// asked is how often each page is asked for.
const asked = 300

// TestLoad measures a large sample, page by page: alone, beside the day's batch, and
// beside a bare net/http handler that asks the same of app and writes the same bytes
// through the same template.
//
//	kembo demo --colonies 20000 --years 3 --data /tmp/20k.db
//	go test ./web -run TestLoad -timeout 2h -load /tmp/20k.db -write ../docs/performance.md
func TestLoad(t *testing.T) {
	if *loadData == "" {
		t.Skip("measures only where -load names data files")
	}
	var out strings.Builder
	for _, path := range strings.Split(*loadData, ",") {
		measureLoad(t, &out, path)
	}
	t.Log("\n" + out.String())
	if *loadWrite == "" {
		return
	}
	doc, err := os.ReadFile(*loadWrite)
	if err != nil {
		t.Fatal(err)
	}
	before, rest, ok := strings.Cut(string(doc), "<!-- load -->\n")
	_, after, ok2 := strings.Cut(rest, "<!-- /load -->\n")
	if !ok || !ok2 {
		t.Fatalf("%s has no place for the table", *loadWrite)
	}
	if err := os.WriteFile(
		*loadWrite, []byte(before+"<!-- load -->\n"+out.String()+"<!-- /load -->\n"+after), 0o644,
	); err != nil {
		t.Fatal(err)
	}
}

// load is a large sample being measured.
type load struct {
	t        *testing.T
	s        *store.Store
	svc      *app.Service
	web      *Server
	base     string
	bare     string
	colonies []store.Colony
	yards    []store.Yard
	r        *rand.Rand
	client   *http.Client
	largest  int
}

func measureLoad(t *testing.T, out *strings.Builder, path string) {
	ctx, cancel := context.WithCancel(context.Background())
	defer cancel()
	on := demo.Default
	debug.SetGCPercent(200) // as kembo serve does
	runtime.GC()
	begun := time.Now()
	s, err := store.Open(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	l := &load{
		t:   t,
		s:   s,
		svc: app.New(s, time.Now, &on),
		r:   rand.New(rand.NewPCG(1, 1)),
		client: &http.Client{
			CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse },
		},
	}
	if l.web, err = New(l.svc, slog.New(slog.NewTextHandler(io.Discard, nil)), true); err != nil {
		t.Fatal(err)
	}
	lis, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	done := make(chan error, 1)
	go func() { done <- l.web.Serve(ctx, lis) }()
	defer func() { cancel(); <-done }()
	l.base = "http://" + lis.Addr().String()
	l.get(l.base + "/")
	first := time.Since(begun)
	l.bare = l.barely()
	op, err := l.svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	if l.colonies, err = s.Colonies(ctx, op.ID, int32(on)); err != nil {
		t.Fatal(err)
	}
	if l.yards, err = s.Yards(ctx, op.ID); err != nil {
		t.Fatal(err)
	}
	info, err := os.Stat(path)
	if err != nil {
		t.Fatal(err)
	}
	fmt.Fprintf(
		out,
		"### %d colonies in %d yards, %.0f MB (%s)\n\nFirst page %.2f s after the start. ",
		len(l.colonies),
		len(l.yards),
		float64(info.Size())/1e6,
		filepath.Base(path),
		first.Seconds(),
	)
	idle := l.round()
	batch, stop := context.WithCancel(ctx)
	worked := make(chan struct{})
	go func() {
		defer close(worked)
		_, _ = l.svc.Reassess(batch, true, nil) // stopped below
	}()
	busy := l.round()
	stop()
	<-worked
	fmt.Fprintf(
		out,
		"At most %d MB resident, with the batch and those who ask in the same process.\n\n| page | bytes | alone, "+
			"ms | beside the batch, ms | bare net/http, ms |\n|---|---|---|---|---|\n",
		l.largest,
	)
	for i, p := range l.pages() {
		bare := "–"
		if p.bare != "" {
			bare = idle[i].bare.String()
		}
		fmt.Fprintf(out, "| %s | %d | %v | %v | %s |\n", p.name, idle[i].bytes, idle[i].own, busy[i].own, bare)
	}
	fmt.Fprintln(out)
}

// page is a page that is asked for; ask does so once and returns its size.
type page struct {
	name, bare string
	ask        func(base string) int
}

func (l *load) pages() []page {
	colony := func() store.Colony { return l.colonies[l.r.IntN(len(l.colonies))] }
	yard := func() string { return l.yards[l.r.IntN(len(l.yards))].ID }
	all := []page{
		{"board", "board", func(b string) int { return l.get(b + "/yards/" + yard()) }},
		{"colony", "colony", func(b string) int { return l.get(b + "/colonies/" + colony().ID) }},
		{"look", "look", func(b string) int { return l.get(b + "/colonies/" + colony().ID + "/look") }},
		{"saved look, to “saved”", "", func(b string) int { return l.save(b, colony()) }},
		{"search", "", func(b string) int { return l.get(b + "/find?q=" + url.QueryEscape(colony().Code)) }},
		{"round", "", func(b string) int { return l.get(b + "/yards/" + yard() + "/round") }},
	}
	if !*loadSave {
		all = slices.DeleteFunc(all, func(p page) bool { return strings.HasPrefix(p.name, "saved") })
	}
	return all
}

// spans are how long answers took: half of them, and 99 in 100.
type spans struct{ half, most time.Duration }

func (s spans) String() string {
	ms := func(d time.Duration) string { return strconv.FormatFloat(float64(d.Microseconds())/1000, 'f', 1, 64) }
	return ms(s.half) + ", p99 " + ms(s.most)
}

type measured struct {
	own, bare spans
	bytes     int
}

// round asks for every page many times.
func (l *load) round() []measured {
	var out []measured
	for _, p := range l.pages() {
		l.svc.Settle(context.Background()) // what was saved before
		var m measured
		m.own, m.bytes = l.time(p, l.base)
		if p.bare != "" {
			m.bare, _ = l.time(p, l.bare)
		}
		l.largest = max(l.largest, resident())
		out = append(out, m)
	}
	return out
}

func (l *load) time(p page, base string) (spans, int) {
	var took []time.Duration
	size := 0
	for range asked {
		begun := time.Now()
		size += p.ask(base)
		took = append(took, time.Since(begun))
		time.Sleep(3 * time.Millisecond) // one after the other, as people ask
	}
	slices.Sort(took)
	return spans{took[len(took)/2], took[len(took)*99/100]}, size / asked
}

func (l *load) get(at string) int {
	l.t.Helper()
	res, err := l.client.Get(at)
	if err != nil {
		l.t.Fatal(err)
	}
	defer res.Body.Close()
	n, err := io.Copy(io.Discard, res.Body)
	if err != nil || res.StatusCode != http.StatusOK && res.StatusCode != http.StatusSeeOther {
		l.t.Fatalf("%s: %d, %v", at, res.StatusCode, err)
	}
	return int(n)
}

// save sends a look by seams as a phone does, and waits until it is told "stored".
func (l *load) save(base string, c store.Colony) int {
	l.t.Helper()
	form := url.Values{
		"entry":            {app.NewID()},
		"date":             {demo.Default.String()},
		"queen.eggs":       {"1"},
		"box.0.depth":      {"seams"},
		"box.0.seams":      {"7"},
		"note":             {"load"},
		"insist.few-bees":  {"1"},
		"insist.fast-gain": {"1"},
	}
	for {
		r, err := http.NewRequest(http.MethodPost, base+"/colonies/"+c.ID+"/look", strings.NewReader(form.Encode()))
		if err != nil {
			l.t.Fatal(err)
		}
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		r.Header.Set("Origin", base)
		r.Header.Set("X-Kembo-Queue", "1")
		res, err := l.client.Do(r)
		if err != nil {
			l.t.Fatal(err)
		}
		b, err := io.ReadAll(res.Body)
		res.Body.Close()
		if err != nil {
			l.t.Fatal(err)
		}
		if bytes.Contains(b, []byte(`"stored":true`)) {
			return len(b)
		}
		keys := regexp.MustCompile(`"key":"([a-z-]+)"`).FindAllSubmatch(b, -1)
		if len(keys) == 0 {
			l.t.Fatalf("a look is answered %s", b)
		}
		for _, k := range keys { // it is so
			form.Set("insist."+string(k[1]), "1")
		}
	}
}

// barely serves the same pages through net/http alone.
func (l *load) barely() string {
	render := func(w http.ResponseWriter, name string, v shelled, err error) {
		var b []byte
		if err == nil {
			sh := v.shellOf()
			sh.Demo = true
			var today day.Day
			if sh.Operation, today, err = l.svc.Head(context.Background()); err == nil {
				sh.Today = today.Short()
				b, err = l.web.views.render(name, v)
			}
		}
		if err != nil {
			http.Error(w, err.Error(), http.StatusInternalServerError)
			return
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		_, _ = w.Write(b)
	}
	mux := http.NewServeMux()
	mux.HandleFunc("GET /yards/{yard}", func(w http.ResponseWriter, r *http.Request) {
		b, err := l.svc.Board(r.Context(), r.PathValue("yard"))
		render(w, "board", boardOf(b), err)
	})
	mux.HandleFunc("GET /colonies/{colony}", func(w http.ResponseWriter, r *http.Request) {
		x, err := l.svc.Course(r.Context(), r.PathValue("colony"), nil, 0)
		if err != nil {
			render(w, "colony", nil, err)
			return
		}
		photos, err := l.svc.Photos(r.Context(), x.ID)
		v := colonyOf(x, photos, nil)
		if err == nil {
			_, err = l.svc.Apart(r.Context(), x.ID)
		}
		render(w, "colony", v, err)
	})
	mux.HandleFunc("GET /colonies/{colony}/look", func(w http.ResponseWriter, r *http.Request) {
		x, err := l.svc.Colony(r.Context(), r.PathValue("colony"))
		if err != nil {
			render(w, "look", nil, err)
			return
		}
		v := blankLook(x)
		v.beside(x)
		render(w, "look", v, err)
	})
	lis, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		l.t.Fatal(err)
	}
	srv := &http.Server{Handler: mux}
	go func() { _ = srv.Serve(lis) }() // closed at the end
	l.t.Cleanup(func() { srv.Close() })
	return "http://" + lis.Addr().String()
}

// resident is the memory of this process in MB, 0 where the system does not tell.
func resident() int {
	b, err := os.ReadFile("/proc/self/status")
	if err != nil {
		return 0
	}
	m := regexp.MustCompile(`VmRSS:\s+(\d+) kB`).FindSubmatch(b)
	if m == nil {
		return 0
	}
	kb, _ := strconv.Atoi(string(m[1])) // digits
	return kb / 1024
}
