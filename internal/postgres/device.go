package postgres

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
)

// Try lets judge look at a member and the tries on a device, and keeps the tries that it returns.
func (s *Store) Try(ctx context.Context, id record.ID, device string,
	judge func(signin.Staff, signin.Tries) (signin.Tries, error)) error {
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var m signin.Staff
		err := tx.GetContext(ctx, &m, `select id, name, role, active, version, secret from staff where id = $1`, id)
		if err != nil {
			return err
		}
		var t signin.Tries
		err = tx.GetContext(ctx, &t, `insert into sign_in_try (staff_id, device) values ($1, $2)
			on conflict (staff_id, device) do update set failed = sign_in_try.failed returning failed, until`, id, device)
		if err != nil {
			return err
		}
		if t, err = judge(m, t); err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, `update sign_in_try set failed = $3, until = $4 where staff_id = $1 and device = $2`,
			id, device, t.Failed, t.Until)
		return err
	})
	if errors.Is(err, sql.ErrNoRows) {
		return record.NotFound("member of staff")
	}
	return wrap("counting a sign-in", err)
}

// ForgetTries starts the counts of a member's wrong secrets anew, on every device.
func (s *Store) ForgetTries(ctx context.Context, id record.ID) error {
	_, err := s.db.ExecContext(ctx, `delete from sign_in_try where staff_id = $1`, id)
	return wrap("forgetting tries", err)
}

var (
	// A device that is sent away is told to every server at once.
	deviceChanges = changing{table: "device", on: "insert or delete or update of name, admitted_at", statement: true,
		again: []string{"devices"}}
	// A session that ends is told to every server, so that what it was shown stops at once. The
	// token is a digest.
	sessionChanges = changing{table: "sessions", on: "delete", names: map[string]string{"ended": "old.token"}}
)

const deviceColumns = `id, name, admitted_at, used_at, code_until`

// Devices lists the devices by name. One whose code ended unused is not listed.
func (s *Store) Devices(ctx context.Context) ([]signin.Device, error) {
	out := []signin.Device{}
	err := s.db.SelectContext(ctx, &out, `select `+deviceColumns+` from device
		where code_until is null or code_until > now() order by lower(name), id`)
	return out, wrap("reading devices", err)
}

// SaveDevice adds a device: admitted, or with the digest of the code by which it will be.
func (s *Store) SaveDevice(ctx context.Context, d signin.Device, code []byte) error {
	_, err := s.db.ExecContext(ctx, `insert into device (id, name, admitted_at, used_at, code, code_until) values ($1, $2, $3, $4, $5, $6)`,
		d.ID, d.Name, d.Admitted, d.Used, code, d.Until)
	return wrap("adding a device", err)
}

// ClaimDevice admits the device whose code this is the digest of, while it is good.
func (s *Store) ClaimDevice(ctx context.Context, code []byte, now time.Time) (signin.Device, error) {
	var out signin.Device
	err := s.db.GetContext(ctx, &out, `update device set admitted_at = $2, code = null, code_until = null
		where code = $1 and code_until > $2 returning `+deviceColumns, code, now)
	if errors.Is(err, sql.ErrNoRows) {
		return out, record.Refuse("code", "That code is not good, or no longer. Look at it again, or "+
			"ask the shop owner for a new one.")
	}
	return out, wrap("admitting a device", err)
}

// DropDevice ends what a device was admitted to.
func (s *Store) DropDevice(ctx context.Context, id record.ID) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		done, err := tx.ExecContext(ctx, `delete from device where id = $1`, id)
		if err != nil {
			return wrap("sending a device away", err)
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, record.NotFound("device"))
		}
		_, err = tx.ExecContext(ctx, `delete from sign_in_try where device = $1`, id)
		return wrap("forgetting a device's tries", err)
	})
}

// UsedDevice notes when somebody signed in on a device.
func (s *Store) UsedDevice(ctx context.Context, id record.ID, at time.Time) error {
	_, err := s.db.ExecContext(ctx, `update device set used_at = $2 where id = $1`, id, at)
	return wrap("noting a device", err)
}

// SigningKey is the key that cookies of a name are signed with.
func (s *Store) SigningKey(ctx context.Context, name string) ([]byte, error) {
	var key []byte
	err := s.db.GetContext(ctx, &key, `select key from signing where name = $1`, name)
	return key, wrap("reading a key", err)
}
