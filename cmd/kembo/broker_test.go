package main

import (
	"context"
	"errors"
	"io"
	"log/slog"
	"net"
	"strings"
	"testing"
	"time"

	server "github.com/mochi-mqtt/server/v2"
	"github.com/mochi-mqtt/server/v2/hooks/auth"
	"github.com/mochi-mqtt/server/v2/listeners"

	"kembo/broker"
	"kembo/core/day"
	"kembo/core/season"
	"kembo/station"
)

// brokerFor starts a broker on a free port of this machine.
func brokerFor(t *testing.T) string {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	s := server.New(&server.Options{Logger: slog.New(slog.NewTextHandler(io.Discard, nil))})
	if err := errors.Join(s.AddHook(new(auth.AllowHook), nil), s.AddListener(listeners.NewNet("test", l)), s.Serve()); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return "tcp://" + l.Addr().String()
}

// TestASeasonThroughABroker: what a station publishes is stored once, though Kembo is down for a third of it; strangers, and what is no
// reading, leave nothing behind and keep nobody waiting.
func TestASeasonThroughABroker(t *testing.T) {
	path, token, colony := stationFile(t)
	url := brokerFor(t)
	serve := func() (stop func()) {
		ctx, cancel := context.WithCancel(t.Context())
		done := make(chan error, 1)
		go func() {
			done <- run(ctx, []string{"serve", "--data", path, "--addr", "127.0.0.1:0", "--broker", url, "--topic", "kembo/#"}, nil, io.Discard, io.Discard)
		}()
		return func() {
			cancel()
			if err := <-done; err != nil {
				t.Error(err)
			}
		}
	}
	stored := func() map[int64]float64 { return readingsOf(t, path, colony) }
	all := func(want map[int64]float64) bool {
		got := stored()
		for at := range want {
			if _, ok := got[at]; !ok {
				return false
			}
		}
		return true
	}
	uk, err := season.ClimateFor("uk")
	if err != nil {
		t.Fatal(err)
	}
	sendings := station.Played{Climate: uk, From: day.Of(2026, time.May, 1), Days: 6, Seed: 12}.Sendings()
	p, err := broker.NewPublisher(t.Context(), broker.Address{URL: url, Topic: "kembo/stations", Client: "scale"})
	if err != nil {
		t.Fatal(err)
	}
	defer p.Close()
	want := map[int64]float64{}
	send := func(some []station.Sending) {
		for _, s := range some {
			if _, err := publish(t.Context(), p, token, s); err != nil {
				t.Fatal(err)
			}
			for _, r := range s.Readings {
				if r.Kg < 1000 && r.At.Year() > 2000 {
					want[r.At.Unix()] = r.Kg
				}
			}
		}
	}
	waits := func(what string) {
		t.Helper()
		for over := time.Now().Add(time.Minute); !all(want); time.Sleep(100 * time.Millisecond) {
			if time.Now().After(over) {
				t.Fatalf("%s: %d of %d readings are stored", what, len(stored()), len(want))
			}
		}
	}
	stop := serve()
	third := len(sendings) / 3
	// A broker keeps messages for who has subscribed once: the first is sent until it is heard.
	for over := time.Now().Add(time.Minute); len(stored()) == 0; time.Sleep(100 * time.Millisecond) {
		if send(sendings[:1]); time.Now().After(over) {
			t.Fatal("nothing is heard")
		}
	}
	send(sendings[1:third])
	waits("while it listens")
	stop()
	send(sendings[third : 2*third]) // it is down
	for _, body := range []string{"no reading", `{"token":"nobody’s","readings":[{"at":"2026-05-03T10:00:00Z","kg":41}]}`, `{"readings":[]}`} {
		if err := p.Publish(t.Context(), []byte(body)); err != nil {
			t.Fatal(err)
		}
	}
	stop = serve()
	defer stop()
	send(sendings[2*third:])
	waits("after it was down")
	for at, kg := range stored() {
		if want[at] != kg {
			t.Fatalf("of %s %.2f kg is there, not %.2f", time.Unix(at, 0).UTC(), kg, want[at])
		}
	}
}

// TestWrongBrokersAreTold: in a sentence, before anything is opened.
func TestWrongBrokersAreTold(t *testing.T) {
	for _, args := range [][]string{
		{"serve", "--data", "none.db", "--broker", "lan"}, {"station", "--broker", "http://lan", "--token", "x"},
		{"station", "--broker", "tcp://lan:1883", "--to", "http://lan/station", "--token", "x"},
	} {
		var errOut strings.Builder
		err := run(t.Context(), args, nil, io.Discard, &errOut)
		if err == nil || !strings.Contains(err.Error()+errOut.String(), "broker") {
			t.Errorf("%v: %v %s", args, err, errOut.String())
		}
	}
}
