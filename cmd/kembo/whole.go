package main

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"time"

	"github.com/spf13/cobra"

	"kembo/app"
	"kembo/store"
)

// exportCommand writes the whole operation to one file.
func exportCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "export --data FILE OUT.zip",
		Short: "Write the whole operation to one open file: a document, photos, tables",
		Long: "Export writes all that was entered, chosen and sent, and no tokens: kembo.json, whose schema is\n" +
			"docs/operation.schema.json, the photos beside it, and tables as CSV. It may be read back by\n" +
			"kembo import, on any machine, also beside what is there.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo export --data honey.db honey.zip")}
			}
			s, err := openData(cmd.Context(), data, cmd.ErrOrStderr())
			if err != nil {
				return err
			}
			defer s.Close()
			f, err := os.OpenFile(args[0], os.O_WRONLY|os.O_CREATE|os.O_EXCL, 0o600)
			if errors.Is(err, fs.ErrExist) {
				return statusError{2, fmt.Errorf("%s is there already; give another name", args[0])}
			}
			if err != nil {
				return err
			}
			if err := app.New(s, time.Now, nil).Export(cmd.Context(), f); err != nil {
				return errors.Join(err, f.Close(), os.Remove(args[0]))
			}
			if err := f.Close(); err != nil {
				return err
			}
			fmt.Fprintln(cmd.OutOrStdout(), "The whole operation is in "+args[0])
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", "", "the data file")
	return c
}

// importCommand merges such a file into a data file.
func importCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "import --data FILE IN.zip",
		Short: "Merge a whole operation, as kembo export wrote it, into a data file",
		Long: "Import takes in what is not there yet, by its id, and says what it did. What is there stays as it\n" +
			"is, so doing it twice is doing it once. A data file that is not there is made.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo import --data honey.db honey.zip")}
			}
			file, err := os.ReadFile(args[0])
			if err != nil {
				return statusError{2, err}
			}
			ctx, out := cmd.Context(), cmd.OutOrStdout()
			s, err := open(ctx, data, cmd.ErrOrStderr())
			if err != nil {
				return err
			}
			defer s.Close()
			svc := app.New(s, time.Now, nil)
			if err := svc.Start(ctx, "My honey"); err != nil {
				return err
			}
			did, err := svc.Import(ctx, file)
			var wrong *app.WholeError
			var field *app.FieldError
			if errors.As(err, &wrong) || errors.As(err, &field) {
				return statusError{2, fmt.Errorf("%s: %w; nothing was stored", args[0], err)}
			}
			if err != nil {
				return err
			}
			for _, p := range did.Parts {
				fmt.Fprintf(out, "%s: %d new, %d there already", p.What, p.New, p.Same)
				if p.Other > 0 {
					fmt.Fprintf(out, ", %d there with other contents, which stay", p.Other)
				}
				fmt.Fprintln(out)
			}
			svc.Settle(ctx)
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", "", "the data file")
	return c
}

// restoreCommand puts a copy in the place of a data file.
func restoreCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "restore --data FILE COPY",
		Short: "Put a copy that kembo backup made in the place of a data file",
		Long: "Restore checks the copy, keeps the data file that is there under another name, and puts the copy in\n" +
			"its place. Stop Kembo before.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo restore --data honey.db copy.db")}
			}
			if _, err := os.Stat(args[0]); err != nil {
				return statusError{2, fmt.Errorf("there is no copy %s: %w", args[0], err)}
			}
			kept, err := store.Restore(cmd.Context(), args[0], data)
			var file *store.FileError
			if errors.As(err, &file) {
				return statusError{2, err}
			}
			if err != nil {
				return err
			}
			if kept != "" {
				fmt.Fprintln(cmd.OutOrStdout(), "The data file that was there is now "+kept)
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s is as %s was; it was checked\n", data, args[0])
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", "", "the data file")
	return c
}
