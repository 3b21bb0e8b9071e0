package main

import (
	"bytes"
	"context"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"math/big"
	"net"
	"net/http"
	"net/http/cookiejar"
	"net/url"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"
)

// certificate makes a self-signed one for a name.
func certificate(t *testing.T, name string) (cert, key string, pool *x509.CertPool) {
	t.Helper()
	k, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		t.Fatal(err)
	}
	c := &x509.Certificate{
		SerialNumber: big.NewInt(1), Subject: pkix.Name{CommonName: name}, DNSNames: []string{name},
		NotBefore: time.Now().Add(-time.Hour), NotAfter: time.Now().Add(time.Hour), IsCA: true,
		BasicConstraintsValid: true,
	}
	der, err := x509.CreateCertificate(rand.Reader, c, c, &k.PublicKey, k)
	if err != nil {
		t.Fatal(err)
	}
	pkcs, err := x509.MarshalPKCS8PrivateKey(k)
	if err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	cert, key = filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem")
	pemCert := pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der})
	os.WriteFile(cert, pemCert, 0o600)
	os.WriteFile(key, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: pkcs}), 0o600)
	pool = x509.NewCertPool()
	pool.AppendCertsFromPEM(pemCert)
	return cert, key, pool
}

// shared is what a command prints, read while it runs.
type shared struct {
	mu sync.Mutex
	b  bytes.Buffer
}

func (s *shared) Write(p []byte) (int, error) {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.b.Write(p)
}

func (s *shared) String() string {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.b.String()
}

// TestServeAnswersPhonesOverHTTPS: with a certificate and a name a phone joins by
// the printed link and is answered over TLS.
func TestServeAnswersPhonesOverHTTPS(t *testing.T) {
	cert, key, pool := certificate(t, "kembo.lan")
	ctx, cancel := context.WithCancel(context.Background())
	out, done := &shared{}, make(chan error, 1)
	go func() {
		done <- run(
			ctx,
			[]string{
				"serve", "--data", filepath.Join(t.TempDir(), "k.db"), "--addr", "0.0.0.0:0", "--host", "kembo.lan",
				"--cert", cert, "--key", key,
			},
			strings.NewReader(""), out, out,
		)
	}()
	defer func() { cancel(); <-done }()
	var link string
	for range 200 {
		if m := regexp.MustCompile(`https://kembo\.lan:(\d+)/join/\S+`).FindString(out.String()); m != "" {
			link = m
			break
		}
		time.Sleep(50 * time.Millisecond)
	}
	if link == "" {
		t.Fatalf("no link to join by: %s", out)
	}
	jar, _ := cookiejar.New(nil)
	port := regexp.MustCompile(`:(\d+)/`).FindStringSubmatch(link)[1]
	phone := &http.Client{Jar: jar, Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: pool},
		DialContext: func(ctx context.Context, network, _ string) (net.Conn, error) {
			return (&net.Dialer{}).DialContext(ctx, network, "127.0.0.1:"+port)
		}}}
	before, err := phone.Get("https://kembo.lan:" + port + "/")
	if err != nil || before.StatusCode != http.StatusUnauthorized {
		t.Fatalf("before joining: %v, %v", before, err)
	}
	ask := func(method, url, host string, form url.Values) *http.Response {
		t.Helper()
		r, err := http.NewRequest(method, url, strings.NewReader(form.Encode()))
		if err != nil {
			t.Fatal(err)
		}
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		r.Header.Set("Origin", "https://kembo.lan:"+port)
		if host != "" {
			r.Host = host
		}
		res, err := phone.Do(r)
		if err != nil {
			t.Fatal(err)
		}
		res.Body.Close()
		return res
	}
	base := "https://kembo.lan:" + port
	// The lock does not open with a header: whether a device is this machine is no
	// matter of the name that it asks for.
	for _, host := range []string{"localhost", "127.0.0.1:" + port, "[::1]"} {
		if res := ask(http.MethodGet, base+"/", host, nil); res.StatusCode != http.StatusUnauthorized {
			t.Errorf("asked for as %s, a device that has not joined gets %d", host, res.StatusCode)
		}
	}
	if res := ask(http.MethodGet, link, "", nil); res.StatusCode != http.StatusOK {
		t.Fatalf("the link answers %d", res.StatusCode)
	}
	if res := ask(http.MethodPost, link, "", url.Values{"name": {"Ann"}}); res.StatusCode != http.StatusOK ||
		res.Request.URL.Path != "/" {
		t.Fatalf("joining: %d, at %s", res.StatusCode, res.Request.URL.Path)
	}
	if res := ask(http.MethodPost, link, "", url.Values{"name": {"Bob"}}); res.StatusCode != http.StatusForbidden {
		t.Errorf("the link, used once, answers %d", res.StatusCode)
	}
}

// TestServeRefusesHalfACertificate, and an address of the outside without one.
func TestServeRefusesToBeOpenByMistake(t *testing.T) {
	cert, key, _ := certificate(t, "kembo.lan")
	data := filepath.Join(t.TempDir(), "k.db")
	for _, c := range []struct {
		args []string
		say  string
	}{
		{[]string{"--addr", "0.0.0.0:0"}, "not on this machine"},
		{[]string{"--cert", cert}, "go together"},
		{[]string{"--cert", cert, "--key", key}, "needs --host"},
		{[]string{"--cert", key, "--key", cert, "--host", "kembo.lan"}, "cannot be used"},
	} {
		if _, err := kembo(t, "", append([]string{"serve", "--data", data}, c.args...)...); err == nil ||
			!strings.Contains(err.Error(), c.say) {
			t.Errorf("%v: %v", c.args, err)
		}
	}
}
