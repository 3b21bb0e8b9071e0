package browser_test

import (
	"context"
	"io"
	"log/slog"
	"net"
	"sync"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/moves"
	"kembo/demo/sample"
	"kembo/store"
	"kembo/web"
)

// house is a Kembo that can be stopped and started again on the same data, at
// the end of a cable that can be cut.
type house struct {
	t     *testing.T
	path  string
	on    *day.Day
	svc   *app.Service
	stop  func()
	cable *cable
	reach string // the name under which devices come that have joined; empty: this machine alone
}

func newHouse(t *testing.T, on day.Day) *house {
	t.Helper()
	h := &house{t: t, path: sample.Write(t, on, true), on: &on}
	h.cable = newCable(t)
	h.start()
	t.Cleanup(func() { h.stop() })
	return h
}

// start opens the data and serves it at the far end of the cable.
func (h *house) start() {
	h.t.Helper()
	ctx, cancel := context.WithCancel(context.Background())
	s, err := store.Open(ctx, h.path)
	if err != nil {
		h.t.Fatal(err)
	}
	h.svc = app.New(s, time.Now, h.on)
	if _, err := h.svc.Refresh(ctx); err != nil {
		h.t.Fatal(err)
	}
	w, err := web.New(h.svc, slog.New(slog.NewTextHandler(io.Discard, nil)), true)
	if err != nil {
		h.t.Fatal(err)
	}
	w.Reach(h.reach)
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		h.t.Fatal(err)
	}
	done := make(chan error, 1)
	go func() { done <- w.Serve(ctx, l) }()
	h.cable.lead(l.Addr().String())
	h.stop = func() {
		cancel()
		h.cable.drop()
		<-done
		s.Close()
	}
}

// colony returns a colony by its code.
func (h *house) colony(code string) app.Colony {
	h.t.Helper()
	id, err := h.svc.FindColony(context.Background(), code)
	if err != nil {
		h.t.Fatal(err)
	}
	c, err := h.svc.Colony(context.Background(), id)
	if err != nil {
		h.t.Fatal(err)
	}
	return c
}

// looks counts the looks of the house's day in a colony's log.
func (h *house) looks(code string) int {
	h.t.Helper()
	n := 0
	for _, l := range h.colony(code).Log {
		if l.Entry.Look() != nil && l.Day == *h.on {
			n++
		}
	}
	return n
}

// cable carries connections to a server: it can be cut, and it can lose answers.
type cable struct {
	t     *testing.T
	l     net.Listener
	mu    sync.Mutex
	to    string
	cut   bool
	deaf  bool // what is asked arrives, the answer is lost
	conns []net.Conn
}

func newCable(t *testing.T) *cable {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	c := &cable{t: t, l: l}
	go c.run()
	t.Cleanup(func() { l.Close(); c.drop() })
	return c
}

func (c *cable) url() string { return "http://" + c.l.Addr().String() }

func (c *cable) lead(to string) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.to = to
}

// set cuts or mends, and ends what is under way.
func (c *cable) set(cut, deaf bool) {
	c.mu.Lock()
	c.cut, c.deaf = cut, deaf
	c.mu.Unlock()
	c.drop()
}

func (c *cable) drop() {
	c.mu.Lock()
	defer c.mu.Unlock()
	for _, x := range c.conns {
		x.Close()
	}
	c.conns = nil
}

func (c *cable) run() {
	for {
		in, err := c.l.Accept()
		if err != nil {
			return
		}
		c.mu.Lock()
		cut, deaf, to := c.cut, c.deaf, c.to
		c.mu.Unlock()
		if cut {
			in.Close()
			continue
		}
		out, err := net.Dial("tcp", to)
		if err != nil {
			in.Close()
			continue
		}
		c.mu.Lock()
		c.conns = append(c.conns, in, out)
		c.mu.Unlock()
		go func() {
			io.Copy(out, in)
			out.Close()
		}()
		go func() {
			if deaf { // the answer is read to its end and thrown away
				buf := make([]byte, 1<<16)
				out.SetReadDeadline(time.Now().Add(5 * time.Second))
				out.Read(buf)
			} else {
				io.Copy(in, out)
			}
			in.Close()
		}()
	}
}

// treatmentOf is a treatment that goes in.
func treatmentOf(what string) moves.Act { return &moves.Treatment{What: what} }
