package broker_test

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"slices"
	"sync"
	"testing"
	"time"

	server "github.com/mochi-mqtt/server/v2"
	"github.com/mochi-mqtt/server/v2/hooks/auth"
	"github.com/mochi-mqtt/server/v2/listeners"

	"kembo/broker"
)

// serve starts a broker on a free port of this machine.
func serve(t *testing.T) string {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	s := server.New(&server.Options{Logger: quiet()})
	if err := errors.Join(s.AddHook(new(auth.AllowHook), nil), s.AddListener(listeners.NewNet("test", l)), s.Serve()); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return "tcp://" + l.Addr().String()
}

func quiet() *slog.Logger { return slog.New(slog.NewTextHandler(io.Discard, nil)) }

// heard is what was received, and what receiving it is answered with.
type heard struct {
	sync.Mutex
	all    []string
	answer func(body string, times int) error
}

func (h *heard) receive(_ context.Context, body []byte) error {
	h.Lock()
	defer h.Unlock()
	h.all = append(h.all, string(body))
	n := 0
	for _, x := range h.all {
		if x == string(body) {
			n++
		}
	}
	if h.answer == nil {
		return nil
	}
	return h.answer(string(body), n)
}

func (h *heard) times(body string) (n int) {
	h.Lock()
	defer h.Unlock()
	for _, x := range h.all {
		if x == body {
			n++
		}
	}
	return n
}

// listen listens until stop.
func listen(t *testing.T, url string, h *heard) (stop func()) {
	t.Helper()
	ctx, cancel := context.WithCancel(context.Background())
	done := make(chan error, 1)
	go func() {
		done <- broker.Listen(ctx, broker.Address{URL: url, Topic: "kembo/#", Client: "kembo-test"}, h.receive, quiet())
	}()
	return func() {
		cancel()
		if err := <-done; err != nil {
			t.Error(err)
		}
	}
}

func publisher(t *testing.T, url string) *broker.Publisher {
	t.Helper()
	p, err := broker.NewPublisher(context.Background(), broker.Address{URL: url, Topic: "kembo/scale", Client: "scale"})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(p.Close)
	return p
}

// until waits for something to be so.
func until(t *testing.T, what string, is func() bool) {
	t.Helper()
	for over := time.Now().Add(30 * time.Second); !is(); time.Sleep(20 * time.Millisecond) {
		if time.Now().After(over) {
			t.Fatalf("waited for %s", what)
		}
	}
}

// TestWhatIsPublishedIsStored: once each; what cannot be stored at first is tried again; what is refused is not.
func TestWhatIsPublishedIsStored(t *testing.T) {
	url := serve(t)
	h := &heard{answer: func(body string, times int) error {
		switch {
		case body == "busy" && times < 3:
			return errors.New("the file is locked")
		case body == "wrong":
			return fmt.Errorf("%w: no station has that token", broker.ErrRefused)
		}
		return nil
	}}
	stop := listen(t, url, h)
	p := publisher(t, url)
	// The broker gives what is published once somebody has subscribed.
	until(t, "the first", func() bool {
		if err := p.Publish(context.Background(), []byte("hello")); err != nil {
			t.Fatal(err)
		}
		return h.times("hello") > 0
	})
	for _, m := range []string{"busy", "wrong", "last"} {
		if err := p.Publish(context.Background(), []byte(m)); err != nil {
			t.Fatal(err)
		}
	}
	until(t, "the last", func() bool { return h.times("last") > 0 && h.times("busy") >= 3 })
	stop()
	if h.times("busy") != 3 || h.times("wrong") != 1 || h.times("last") != 1 {
		t.Errorf("received %v", h.all)
	}
}

// TestNothingIsLostWhileKemboIsDown: what is published while nobody listens, and what was not stored when it stopped, comes when it is back.
func TestNothingIsLostWhileKemboIsDown(t *testing.T) {
	url := serve(t)
	first := &heard{answer: func(body string, _ int) error {
		if body == "half" {
			return errors.New("the disk is full")
		}
		return nil
	}}
	stop := listen(t, url, first)
	p := publisher(t, url)
	until(t, "the first", func() bool {
		if err := p.Publish(context.Background(), []byte("hello")); err != nil {
			t.Fatal(err)
		}
		return first.times("hello") > 0
	})
	for _, m := range []string{"stored", "half"} {
		if err := p.Publish(context.Background(), []byte(m)); err != nil {
			t.Fatal(err)
		}
	}
	until(t, "what is stored", func() bool { return first.times("stored") > 0 })
	until(t, "what is not stored", func() bool { return first.times("half") > 0 })
	stop()
	for i := range 5 {
		if err := p.Publish(context.Background(), fmt.Appendf(nil, "down %d", i)); err != nil {
			t.Fatal(err)
		}
	}
	again := new(heard)
	stop = listen(t, url, again)
	defer stop()
	until(t, "what came meanwhile", func() bool {
		for i := range 5 {
			if again.times(fmt.Sprintf("down %d", i)) == 0 {
				return false
			}
		}
		return again.times("half") > 0
	})
	if slices.Contains(again.all, "stored") {
		t.Error("what was stored came again")
	}
}

// TestWrongAddresses are answered with a sentence.
func TestWrongAddresses(t *testing.T) {
	for _, a := range []broker.Address{{URL: "lan", Topic: "x"}, {URL: "http://lan:80", Topic: "x"}, {URL: "tcp://lan:1883"}} {
		if err := a.Check(); err == nil {
			t.Errorf("%+v is taken", a)
		}
	}
}
