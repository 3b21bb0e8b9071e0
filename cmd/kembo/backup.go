package main

import (
	"errors"
	"fmt"
	"os"

	"github.com/spf13/cobra"

	"kembo/store"
)

// backupCommand writes a whole copy of a data file, also while it is served.
func backupCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "backup --data FILE COPY",
		Short: "Write a whole copy of a data file, also while it is served",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo backup --data honey.db copy.db")}
			}
			if _, err := os.Stat(args[0]); err == nil {
				return statusError{2, fmt.Errorf("%s is there already; give the copy another name", args[0])}
			}
			s, err := openData(cmd.Context(), data, cmd.ErrOrStderr())
			if err != nil {
				return err
			}
			defer s.Close()
			if err := s.Backup(cmd.Context(), args[0]); err != nil {
				return err
			}
			// A copy that nobody has opened is none.
			if err := store.Verify(cmd.Context(), args[0]); err != nil {
				return err
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s is a whole copy; it was opened and checked\n", args[0])
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", "", "the data file")
	return c
}
