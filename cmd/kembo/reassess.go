package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"time"

	"github.com/spf13/cobra"

	"kembo/app"
	"kembo/store"
)

// reassessCommand works out the standings of an operation.
func reassessCommand() *cobra.Command {
	var data string
	var all bool
	c := &cobra.Command{
		Use:   "reassess --data FILE",
		Short: "Work out what every colony stands at, where something has changed",
		Long: "Reassess reads the logs of all colonies whose log, weather, calendar or day has changed and\nworks " +
			"out their forecasts and advice, as serve does each day. It may be stopped at any time: what\nis " +
			"done is kept, and the next run goes on from there.",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo reassess --data honey.db")}
			}
			ctx := cmd.Context()
			s, err := openData(ctx, data, cmd.ErrOrStderr())
			if err != nil {
				return err
			}
			defer s.Close()
			start := time.Now()
			n, err := app.New(s, time.Now, nil).Reassess(ctx, all, func(p app.Progress) {
				fmt.Fprintf(cmd.ErrOrStderr(), "\r%-30s %6d of %d", p.Yard, p.Done, p.Of)
			})
			if n > 0 {
				fmt.Fprintln(cmd.ErrOrStderr())
			}
			if err != nil {
				return fmt.Errorf("stopped after %d colonies; run it again to go on: %w", n, err)
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%d colonies worked out in %.1f s\n", n, time.Since(start).Seconds())
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", "", "the data file")
	c.Flags().BoolVar(&all, "all", false, "also those whose inputs have not changed")
	return c
}

// openData opens a data file that is there.
func openData(ctx context.Context, file string, errOut io.Writer) (*store.Store, error) {
	if _, err := os.Stat(file); err != nil {
		return nil, statusError{2, fmt.Errorf("there is no data file %s: %w", file, err)}
	}
	return open(ctx, file, errOut)
}
