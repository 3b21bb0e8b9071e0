package main

import (
	"errors"
	"fmt"
	"os"
	"time"

	"github.com/spf13/cobra"

	"kembo/app"
	"kembo/demo"
)

// growDemo makes a large sample and works its standings out. It may be stopped at
// any time; the same call goes on.
func growDemo(cmd *cobra.Command, data string, l demo.Large) error {
	if data == "" {
		return statusError{2, errors.New("a large sample is kept: give it a file with --data")}
	}
	ctx, out, errOut := cmd.Context(), cmd.OutOrStdout(), cmd.ErrOrStderr()
	s, err := open(ctx, data, errOut)
	if err != nil {
		return err
	}
	defer s.Close()
	start := time.Now()
	err = demo.Grow(ctx, s, l, func(n int) { fmt.Fprintf(errOut, "\rwriting %6d of %d colonies", n, l.Colonies) })
	fmt.Fprintln(errOut)
	if err != nil {
		return fmt.Errorf("run it again to go on: %w", err)
	}
	written := time.Since(start)
	svc := app.New(s, time.Now, &l.On)
	n, err := svc.Reassess(
		ctx,
		false,
		func(p app.Progress) { fmt.Fprintf(errOut, "\rworking out %6d of %d colonies", p.Done, p.Of) },
	)
	fmt.Fprintln(errOut)
	if err != nil {
		return fmt.Errorf("run it again to go on: %w", err)
	}
	if err := s.Checkpoint(ctx); err != nil {
		return err
	}
	info, err := os.Stat(data)
	if err != nil {
		return err
	}
	fmt.Fprintf(
		out,
		"%d colonies with %d years of records in %s: %.0f MB, written in %.0f s; %d worked out in %.0f s\n",
		l.Colonies,
		l.Years,
		data,
		float64(info.Size())/1e6,
		written.Seconds(),
		n,
		(time.Since(start) - written).Seconds(),
	)
	return nil
}
