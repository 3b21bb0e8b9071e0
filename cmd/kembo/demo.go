package main

import (
	"errors"
	"fmt"
	"time"

	"github.com/spf13/cobra"

	"kembo/app"
	"kembo/demo"
	"kembo/store"
)

func demoCommand() *cobra.Command {
	var data, addr, on string
	var large demo.Large
	c := &cobra.Command{
		Use:   "demo",
		Short: "Serve the sample operation, Harrowmere Honey, on a day of its year",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			ctx := cmd.Context()
			d, err := parseDay("day", on, demo.Default)
			if err != nil {
				return err
			}
			if d < demo.Opens || d > demo.Last {
				return statusError{2, demo.ErrDay(d)}
			}
			if large.Colonies > 0 {
				large.On = d
				return growDemo(cmd, data, large)
			}
			l, err := listen(ctx, addr)
			if err != nil {
				return err
			}
			defer l.Close()
			path := data
			if path == "" {
				var remove func()
				if path, remove, err = temporary(); err != nil {
					return err
				}
				defer remove()
			}
			s, err := open(ctx, path, cmd.ErrOrStderr())
			if err != nil {
				return err
			}
			defer s.Close()
			switch op, err := s.Operation(ctx); {
			case errors.Is(err, store.ErrNotFound):
				if err := demo.Build(ctx, s, d); err != nil {
					return err
				}
			case err != nil:
				return err
			case op.Name != demo.Producer:
				return statusError{
					2, fmt.Errorf("%s holds %s, not the sample; give the demo a file of its own", data, op.Name),
				}
			}
			return serve(ctx, app.New(s, time.Now, &d), s, l, cmd.OutOrStdout(), cmd.ErrOrStderr(), true, outside{})
		},
	}
	c.Flags().IntVar(
		&large.Colonies, "colonies", 0,
		"make a large sample of so many colonies in the file of --data, by copies, and end",
	)
	c.Flags().IntVar(&large.Years, "years", 1, "with --colonies: the years of records that each has")
	c.Flags().StringVar(&data, "data", "", "keep the demo's data in this file; by default it is removed at the end")
	c.Flags().StringVar(&addr, "addr", DefaultAddr, "address on this machine; port 0 takes a free one")
	c.Flags().StringVar(
		&on, "day", "",
		"the day it stands on, from "+demo.Opens.String()+" to "+demo.Last.String()+" (default "+demo.Default.String()+")",
	)
	return c
}
