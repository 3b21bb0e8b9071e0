package web_test

import (
	"context"
	"io"
	"log/slog"
	"net/http"
	"net/url"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/demo"
	"kembo/store"
	"kembo/web"
)

// outside is a Kembo that phones reach as kembo.lan, with a clock that can be set.
type outside struct {
	t   *testing.T
	svc *app.Service
	web *web.Server
	s   *store.Store
	at  time.Time
}

func reached(t *testing.T) *outside {
	t.Helper()
	o := &outside{t: t, at: time.Date(2026, time.June, 3, 10, 0, 0, 0, time.UTC)}
	ctx := context.Background()
	var err error
	if o.s, err = store.Open(ctx, filepath.Join(t.TempDir(), "k.db")); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { o.s.Close() })
	o.svc = app.New(o.s, func() time.Time { return o.at }, nil)
	yard, colony := app.NewID(), app.NewID()
	for _, err := range []error{
		o.svc.Start(ctx, "Harrowmere Honey"),
		o.svc.MakeYard(
			ctx,
			app.NewYard{
				ID: yard, Name: "Mill Race", Climate: "uk", Hemisphere: "north", Zone: "Europe/London",
				RhythmDays: 10,
			},
		),
		o.svc.MakeColony(
			ctx, app.NewColony{ID: colony, Yard: yard, Code: "MR-01", NestFormat: "langstroth-deep-10", NestBoxes: 1},
		),
	} {
		if err != nil {
			t.Fatal(err)
		}
	}
	o.open()
	return o
}

func (o *outside) open() {
	var err error
	if o.web, err = web.New(o.svc, slog.New(slog.NewTextHandler(io.Discard, nil)), false); err != nil {
		o.t.Fatal(err)
	}
	o.web.Reach("kembo.lan")
}

// logTo opens it anew, for this machine alone, with a log.
func (o *outside) logTo(log *slog.Logger) {
	var err error
	if o.web, err = web.New(o.svc, log, false); err != nil {
		o.t.Fatal(err)
	}
}

// operation is the id of the operation.
func (o *outside) operation() string {
	op, err := o.svc.Operation(context.Background())
	if err != nil {
		o.t.Fatal(err)
	}
	return op.ID
}

var sampleBy = store.By{Actor: "keeper", RecordedUTC: "2026-05-01T00:00:00Z"}

// ask sends a request as one to kembo.lan, by a device with these cookies.
func (o *outside) ask(r *http.Request, cookies ...*http.Cookie) (*http.Response, string) {
	o.t.Helper()
	r.Host = "kembo.lan:8443"
	if r.Header.Get("Origin") != "" {
		r.Header.Set("Origin", "https://kembo.lan:8443")
	}
	for _, c := range cookies {
		r.AddCookie(c)
	}
	return ask(o.t, o.web, r)
}

func (o *outside) status(r *http.Request, cookies ...*http.Cookie) int {
	o.t.Helper()
	res, _ := o.ask(r, cookies...)
	return res.StatusCode
}

// join lets a device in by a new link.
func (o *outside) join(name string) *http.Cookie {
	o.t.Helper()
	key, _, err := o.svc.NewLink(context.Background())
	if err != nil {
		o.t.Fatal(err)
	}
	if n := o.status(get("/join/" + key)); n != http.StatusOK {
		o.t.Fatalf("the link answers %d", n)
	}
	res, _ := o.ask(post("/join/"+key, url.Values{"name": {name}}))
	cookies := res.Cookies()
	if res.StatusCode != http.StatusSeeOther || len(cookies) != 1 || !cookies[0].Secure || !cookies[0].HttpOnly ||
		cookies[0].SameSite != http.SameSiteLaxMode {
		o.t.Fatalf("joining: %d, %v", res.StatusCode, cookies)
	}
	return cookies[0]
}

// TestPhonesJoinByALinkOfTheirOwn: a link lets one device in, once, within ten
// minutes; nobody else is told anything, not even whose Kembo it is.
func TestPhonesJoinByALinkOfTheirOwn(t *testing.T) {
	o := reached(t)
	if res, page := o.ask(get("/")); res.StatusCode != http.StatusUnauthorized ||
		strings.Contains(page, "Harrowmere") || strings.Contains(page, "Settings") {
		t.Errorf("a device that has not joined gets %d, %.300s", res.StatusCode, page)
	}
	if n := o.status(get("/join/KEY124")); n != http.StatusForbidden {
		t.Errorf("a wrong key gets %d", n)
	}
	ann := o.join("Ann")
	res, _ := o.ask(get("/"), ann)
	if res.StatusCode != http.StatusOK {
		t.Errorf("a joined device gets %d", res.StatusCode)
	}
	for _, h := range []string{
		"Strict-Transport-Security", "Permissions-Policy", "Cross-Origin-Resource-Policy", "Content-Security-Policy",
	} {
		if res.Header.Get(h) == "" {
			t.Errorf("it gets no %s", h)
		}
	}
	key, _, err := o.svc.NewLink(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	if n := o.status(post("/join/"+key, url.Values{"name": {"\x00"}})); n != http.StatusUnprocessableEntity {
		t.Errorf("a name that nobody sees gets %d", n)
	}
	if n := o.status(post("/join/"+key, url.Values{"name": {"Bob"}})); n != http.StatusSeeOther {
		t.Errorf("the link, after a wrong name, gets %d", n)
	}
	if n := o.status(post("/join/"+key, url.Values{"name": {"Cid"}})); n != http.StatusForbidden {
		t.Errorf("the link once more gets %d", n)
	}
	if key, _, err = o.svc.NewLink(context.Background()); err != nil {
		t.Fatal(err)
	}
	o.at = o.at.Add(11 * time.Minute)
	if n := o.status(get("/join/" + key)); n != http.StatusForbidden {
		t.Errorf("the link after eleven minutes gets %d", n)
	}
	for _, origin := range []string{"http://kembo.lan:8443", "https://other.example", "", "null"} {
		r := post("/yards", url.Values{})
		r.Host = "kembo.lan:8443"
		r.Header.Set("Origin", origin)
		r.AddCookie(ann)
		if res, _ := ask(t, o.web, r); res.StatusCode != http.StatusForbidden {
			t.Errorf("a write from %q gets %d", origin, res.StatusCode)
		}
	}
	if n := o.status(post("/yards", url.Values{}), ann); n != http.StatusUnprocessableEntity { // it lacks a name
		t.Errorf("a joined device's own page gets %d", n)
	}
	if n := o.status(post("/yards", url.Values{})); n != http.StatusUnauthorized {
		t.Errorf("a write by a device that has not joined gets %d", n)
	}
}

// TestNoHeaderMakesADeviceLocal: where phones reach Kembo, everybody joins,
// whatever name is asked for and whatever a proxy passes on. Where they do not,
// what a proxy passes on is not this machine's.
func TestNoHeaderMakesADeviceLocal(t *testing.T) {
	o := reached(t)
	for _, host := range []string{"localhost", "localhost:8443", "127.0.0.1:8077", "[::1]:8443", "LOCALHOST"} {
		r := get("/")
		r.Host = host
		if res, page := ask(t, o.web, r); res.StatusCode != http.StatusUnauthorized ||
			strings.Contains(page, "Mill Race") {
			t.Errorf("asked for as %s it answers %d", host, res.StatusCode)
		}
	}
	elsewhere := get("/")
	elsewhere.Host = "elsewhere.example"
	if res, _ := ask(t, o.web, elsewhere); res.StatusCode != http.StatusMisdirectedRequest {
		t.Errorf("another name gets %d", res.StatusCode)
	}
	alone, err := web.New(o.svc, slog.New(slog.NewTextHandler(io.Discard, nil)), false)
	if err != nil {
		t.Fatal(err)
	}
	if res, _ := ask(t, alone, get("/")); res.StatusCode != http.StatusOK {
		t.Errorf("this machine itself gets %d", res.StatusCode)
	}
	for _, h := range []string{
		"Forwarded", "Via", "X-Forwarded-For", "X-Forwarded-Host", "X-Forwarded-Proto", "X-Real-IP",
	} {
		r := get("/")
		r.Header.Set(h, "for=192.0.2.7")
		if res, _ := ask(t, alone, r); res.StatusCode != http.StatusMisdirectedRequest {
			t.Errorf("passed on with %s it answers %d", h, res.StatusCode)
		}
	}
	r := get("/join/")
	r.Host = "kembo.lan"
	if res, _ := ask(t, alone, r); res.StatusCode != http.StatusMisdirectedRequest {
		t.Errorf("without --host: %d", res.StatusCode)
	}
}

// TestARemovedDeviceIsOut: and what it sends from its queue gets an answer that it
// cannot take for no signal.
func TestARemovedDeviceIsOut(t *testing.T) {
	o := reached(t)
	ann, bob := o.join("Ann"), o.join("Bob")
	_, page := o.ask(get("/devices"), ann)
	if !strings.Contains(page, "Ann") || !strings.Contains(page, "Bob") || !strings.Contains(page, "this device") {
		t.Fatalf("the page of devices lacks somebody: %.2000s", page)
	}
	all, _, err := o.svc.Devices(context.Background())
	if err != nil || len(all) != 2 {
		t.Fatal(all, err)
	}
	for _, d := range all {
		if d.Name == "Bob" {
			if n := o.status(post("/devices/remove", url.Values{"device": {d.ID}}), ann); n != http.StatusSeeOther {
				t.Fatalf("removing gets %d", n)
			}
		}
	}
	if n := o.status(get("/"), bob); n != http.StatusUnauthorized {
		t.Errorf("a removed device gets %d", n)
	}
	if n := o.status(get("/"), ann); n != http.StatusOK {
		t.Errorf("the other gets %d", n)
	}
	queued := post("/colonies/x/look", url.Values{"entry": {app.NewID()}})
	queued.Header.Set("X-Kembo-Queue", "1")
	res, body := o.ask(queued, bob)
	if res.StatusCode != http.StatusUnauthorized || !strings.Contains(res.Header.Get("Content-Type"), "json") ||
		!strings.Contains(body, `"join":true`) || strings.Contains(body, `"stored":true`) {
		t.Errorf("a removed device's queue gets %d %s", res.StatusCode, body)
	}
}

// TestTheOldLinkEnds: phones that joined by the key that was one for all are let in
// for thirty days, each gets a token of its own at its next page, and the key is
// not in the file any more.
func TestTheOldLinkEnds(t *testing.T) {
	o := reached(t)
	ctx := context.Background()
	op, err := o.svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	if err := o.s.SetSettings(
		ctx, op.ID, map[string]string{"device_key": "OLDKEY"},
		store.By{Actor: "keeper", RecordedUTC: "2026-05-01T00:00:00Z"},
	); err != nil {
		t.Fatal(err)
	}
	for range 2 { // at each start
		if err := o.svc.UpgradeDevices(ctx); err != nil {
			t.Fatal(err)
		}
	}
	if all, err := o.s.Settings(ctx, op.ID); err != nil || all["device_key"] != "" ||
		strings.Contains(all["device_key_hash"], "OLDKEY") {
		t.Errorf("the key is in the file still: %v, %v", all, err)
	}
	old := &http.Cookie{Name: "kembo-device", Value: "OLDKEY"}
	queued := post("/colonies/x/look", url.Values{})
	queued.Header.Set("X-Kembo-Queue", "1")
	if res, _ := o.ask(queued, old); res.StatusCode == http.StatusUnauthorized || len(res.Cookies()) != 0 {
		t.Errorf("what it sends from its queue gets %d, %v", res.StatusCode, res.Cookies())
	}
	res, _ := o.ask(get("/"), old)
	if res.StatusCode != http.StatusOK || len(res.Cookies()) != 1 || res.Cookies()[0].Value == "OLDKEY" {
		t.Fatalf("its next page: %d, %v", res.StatusCode, res.Cookies())
	}
	own := res.Cookies()[0]
	if _, page := o.ask(get("/devices"), own); !strings.Contains(page, "old link") {
		t.Error("it is not listed as old link")
	}
	o.at = o.at.AddDate(0, 0, 31)
	if n := o.status(get("/"), old); n != http.StatusUnauthorized {
		t.Errorf("after 31 days the old key gets %d", n)
	}
	if n := o.status(get("/"), own); n != http.StatusOK {
		t.Errorf("after 31 days its own token gets %d", n)
	}
}

// TestWrongKeysAreSlowed: trying keys ends after a few; so do tokens, for which
// there is nothing to try.
func TestWrongKeysAreSlowed(t *testing.T) {
	o := reached(t)
	slowed := 0
	for range 40 {
		switch n := o.status(get("/join/WRONG")); n {
		case http.StatusTooManyRequests:
			slowed++
		case http.StatusForbidden:
		default:
			t.Fatalf("a wrong key gets %d", n)
		}
	}
	if slowed < 30 {
		t.Errorf("of 40 wrong keys %d were slowed", slowed)
	}
}

// TestASignatureHasItsDevice: what a device writes is signed with its name; another
// name given there does not hide it.
func TestASignatureHasItsDevice(t *testing.T) {
	o := reached(t)
	ann := o.join("Ann")
	_, board := o.ask(get("/"), ann)
	colony := regexp.MustCompile(`/colonies/[0-9a-f-]+`).FindString(board)
	for by, want := range map[string]string{"": "Ann", "ann": "Ann", "Bob": "Bob, on Ann"} {
		form := url.Values{
			"entry": {app.NewID()}, "date": {day.Of(2026, time.June, 3).String()}, "by": {by}, "act.feed": {"1"},
			"act.feed_as": {"1:1"},
		}
		r := post(colony+"/look", form)
		r.Header.Set("X-Kembo-Queue", "1")
		if res, body := o.ask(r, ann); res.StatusCode != http.StatusOK {
			t.Fatalf("%d %s", res.StatusCode, body)
		}
		rows, err := o.s.Events(context.Background(), strings.TrimPrefix(colony, "/colonies/"), int32(demo.Last)+1000)
		if err != nil {
			t.Fatal(err)
		}
		if got := rows[len(rows)-1].Actor; got != want {
			t.Errorf("given as %q it is signed %q, want %q", by, got, want)
		}
	}
}
