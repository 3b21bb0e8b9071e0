// Faults puts small faults, one after the other, into a copy of Kembo and tells which
// of them no test notices. It is no part of ./test: it takes about half an hour.
//
//	cd tools && go run ./faults              # all, as a table in Markdown
//	cd tools && go run ./faults -only words  # those whose description holds a word
//	cd tools && go run ./faults -pick 3,17   # only these
//	cd tools && go run ./faults -check       # only whether each can still be put in
//	cd tools && go run ./faults -trust       # the tests are known to pass without one
//
// A fault that can no longer be put in, since the code has changed, is an error: it is
// moved to where the code is now, or to another that is as likely.
package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"time"
)

// fault is a small change that makes the program wrong.
type fault struct {
	What string // is wrong then
	File string
	Old  string // text that stands there once
	New  string
	Run  []string // arguments of go test, tried in turn until one of them fails
}

func main() {
	only := flag.String("only", "", "put in only faults whose description or file holds this")
	check := flag.Bool("check", false, "only see whether each can be put in")
	pick := flag.String("pick", "", "put in only those of these numbers, as 3,17")
	trust := flag.Bool("trust", false, "do not first run the tests with no fault put in")
	limit := flag.Duration("limit", 5*time.Minute, "the longest that the tests of a fault may take")
	flag.Parse()
	if err := run(os.Stdout, *only, *pick, *check, *trust, *limit); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(out io.Writer, only, pick string, check, trust bool, limit time.Duration) error {
	root, err := filepath.Abs("..")
	if err != nil {
		return err
	}
	copyOf, err := os.MkdirTemp("", "kembo-faults-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(copyOf)
	if err := copyTree(root, copyOf); err != nil {
		return err
	}
	if !check && !trust {
		if err := sound(copyOf, only, limit); err != nil {
			return err
		}
	}
	fmt.Fprintln(out, "| # | what is wrong then | where | noticed by |\n|---|---|---|---|")
	missed, n := 0, 0
	for i, f := range faults {
		if !strings.Contains(f.What+f.File, only) || pick != "" && !picked(pick, i+1) {
			continue
		}
		n++
		by, err := try(copyOf, f, check, limit)
		if err != nil {
			return fmt.Errorf("fault %d, %s: %w", i+1, f.What, err)
		}
		if by == "" && !check {
			missed++
			by = "**nothing**"
		}
		fmt.Fprintf(out, "| %d | %s | `%s` | %s |\n", i+1, f.What, f.File, by)
	}
	if check {
		fmt.Fprintf(out, "\n%d faults can be put in.\n", n)
		return nil
	}
	fmt.Fprintf(out, "\n%d faults, %d not noticed.\n", n, missed)
	return nil
}

func picked(list string, n int) bool {
	return slices.Contains(strings.Split(list, ","), strconv.Itoa(n))
}

// sound runs the tests of all faults on what has none: a test that fails anyway would
// notice everything.
func sound(root, only string, limit time.Duration) error {
	done := map[string]bool{}
	for _, f := range faults {
		if !strings.Contains(f.What+f.File, only) {
			continue
		}
		for _, args := range f.Run {
			if done[args] {
				continue
			}
			done[args] = true
			by, err := test(root, strings.Fields(args), limit)
			if err != nil || by != "" {
				return errors.Join(fmt.Errorf("go test %s fails without a fault: %s", args, by), err)
			}
		}
	}
	return nil
}

// copyTree copies what git knows of a tree.
func copyTree(from, to string) error {
	list := exec.Command("git", "ls-files", "-z")
	list.Dir = from
	b, err := list.Output()
	if err != nil {
		return fmt.Errorf("list the files of %s: %w", from, err)
	}
	for name := range strings.SplitSeq(strings.TrimRight(string(b), "\x00"), "\x00") {
		text, err := os.ReadFile(filepath.Join(from, name))
		if errors.Is(err, os.ErrNotExist) {
			continue // deleted, and not yet committed
		}
		if err != nil {
			return err
		}
		path := filepath.Join(to, name)
		if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
			return err
		}
		if err := os.WriteFile(path, text, 0o644); err != nil {
			return err
		}
	}
	return nil
}

// try puts a fault in, runs tests, and takes it out again. It returns the first test
// that failed, "" where none did.
func try(root string, f fault, check bool, limit time.Duration) (string, error) {
	path := filepath.Join(root, f.File)
	was, err := os.ReadFile(path)
	if err != nil {
		return "", err
	}
	if n := strings.Count(string(was), f.Old); n != 1 {
		return "", fmt.Errorf("%s has the text %q %d times", f.File, f.Old, n)
	}
	if check {
		return "–", nil
	}
	if err := os.WriteFile(path, []byte(strings.Replace(string(was), f.Old, f.New, 1)), 0o644); err != nil {
		return "", err
	}
	defer os.WriteFile(path, was, 0o644)
	for _, args := range f.Run {
		by, err := test(root, strings.Fields(args), limit)
		if err != nil || by != "" {
			return by, err
		}
	}
	return "", nil
}

// test runs go test and returns the first test that failed.
func test(root string, args []string, limit time.Duration) (string, error) {
	ctx, stop := context.WithTimeout(context.Background(), limit)
	defer stop()
	c := exec.CommandContext(ctx, "go", append([]string{"test", "-count=1"}, args...)...)
	c.Dir = root
	b, err := c.CombinedOutput()
	if err == nil {
		return "", nil
	}
	if ctx.Err() != nil {
		return "the limit of time", nil
	}
	for line := range strings.SplitSeq(string(b), "\n") {
		if name, ok := strings.CutPrefix(strings.TrimSpace(line), "--- FAIL: "); ok {
			name, _, _ = strings.Cut(name, " ")
			return "`" + name + "`", nil
		}
	}
	if strings.Contains(string(b), "[build failed]") {
		return "", fmt.Errorf("it does not build:\n%s", b)
	}
	return "a test that ended the program", nil
}
