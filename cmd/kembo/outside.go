package main

import (
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"io"
	"net"
	"syscall"

	"kembo/app"
	"kembo/web"
)

// outside is how phones reach a Kembo; the zero outside is not at all.
type outside struct{ host, cert, key string }

// listen opens the address, over TLS where there is a certificate.
func (o outside) listen(ctx context.Context, addr string) (net.Listener, error) {
	if (o.cert == "") != (o.key == "") {
		return nil, statusError{2, errors.New("--cert and --key go together")}
	}
	if o.cert == "" {
		return listen(ctx, addr)
	}
	if o.host == "" {
		return nil, statusError{
			2, errors.New("--cert needs --host, the name that the certificate is for and that phones use"),
		}
	}
	pair, err := tls.LoadX509KeyPair(o.cert, o.key)
	if err != nil {
		return nil, statusError{2, fmt.Errorf("the certificate cannot be used: %w", err)}
	}
	l, err := bind(ctx, addr)
	if err != nil {
		return nil, err
	}
	return tls.NewListener(l, &tls.Config{Certificates: []tls.Certificate{pair}, MinVersion: tls.VersionTLS12}), nil
}

// open lets phones in and says where Kembo is.
func (o outside) open(ctx context.Context, svc *app.Service, w *web.Server, l net.Listener, out io.Writer) error {
	if o.cert == "" {
		fmt.Fprintf(out, "Kembo is at http://%s\n", l.Addr())
	}
	if o.host == "" {
		return nil
	}
	if err := svc.UpgradeDevices(ctx); err != nil {
		return err
	}
	w.Reach(o.host)
	key, _, err := svc.NewLink(ctx)
	if err != nil {
		return err
	}
	at := o.host
	if _, port, err := net.SplitHostPort(l.Addr().String()); err == nil && o.cert != "" {
		at = net.JoinHostPort(o.host, port)
	}
	fmt.Fprintf(out, "A device joins, once, within ten minutes, at https://%s/join/%s\n", at, key)
	if o.cert == "" {
		fmt.Fprintf(out, "or, here at this machine, at http://%s/join/%s\n", l.Addr(), key)
	}
	fmt.Fprintln(out, "More links: the page of devices, or kembo devices --data FILE --link")
	return nil
}

// listen opens a loopback address, or says in a sentence why it cannot.
func listen(ctx context.Context, addr string) (net.Listener, error) {
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		return nil, statusError{2, fmt.Errorf("--addr %s is not an address; write it as %s", addr, DefaultAddr)}
	}
	if ip := net.ParseIP(host); host != "localhost" && (ip == nil || !ip.IsLoopback()) {
		return nil, statusError{
			2,
			fmt.Errorf(
				"--addr %s is not on this machine; without --cert and --key Kembo answers on 127.0.0.1 only", addr,
			),
		}
	}
	return bind(ctx, addr)
}

func bind(ctx context.Context, addr string) (net.Listener, error) {
	var lc net.ListenConfig
	l, err := lc.Listen(ctx, "tcp", addr)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("%s is busy; stop what uses it or choose another, as --addr 127.0.0.1:0", addr)
	}
	return l, err
}
