package siege_test

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/binary"
	"fmt"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"maps"
	"net"
	"net/http"
	"net/url"
	"os"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"
)

// What 60 hostile clients may do to 8 honest ones, from the issue: 99 of 100
// answers within 200 ms, and the process under 500 MB.
const (
	hostile, honest = 60, 8
	slowest         = 200 * time.Millisecond
	largestMB       = 500
	under           = 10 * time.Second
)

// attack is something that one hostile client does over and over.
type attack func(ctx context.Context, base, colony string) error

// attacks are the kinds of hostile clients.
func attacks(t *testing.T) map[string]attack {
	t.Helper()
	host := func(base string) string { return strings.TrimPrefix(base, "http://") }
	client := &http.Client{Timeout: 20 * time.Second}
	send := func(ctx context.Context, base, path, kind, encoding string, body io.Reader) error {
		r, err := http.NewRequestWithContext(ctx, http.MethodPost, base+path, body)
		if err != nil {
			return err
		}
		r.Header.Set("Origin", base)
		r.Header.Set("Content-Type", kind)
		if encoding != "" {
			r.Header.Set("Content-Encoding", encoding)
		}
		res, err := client.Do(r)
		if err != nil {
			return err
		}
		defer res.Body.Close()
		if res.StatusCode < 400 {
			return fmt.Errorf("%s answers %d", path, res.StatusCode)
		}
		_, err = io.Copy(io.Discard, res.Body)
		return err
	}
	var zeros bytes.Buffer
	z, err := gzip.NewWriterLevel(&zeros, gzip.BestCompression)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := z.Write(make([]byte, 200<<20)); err != nil {
		t.Fatal(err)
	}
	z.Close()
	const formKind = "application/x-www-form-urlencoded"
	photo := func(b []byte) attack {
		return func(ctx context.Context, base, colony string) error {
			return send(
				ctx,
				base,
				"/colonies/"+colony+"/photos/"+newID()+"?look="+newID(),
				"image/jpeg",
				"",
				bytes.NewReader(b),
			)
		}
	}
	raw := func(wait time.Duration, parts ...string) attack {
		return func(ctx context.Context, base, colony string) error {
			c, err := net.Dial("tcp", host(base))
			if err != nil {
				return err
			}
			defer c.Close()
			for _, p := range parts {
				if _, err := io.WriteString(
					c, strings.NewReplacer("HOST", host(base), "COLONY", colony).Replace(p),
				); err != nil {
					return nil // it hung up
				}
				select {
				case <-ctx.Done():
					return nil
				case <-time.After(wait):
				}
			}
			return nil
		}
	}
	return map[string]attack{
		"a packed form": func(ctx context.Context, base, colony string) error {
			return send(ctx, base, "/colonies/"+colony+"/look", formKind, "gzip", bytes.NewReader(zeros.Bytes()))
		},
		"a packed photo": func(ctx context.Context, base, colony string) error {
			return send(
				ctx,
				base,
				"/colonies/"+colony+"/photos/"+newID()+"?look="+newID(),
				"image/jpeg",
				"gzip",
				bytes.NewReader(zeros.Bytes()),
			)
		},
		"a form of 15 MB": func(ctx context.Context, base, colony string) error {
			err := send(
				ctx,
				base,
				"/colonies/"+colony+"/look",
				formKind,
				"",
				strings.NewReader(strings.Repeat("a&", 7<<20)),
			)
			if err != nil { // it hangs up before all is sent
				return nil
			}
			return nil
		},
		"a picture of 60 million points": photo(pngHead(60_000_000, 1)),
		"a picture of 24 million points": photo(jpegOf(t, 6000, 4000)[:200_000]),
		"a picture of a thousand scans": photo(
			append(jpegOf(t, 800, 800), bytes.Repeat([]byte{0xFF, 0xDA, 0, 8, 1, 1, 0, 0, 63, 0}, 1000)...),
		),
		"no end of connections": raw(3*time.Second, ""),
		"a head that drips": raw(
			300*time.Millisecond,
			"GET / HTTP/1.1\r\n",
			"Host: HOST\r\n",
			"X-A: b\r\n",
			"X-B: c\r\n",
			"X-C: d\r\n",
			"X-D: e\r\n",
		),
		"a body that does not come": raw(
			4*time.Second,
			"POST /colonies/COLONY/photos/"+newID()+"?look="+newID()+" HTTP/1.1\r\nHost: HOST\r\nOrigin: http://HOST\r\nContent-Length: "+
				"6000000\r\n\r\n",
			"x",
		),
		"a body without a length": raw(
			time.Second,
			"POST /colonies/COLONY/look HTTP/1.1\r\nHost: HOST\r\nOrigin: http://HOST\r\nTransfer-Encoding: "+
				"chunked\r\n\r\n",
			"5\r\naaaaa\r\n",
			"5\r\naaaaa\r\n",
		),
		"two lengths": raw(
			200*time.Millisecond,
			"POST /yards HTTP/1.1\r\nHost: HOST\r\nOrigin: http://HOST\r\nContent-Length: 4\r\nContent-Length: "+
				"5\r\n\r\nname=",
		),
		"a page asked for again and again": func(ctx context.Context, base, _ string) error {
			return fetch(ctx, client, base+"/find?q="+newID())
		},
	}
}

func fetch(ctx context.Context, client *http.Client, at string) error {
	r, err := http.NewRequestWithContext(ctx, http.MethodGet, at, nil)
	if err != nil {
		return err
	}
	res, err := client.Do(r)
	if err != nil {
		return nil // refused, which is well
	}
	defer res.Body.Close()
	_, err = io.Copy(io.Discard, res.Body)
	return err
}

// pngHead is a PNG that says how large it is and holds nothing.
func pngHead(w, h uint32) []byte {
	b := []byte("\x89PNG\r\n\x1a\n")
	ihdr := binary.BigEndian.AppendUint32(nil, w)
	ihdr = append(binary.BigEndian.AppendUint32(ihdr, h), 8, 0, 0, 0, 0)
	b = append(binary.BigEndian.AppendUint32(b, uint32(len(ihdr))), "IHDR"...)
	b = append(b, ihdr...)
	return binary.BigEndian.AppendUint32(b, crc32.ChecksumIEEE(append([]byte("IHDR"), ihdr...)))
}

func jpegOf(t *testing.T, w, h int) []byte {
	t.Helper()
	m := image.NewGray(image.Rect(0, 0, w, h))
	for i := range m.Pix {
		m.Pix[i] = uint8(i * 7919 >> 3)
	}
	m.Set(1, 1, color.White)
	var b bytes.Buffer
	if err := jpeg.Encode(&b, m, nil); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// TestHonestClientsAreServedBesideHostileOnes: see the constants above. One machine
// plays both sides and is shared with others, so that the time is that of the best
// of three, and where honest clients alone are slow, three times what they take;
// nothing else may fail in any. The program ends when it is asked to though half
// requests hang on it.
func TestHonestClientsAreServedBesideHostileOnes(t *testing.T) {
	for n := range 3 {
		alone, beside := besiege(t)
		bar := max(slowest, 3*alone)
		if beside <= bar || t.Failed() {
			return
		}
		if n == 2 {
			t.Errorf("99 in 100 answers within %v, over %v", beside, bar)
		}
	}
}

// besiege runs the honest clients alone, then both sides, and returns within what 99
// in 100 honest answers came.
func besiege(t *testing.T) (alone, beside time.Duration) {
	s := start(t, "demo")
	ended := false
	defer func() {
		if !ended {
			s.kill()
		}
	}()
	colonies := coloniesOf(t, s)
	ctx, end := context.WithCancel(context.Background())
	defer end()
	alone, _ = s.walk(t, colonies, under/3)
	bad := s.attack(t, ctx, colonies[0])
	beside, largest := s.walk(t, colonies, under)
	if largest > largestMB {
		t.Errorf("the process grew to %d MB", largest)
	}
	t.Logf("99 in 100 honest answers within %v alone, %v besieged; at most %d MB", alone, beside, largest)
	if d := s.stop(t); d > 8*time.Second {
		t.Errorf("it took %v to end", d)
	}
	ended = true
	end()
	bad.Wait()
	if strings.Contains(s.said(), "panic") || strings.Contains(s.said(), "fault") {
		t.Errorf("a fault: %.2000s", s.said())
	}
	return alone, beside
}

// coloniesOf lists the colonies of the sample from its boards.
func coloniesOf(t *testing.T, s *server) []string {
	t.Helper()
	client := noFollow()
	_, board, err := s.get(client, "/")
	if err != nil {
		t.Fatal(err)
	}
	var out []string
	for _, yard := range regexp.MustCompile(`href="(/yards/[0-9a-f-]{36})"`).FindAllStringSubmatch(board, -1) {
		_, page, err := s.get(client, yard[1])
		if err != nil {
			t.Fatal(err)
		}
		for _, m := range regexp.MustCompile(
			`class="code" href="/colonies/([0-9a-f-]+)"`,
		).FindAllStringSubmatch(page, -1) {
			out = append(out, m[1])
		}
	}
	if len(out) != 28 {
		t.Fatalf("the boards have %d colonies", len(out))
	}
	return out
}

// attack starts the hostile clients, who go on until ctx is done.
func (s *server) attack(t *testing.T, ctx context.Context, colony string) *sync.WaitGroup {
	t.Helper()
	bad := new(sync.WaitGroup)
	kinds := attacks(t)
	names := slices.Sorted(maps.Keys(kinds))
	for i := range hostile {
		name := names[i%len(names)]
		bad.Go(func() {
			for ctx.Err() == nil {
				err := kinds[name](ctx, s.base, colony)
				if err != nil && ctx.Err() == nil && strings.Contains(err.Error(), "answers") {
					t.Errorf("%s: %v", name, err)
					return
				}
				time.Sleep(40 * time.Millisecond) // one machine plays both sides
			}
		})
	}
	return bad
}

// walk has the honest clients walk along the hives for some time, and returns within
// what 99 in 100 answers came and how large the process was.
func (s *server) walk(t *testing.T, colonies []string, long time.Duration) (p99 time.Duration, largestMB int) {
	t.Helper()
	var mu sync.Mutex
	var took []time.Duration
	var good sync.WaitGroup
	until := time.Now().Add(long)
	for i := range honest {
		good.Go(func() {
			mine := noFollow()
			// Each begins at another hive: the board, the hive, a look at it, and on to
			// the next.
			for n := 0; time.Now().Before(until); n++ {
				colony := colonies[(i*len(colonies)/honest+n/3)%len(colonies)]
				begun := time.Now()
				status, err := s.visit(mine, colony, n%3)
				d := time.Since(begun)
				if err != nil || status != http.StatusOK {
					t.Errorf("an honest client gets %d, %v", status, err)
					return
				}
				mu.Lock()
				took = append(took, d)
				largestMB = max(largestMB, memoryMB(s.cmd.Process.Pid))
				mu.Unlock()
				time.Sleep(400 * time.Millisecond) // people read what they get
			}
		})
	}
	good.Wait()
	if len(took) == 0 {
		t.Fatal("no honest client was answered")
	}
	slices.Sort(took)
	return took[len(took)*99/100], largestMB
}

// visit asks for one of the pages of a walk, or saves a look.
func (s *server) visit(client *http.Client, colony string, page int) (status int, err error) {
	switch page {
	case 0:
		status, _, err = s.get(client, "/")
	case 1:
		status, _, err = s.get(client, "/colonies/"+colony)
	default:
		form := url.Values{"entry": {newID()}, "date": {"2026-06-03"}, "note": {"honest"}, "queen.eggs": {"1"}}
		status, _, err = s.post(context.Background(), client, "/colonies/"+colony+"/look", form, true)
	}
	return status, err
}

// memoryMB is the resident memory of a process, 0 where the system does not tell.
func memoryMB(pid int) int {
	b, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	if err != nil {
		return 0
	}
	m := regexp.MustCompile(`VmRSS:\s+(\d+) kB`).FindSubmatch(b)
	if m == nil {
		return 0
	}
	kb, _ := strconv.Atoi(string(m[1])) // digits
	return kb / 1024
}
