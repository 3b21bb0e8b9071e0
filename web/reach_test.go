package web_test

import (
	"net/http"
	"net/url"
	"testing"
)

// TestPhonesJoinOnce: under the name it was given Kembo answers devices that have
// joined with its key, over HTTPS pages only, and nobody else.
func TestPhonesJoinOnce(t *testing.T) {
	w := server(t)
	w.Reach("kembo.lan", "KEY123")
	at := func(r *http.Request, host string, cookies ...*http.Cookie) *http.Request {
		r.Host = host
		for _, c := range cookies {
			r.AddCookie(c)
		}
		return r
	}
	status := func(r *http.Request) int { res, _ := ask(t, w, r); return res.StatusCode }
	if n := status(at(get("/"), "kembo.lan:8443")); n != http.StatusUnauthorized {
		t.Errorf("a device that has not joined gets %d", n)
	}
	if n := status(at(get("/join/KEY124"), "kembo.lan:8443")); n != http.StatusForbidden {
		t.Errorf("a wrong key gets %d", n)
	}
	if n := status(at(get("/"), "elsewhere.example")); n != http.StatusMisdirectedRequest {
		t.Errorf("another name gets %d", n)
	}
	res, _ := ask(t, w, at(get("/join/KEY123"), "kembo.lan:8443"))
	cookies := res.Cookies()
	if res.StatusCode != http.StatusSeeOther || len(cookies) != 1 || !cookies[0].Secure || !cookies[0].HttpOnly || cookies[0].SameSite != http.SameSiteLaxMode {
		t.Fatalf("joining: %d, %v", res.StatusCode, cookies)
	}
	if n := status(at(get("/"), "KEMBO.lan:8443", cookies[0])); n != http.StatusOK {
		t.Errorf("a joined device gets %d", n)
	}
	write := func(origin string, cookies ...*http.Cookie) int {
		r := post("/yards", url.Values{})
		r.Header.Set("Origin", origin)
		return status(at(r, "kembo.lan:8443", cookies...))
	}
	if n := write("https://kembo.lan:8443", cookies[0]); n != http.StatusUnprocessableEntity { // it lacks a name
		t.Errorf("a joined device's own page is answered %d", n)
	}
	for _, origin := range []string{"http://kembo.lan:8443", "https://other.example", "", "null"} {
		if n := write(origin, cookies[0]); n != http.StatusForbidden {
			t.Errorf("a write from %q gets %d", origin, n)
		}
	}
	if n := write("https://kembo.lan:8443"); n != http.StatusUnauthorized {
		t.Errorf("a write by a device that has not joined gets %d", n)
	}
	if n := status(get("/")); n != http.StatusOK {
		t.Errorf("this machine itself gets %d", n)
	}
	closed := server(t) // without a name nobody joins, whatever the key
	if res, _ := ask(t, closed, at(get("/join/"), "kembo.lan")); res.StatusCode != http.StatusMisdirectedRequest {
		t.Errorf("without --host: %d", res.StatusCode)
	}
}
