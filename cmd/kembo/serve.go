package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"os"
	"path/filepath"
	"runtime/debug"
	"time"

	"github.com/gofrs/flock"
	"github.com/spf13/cobra"

	"kembo/app"
	"kembo/core/day"
	"kembo/demo"
	"kembo/store"
	"kembo/web"
)

// DefaultAddr is where Kembo answers unless told otherwise.
const DefaultAddr = "127.0.0.1:8077"

func serveCommand() *cobra.Command {
	var data, addr, name string
	var out outside
	var heard brokered
	c := &cobra.Command{
		Use:   "serve --data FILE",
		Short: "Serve your own operation from a data file",
		Long: "Serve answers on this machine and keeps all data in FILE; a file that is not there is made.\nWith " +
			"--host it answers phones under that name, over HTTPS: its own, with --cert and --key, or\nthat of " +
			"a proxy in front of it. Then every device joins once, by a link of its own. With --broker it hears\n" +
			"what stations publish there, each with the token that Kembo made for it.",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo serve --data honey.db")}
			}
			if err := heard.check(); err != nil {
				return err
			}
			ctx := cmd.Context()
			l, err := out.listen(ctx, addr)
			if err != nil {
				return err
			}
			defer l.Close()
			s, err := open(ctx, data, cmd.ErrOrStderr())
			if err != nil {
				return err
			}
			defer s.Close()
			svc := app.New(s, time.Now, nil)
			svc.SampleFrom(demo.Document)
			if err := svc.Start(ctx, name); err != nil {
				return err
			}
			release := alone(svc, data)
			defer release()
			defer heard.listenTo(ctx, svc, slog.New(slog.NewTextHandler(cmd.ErrOrStderr(), nil)))()
			return serve(ctx, svc, s, l, cmd.OutOrStdout(), cmd.ErrOrStderr(), false, out)
		},
	}
	c.Flags().StringVar(&out.host, "host", "", "the name under which phones reach it, as kembo.lan")
	c.Flags().StringVar(&out.cert, "cert", "", "certificate file, PEM, for HTTPS")
	c.Flags().StringVar(&out.key, "key", "", "key file of the certificate")
	heard.flags(c.Flags(), "a broker (MQTT) whose stations are heard")
	c.Flags().StringVar(&data, "data", "", "the data file")
	c.Flags().StringVar(&addr, "addr", DefaultAddr, "address on this machine; port 0 takes a free one")
	c.Flags().StringVar(&name, "name", "My honey", "the producer's name, for a new file")
	return c
}

// open opens a data file and says what takes long.
func open(ctx context.Context, data string, errOut io.Writer) (*store.Store, error) {
	s, err := store.Open(ctx, data, store.Tell(func(what string) { fmt.Fprintln(errOut, "kembo:", what) }))
	var file *store.FileError
	if errors.As(err, &file) {
		return nil, statusError{2, err}
	}
	return s, err
}

// alone warns where another Kembo serves the same file; what release undoes is the
// mark that this one does. Commands beside it need no mark.
func alone(svc *app.Service, data string) (release func()) {
	lock := flock.New(data + ".serving")
	switch got, err := lock.TryLock(); {
	case err != nil: // the folder cannot be written, or knows no locks: there is nothing to tell
		return func() {}
	case !got:
		svc.Warn(
			"Another Kembo serves this data file. Nothing is lost by that, but stop one of them: each shows what " +
				"the other wrote only when it is asked anew.",
		)
		return func() {}
	}
	return func() {
		lock.Unlock()
		os.Remove(lock.Path())
	}
}

// serve answers until ctx is done; standings are brought up to date behind it.
func serve(
	ctx context.Context, svc *app.Service, s *store.Store, l net.Listener, out, errOut io.Writer, isDemo bool,
	reach outside,
) error {
	debug.SetGCPercent(collectAt)
	debug.SetMemoryLimit(memoryMost)
	log := slog.New(slog.NewTextHandler(errOut, nil))
	svc.LogTo(log)
	if err := svc.CheckClock(ctx); err != nil {
		return err
	}
	ctx, stop := context.WithCancel(ctx)
	done, fresh := make(chan struct{}), make(chan struct{})
	go func() {
		defer close(done)
		svc.Keep(ctx, !isDemo, fresh)
	}()
	defer func() {
		stop()
		<-done
		svc.Settle(context.Background())
	}()
	// A few colonies are worked out before the first page; of many, the page says
	// how far it is.
	wait := startWait
	if isDemo {
		wait = demoWait
	}
	select {
	case <-fresh:
	case <-ctx.Done():
	case <-time.After(wait):
	}
	w, err := web.New(svc, log, isDemo)
	if err != nil {
		return err
	}
	if err := reach.open(ctx, svc, w, l, out); err != nil {
		return err
	}
	return w.Serve(ctx, l)
}

// The collector lets garbage grow to twice what lives, and works harder from where
// the program comes near what it should use.
const (
	collectAt  = 200       // per cent
	memoryMost = 220 << 20 // bytes
)

// How long the first page waits for the standings; the sample has none at first.
const (
	startWait = 400 * time.Millisecond
	demoWait  = 10 * time.Second
)

// temporary returns a data file in a directory of its own and what removes it.
func temporary() (path string, remove func(), err error) {
	dir, err := os.MkdirTemp("", "kembo-demo-")
	if err != nil {
		return "", nil, err
	}
	return filepath.Join(dir, "demo.db"), func() { os.RemoveAll(dir) }, nil
}

// parseDay reads the day that a flag gives.
func parseDay(flag, s string, otherwise day.Day) (day.Day, error) {
	if s == "" {
		return otherwise, nil
	}
	d, err := day.Parse(s)
	if err != nil {
		return 0, statusError{2, fmt.Errorf("--%s: %w", flag, err)}
	}
	return d, nil
}
