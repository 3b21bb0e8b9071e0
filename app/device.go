package app

import (
	"context"
	"crypto/rand"
)

// deviceKey is the setting that holds the key by which devices join.
const deviceKey = "device_key"

// DeviceKey returns the key by which phones join, made at the first call and kept
// with the operation.
func (s *Service) DeviceKey(ctx context.Context) (string, error) {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return "", err
	}
	all, err := s.store.Settings(ctx, op.ID)
	if err != nil {
		return "", err
	}
	if k := all[deviceKey]; k != "" {
		return k, nil
	}
	k := rand.Text()
	return k, s.store.SetSettings(ctx, op.ID, map[string]string{deviceKey: k}, s.by())
}
