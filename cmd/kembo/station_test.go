package main

import (
	"bufio"
	"bytes"
	"context"
	"errors"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/season"
	"kembo/demo/sample"
	"kembo/station"
	"kembo/store"
)

// stationFile is a data file with a station under a hive, and its token.
func stationFile(t *testing.T) (path, token, colony string) {
	t.Helper()
	path = sample.Write(t, day.Of(2026, time.June, 3), false)
	ctx := context.Background()
	s, err := store.Open(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	svc := app.New(s, time.Now, nil)
	if token, err = svc.MakeStation(ctx, "Scale at the gate", "ql-07"); err != nil {
		t.Fatal(err)
	}
	if colony, err = svc.FindColony(ctx, "QL-07"); err != nil {
		t.Fatal(err)
	}
	return path, token, colony
}

// servedBy starts this test binary as Kembo on a data file, and returns it and its address.
func servedBy(t *testing.T, path, addr string) (*exec.Cmd, string) {
	t.Helper()
	cmd := exec.Command(os.Args[0], "-test.run=^TestNothingIsLostOverTwoKills$")
	cmd.Env = append(os.Environ(), "KEMBO_TEST_SERVES="+path, "KEMBO_TEST_ADDR="+addr)
	out, err := cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := cmd.Start(); err != nil {
		t.Fatal(err)
	}
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if _, at, ok := strings.Cut(lines.Text(), "http://"); ok {
			go func() { _, _ = io.Copy(io.Discard, out) }()
			return cmd, strings.TrimSpace(at)
		}
	}
	t.Fatal("it did not start")
	return nil, ""
}

// readingsOf returns what is stored of a scale, by instant.
func readingsOf(t *testing.T, path, colony string) map[int64]float64 {
	t.Helper()
	s, err := store.Open(t.Context(), path)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	rs, err := s.Readings(t.Context(), colony, 0, 1<<40)
	if err != nil {
		t.Fatal(err)
	}
	got := map[int64]float64{}
	for _, r := range rs {
		got[r.AtUTC] = r.Kg
	}
	return got
}

// TestNothingIsLostOverTwoKills plays a season at over a thousand times its pace and kills the server twice without warning: every reading
// that can be is stored once, whatever was sent twice, late or out of order, and what cannot be is said.
func TestNothingIsLostOverTwoKills(t *testing.T) {
	if path := os.Getenv("KEMBO_TEST_SERVES"); path != "" {
		_ = run(t.Context(), []string{"serve", "--data", path, "--addr", os.Getenv("KEMBO_TEST_ADDR")}, nil, os.Stdout, os.Stderr)
		return
	}
	path, token, colony := stationFile(t)
	server, addr := servedBy(t, path, "127.0.0.1:0")
	killed := make(chan *exec.Cmd, 1)
	killed <- server
	t.Cleanup(func() {
		last := <-killed
		_ = last.Process.Kill()
		_ = last.Wait()
	})
	uk, err := season.ClimateFor("uk")
	if err != nil {
		t.Fatal(err)
	}
	sendings := station.Played{Climate: uk, From: day.Of(2026, time.May, 1), Days: 8, Seed: 11}.Sendings()
	p := pusher{
		URL: "http://" + addr + "/station", Token: token, Client: &http.Client{Timeout: 20 * time.Second}, Wait: 20 * time.Millisecond,
	}
	begin := time.Now()
	want := map[int64]float64{}
	kept := 0
	for i, s := range sendings {
		if i == len(sendings)/3 || i == 2*len(sendings)/3 {
			was := <-killed
			go func() { // while the next is being sent
				_ = was.Process.Kill()
				_ = was.Wait()
				again, _ := servedBy(t, path, addr)
				killed <- again
			}()
		}
		got, err := p.push(t.Context(), s)
		if err != nil {
			t.Fatal(err)
		}
		kept += len(got.KeptOut)
		for _, r := range s.Readings {
			if r.Kg < 1000 && r.At.Year() > 2000 {
				want[r.At.Unix()] = r.Kg
			}
		}
	}
	last := sendings[len(sendings)-1].At.Sub(sendings[0].At)
	if pace := last.Seconds() / time.Since(begin).Seconds(); pace < 1000 {
		t.Errorf("it was sent at %.0f times its pace", pace)
	}
	if kept == 0 {
		t.Error("nothing was kept out, of a season with absurd readings")
	}
	got := readingsOf(t, path, colony)
	for at, kg := range want {
		if got[at] != kg {
			t.Fatalf("of %s %.2f kg is there, not %.2f", time.Unix(at, 0).UTC(), got[at], kg)
		}
	}
	if len(got) != len(want) {
		t.Errorf("%d readings are there, of %d", len(got), len(want))
	}
}

// TestStrangersPushNothing: without a token, with a wrong one, with that of a station that was removed, and with what is no reading,
// nothing is stored.
func TestStrangersPushNothing(t *testing.T) {
	path, token, colony := stationFile(t)
	ctx, cancel := context.WithCancel(t.Context())
	out, in := io.Pipe()
	done := make(chan error, 1)
	go func() {
		done <- run(ctx, []string{"serve", "--data", path, "--addr", "127.0.0.1:0"}, nil, in, io.Discard)
	}()
	lines := bufio.NewScanner(out)
	lines.Scan()
	_, addr, _ := strings.Cut(lines.Text(), "http://")
	go func() { _, _ = io.Copy(io.Discard, out) }()
	t.Cleanup(func() { cancel(); in.Close(); <-done })
	push := func(token, body, host string) int {
		req, err := http.NewRequest(http.MethodPost, "http://"+addr+"/station", strings.NewReader(body))
		if err != nil {
			t.Fatal(err)
		}
		if token != "" {
			req.Header.Set("Authorization", "Bearer "+token)
		}
		if host != "" {
			req.Host = host
		}
		res, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		defer res.Body.Close()
		return res.StatusCode
	}
	const one = `{"readings":[{"at":"2026-06-01T10:00:00Z","kg":48.2}]}`
	const reading = `{"at":"2026-06-01T10:00:00Z","kg":1}`
	many := `{"readings":[` + strings.Repeat(reading+",", 5000) + reading + `]}`
	for what, c := range map[string]struct {
		token, body, host string
		want              int
	}{
		"no token":         {"", one, "", 401},
		"a wrong token":    {"abc", one, "", 401},
		"another host":     {token, one, "elsewhere.example", 421},
		"no JSON":          {token, "48.2", "", 422},
		"an unknown field": {token, `{"reading":[]}`, "", 422},
		"no instant":       {token, `{"readings":[{"kg":48.2}]}`, "", 422},
		"more after it":    {token, one + one, "", 422},
		"too many":         {token, many, "", 422},
	} {
		if got := push(c.token, c.body, c.host); got != c.want {
			t.Errorf("%s is answered with %d, not %d", what, got, c.want)
		}
	}
	count := func() int {
		s, err := store.Open(t.Context(), path)
		if err != nil {
			t.Fatal(err)
		}
		defer s.Close()
		rs, err := s.Readings(t.Context(), colony, 0, 1<<40)
		if err != nil {
			t.Fatal(err)
		}
		return len(rs)
	}
	if n := count(); n != 0 {
		t.Fatalf("%d readings were stored", n)
	}
	if got := push(token, one, ""); got != 200 || count() != 1 {
		t.Errorf("its own reading is answered with %d", got)
	}
	// A cookie lets a station in nowhere, and its token nowhere else.
	req, err := http.NewRequest(http.MethodPost, "http://"+addr+"/sample/empty", nil)
	if err != nil {
		t.Fatal(err)
	}
	req.Header.Set("Authorization", "Bearer "+token)
	if res, err := http.DefaultClient.Do(req); err != nil || res.StatusCode != 403 {
		t.Errorf("with a station’s token another page is answered with %v, %v", res.StatusCode, err)
	}
	s, err := store.Open(t.Context(), path)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	svc := app.New(s, time.Now, nil)
	all, err := svc.Stations(t.Context())
	if err != nil || len(all) != 1 || all[0].Taken != 1 || all[0].Code != "QL-07" {
		t.Fatalf("%+v, %v", all, err)
	}
	if err := svc.RemoveStation(t.Context(), all[0].ID); err != nil {
		t.Fatal(err)
	}
	if got := push(token, one, ""); got != 401 {
		t.Errorf("a station that was removed is answered with %d", got)
	}
}

// TestTheStationProgramSaysWhatBecame: it needs an address and a token, and tells how many were stored, sent again and kept out.
func TestTheStationProgramSaysWhatBecame(t *testing.T) {
	var status statusError
	if err := run(t.Context(), []string{"station"}, nil, io.Discard, io.Discard); !errors.As(err, &status) || status.status != 2 {
		t.Errorf("without an address: %v", err)
	}
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	srv := &http.Server{Handler: http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Header.Get("Authorization") != "Bearer key" {
			w.WriteHeader(http.StatusUnauthorized)
			return
		}
		_, _ = w.Write([]byte(`{"stored":1,"again":0,"weather_days":0,"kept_out":[{"at":"x","why":"absurd"}]}`))
	})}
	go func() { _ = srv.Serve(l) }()
	defer srv.Close()
	var out bytes.Buffer
	to := "http://" + l.Addr().String() + "/station"
	args := []string{"station", "--to", to, "--token", "key", "--days", "2", "--speed", "1e9"}
	if err := run(t.Context(), args, nil, &out, io.Discard); err != nil || !strings.Contains(out.String(), "readings stored") ||
		!strings.Contains(out.String(), "kept out, x: absurd") {
		t.Errorf("%v, %q", err, out.String())
	}
	args[4] = "wrong"
	if err := run(t.Context(), args, nil, io.Discard, io.Discard); !errors.Is(err, errRefused) {
		t.Errorf("with a wrong token: %v", err)
	}
}
