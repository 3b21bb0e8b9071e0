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
	"time"

	"github.com/spf13/cobra"

	"kembo/app"
	"kembo/core/day"
	"kembo/store"
	"kembo/web"
)

// DefaultAddr is where Kembo answers unless told otherwise.
const DefaultAddr = "127.0.0.1:8077"

func serveCommand() *cobra.Command {
	var data, addr, name string
	var out outside
	c := &cobra.Command{
		Use:   "serve --data FILE",
		Short: "Serve your own operation from a data file",
		Long:  "Serve answers on this machine and keeps all data in FILE; a file that is not there is made.\nWith --host it also answers phones under that name, over HTTPS: its own, with --cert and --key, or\nthat of a proxy in front of it. Each phone joins once by the link that is printed.",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo serve --data honey.db")}
			}
			ctx := cmd.Context()
			l, err := out.listen(ctx, addr)
			if err != nil {
				return err
			}
			defer l.Close()
			s, err := store.Open(ctx, data)
			if err != nil {
				return err
			}
			defer s.Close()
			svc := app.New(s, time.Now, nil)
			if err := svc.Start(ctx, name); err != nil {
				return err
			}
			return serve(ctx, svc, l, cmd.OutOrStdout(), cmd.ErrOrStderr(), false, out)
		},
	}
	c.Flags().StringVar(&out.host, "host", "", "the name under which phones reach it, as kembo.lan")
	c.Flags().StringVar(&out.cert, "cert", "", "certificate file, PEM, for HTTPS")
	c.Flags().StringVar(&out.key, "key", "", "key file of the certificate")
	c.Flags().StringVar(&data, "data", "", "the data file")
	c.Flags().StringVar(&addr, "addr", DefaultAddr, "address on this machine; port 0 takes a free one")
	c.Flags().StringVar(&name, "name", "My honey", "the producer's name, for a new file")
	return c
}

// serve brings standings up to date and answers until ctx is done.
func serve(ctx context.Context, svc *app.Service, l net.Listener, out, errOut io.Writer, isDemo bool, reach outside) error {
	// A few colonies are worked out before the first page; of many, the page says
	// how far it is.
	ready := make(chan error, 1)
	go func() {
		_, err := svc.Refresh(ctx)
		ready <- err
	}()
	select {
	case err := <-ready:
		if err != nil {
			return err
		}
	case <-time.After(startWait):
		go func() {
			if err := <-ready; err != nil && ctx.Err() == nil {
				fmt.Fprintln(errOut, "kembo: standings:", err)
			}
		}()
	}
	w, err := web.New(svc, slog.New(slog.NewTextHandler(errOut, nil)), isDemo)
	if err != nil {
		return err
	}
	if !isDemo {
		go eachDay(ctx, svc, errOut)
	}
	if err := reach.open(ctx, svc, w, l, out); err != nil {
		return err
	}
	return w.Serve(ctx, l)
}

// startWait is how long the first page waits for the standings.
const startWait = 5 * time.Second

// eachDay works the standings out again when a yard's day has changed.
func eachDay(ctx context.Context, svc *app.Service, errOut io.Writer) {
	t := time.NewTicker(10 * time.Minute)
	defer t.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-t.C:
			if _, err := svc.Refresh(ctx); err != nil && ctx.Err() == nil {
				fmt.Fprintln(errOut, "kembo: standings:", err)
			}
		}
	}
}

// temporary returns a data file in a directory of its own and what removes it.
func temporary() (path string, remove func(), err error) {
	dir, err := os.MkdirTemp("", "kembo-demo-")
	if err != nil {
		return "", nil, err
	}
	return filepath.Join(dir, "demo.db"), func() { os.RemoveAll(dir) }, nil
}

func parseDay(s string, otherwise day.Day) (day.Day, error) {
	if s == "" {
		return otherwise, nil
	}
	d, err := day.Parse(s)
	if err != nil {
		return 0, statusError{2, fmt.Errorf("--day: %w", err)}
	}
	return d, nil
}
