package app

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"time"

	"kembo/store"
)

// How devices join: by a link that one device uses once, within ten minutes. The
// device then has a token of its own, of which only a hash is kept.
const (
	linkFor     = 10 * time.Minute
	oldLinkFor  = 30 * 24 * time.Hour // phones that joined by the one key for all are let in, after the upgrade
	touchAfter  = 5 * time.Minute     // the last use is noted no more often
	oldLinkName = "old link"
)

// Settings of the key that was one for all devices up to 7ef76f4.
const (
	oldKey      = "device_key"       // in clear; it is taken out at the first start of a later version
	oldKeyHash  = "device_key_hash"  // what has become of it
	oldKeyUntil = "device_key_until" // when it ends, RFC 3339
)

func hashOfToken(token string) string {
	sum := sha256.Sum256([]byte(token))
	return hex.EncodeToString(sum[:])
}

// ErrNotJoined is returned for a token that lets nobody in.
var ErrNotJoined = errors.New("this device has not joined")

// ErrLink is returned for a link that does not let a device join: it is none, was
// used, or has expired.
var ErrLink = errors.New("that is no link to join by")

// UpgradeDevices takes the key that was one for all devices out of the file; what
// knows it is let in for another thirty days. It is called once a start.
func (s *Service) UpgradeDevices(ctx context.Context) error {
	op, all, err := s.allSettings(ctx)
	if errors.Is(err, ErrNotFound) {
		return nil
	}
	if err != nil || all[oldKey] == "" {
		return err
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	until := s.now().Add(oldLinkFor).UTC().Format(time.RFC3339)
	return s.store.SetSettings(
		ctx, op.ID, map[string]string{oldKey: "", oldKeyHash: hashOfToken(all[oldKey]), oldKeyUntil: until}, by,
	)
}

func (s *Service) allSettings(ctx context.Context) (store.Operation, map[string]string, error) {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return op, nil, err
	}
	all, err := s.store.Settings(ctx, op.ID)
	return op, all, err
}

// NewLink returns the key of a new link to join by, and when it ends.
func (s *Service) NewLink(ctx context.Context) (key string, until time.Time, err error) {
	if err := s.may(MayAdmit, "let devices in"); err != nil {
		return "", until, err
	}
	key, until = rand.Text(), s.now().Add(linkFor)
	utc := func(t time.Time) string { return t.UTC().Format(time.RFC3339) }
	return key, until, s.store.AddLink(ctx, hashOfToken(key), utc(until), utc(s.now().Add(-24*time.Hour)), s.who.Name)
}

// LinkOpen reports whether a link may still be used.
func (s *Service) LinkOpen(ctx context.Context, key string) (bool, error) {
	return s.store.HasLink(ctx, hashOfToken(key), s.utc())
}

// Join uses a link up and returns the token of the device that joins by it, which
// is told this once. name is who uses the device, or what it is.
func (s *Service) Join(ctx context.Context, key, name string) (token string, err error) {
	if name, err = line("name", "a name", name, nameMost); err != nil {
		return "", err
	}
	token = rand.Text()
	d := store.Device{ID: newID(), Name: name, JoinedUTC: s.utc(), UsedUTC: s.utc()}
	err = s.store.Join(ctx, hashOfToken(key), d, hashOfToken(token))
	if errors.Is(err, ErrNotFound) {
		return "", ErrLink
	}
	return token, err
}

// Enter returns the principal that a device's token stands for. One that still
// has the old key is let in, with old true, until it ends. Any other is
// ErrNotJoined.
func (s *Service) Enter(ctx context.Context, token string) (p Principal, old bool, err error) {
	if token == "" {
		return p, false, ErrNotJoined
	}
	hash := hashOfToken(token)
	d, err := s.store.DeviceByToken(ctx, hash)
	switch {
	case err == nil && d.RemovedUTC != "":
		return p, false, ErrNotJoined
	case err == nil:
		if at, err := time.Parse(time.RFC3339, d.UsedUTC); err != nil || s.now().Sub(at).Abs() > touchAfter {
			if err := s.store.TouchDevice(ctx, d.ID, s.utc()); err != nil {
				return p, false, err
			}
		}
		return principalOf(d), false, nil
	case !errors.Is(err, ErrNotFound):
		return p, false, err
	}
	_, all, err := s.allSettings(ctx)
	if err != nil {
		return p, false, err
	}
	until, err := time.Parse(time.RFC3339, all[oldKeyUntil])
	if err != nil || all[oldKeyHash] != hash || !s.now().Before(until) {
		return p, false, ErrNotJoined
	}
	return Principal{Name: oldLinkName, Device: oldLinkName, Rights: AllRights}, true, nil
}

func principalOf(d store.Device) Principal {
	return Principal{Name: d.Name, Device: d.ID, Rights: AllRights}
}

// Renew gives a device that came by the old key a token of its own. It is listed
// as "old link" until somebody names it.
func (s *Service) Renew(ctx context.Context) (token string, p Principal, err error) {
	if s.who.Device != oldLinkName {
		return "", s.who, fmt.Errorf("renew %q: %w", s.who.Name, ErrNotJoined)
	}
	token = rand.Text()
	d := store.Device{ID: newID(), Name: oldLinkName, OldLink: true, JoinedUTC: s.utc(), UsedUTC: s.utc()}
	return token, principalOf(d), s.store.AddDevice(ctx, d, hashOfToken(token))
}

// Devices returns all devices that ever joined, those that are in first, and until
// when those with the old link are let in; zero where that is over.
func (s *Service) Devices(ctx context.Context) ([]store.Device, time.Time, error) {
	if err := s.may(MayRead, "read"); err != nil {
		return nil, time.Time{}, err
	}
	all, err := s.store.Devices(ctx)
	if err != nil {
		return nil, time.Time{}, err
	}
	_, set, err := s.allSettings(ctx)
	if err != nil && !errors.Is(err, ErrNotFound) {
		return nil, time.Time{}, err
	}
	until, err := time.Parse(time.RFC3339, set[oldKeyUntil])
	if err != nil || !s.now().Before(until) {
		until = time.Time{}
	}
	return all, until, nil
}

// NameDevice gives a device another name: who uses it.
func (s *Service) NameDevice(ctx context.Context, id, name string) error {
	if err := s.may(MayAdmit, "name devices"); err != nil {
		return err
	}
	name, err := line("name", "a name", name, nameMost)
	if err != nil {
		return err
	}
	return s.store.RenameDevice(ctx, id, name)
}

// RemoveDevice locks a device out; what it has written stays.
func (s *Service) RemoveDevice(ctx context.Context, id string) error {
	if err := s.may(MayAdmit, "remove devices"); err != nil {
		return err
	}
	return s.store.RemoveDevice(ctx, id, s.utc())
}

// EndOldLink ends the old key at once.
func (s *Service) EndOldLink(ctx context.Context) error {
	if err := s.may(MayAdmit, "remove devices"); err != nil {
		return err
	}
	op, _, err := s.allSettings(ctx)
	if err != nil {
		return err
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	return s.store.SetSettings(ctx, op.ID, map[string]string{oldKeyHash: "", oldKeyUntil: ""}, by)
}
