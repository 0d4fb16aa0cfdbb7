package postgres

import (
	"context"
	"database/sql"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
)

var (
	settingsChanges = changing{table: "settings", on: "update", counts: countsShop,
		again: []string{"session", "job", "today"}}
	staffChanges = changing{table: "staff", on: "update of name, role, active, secret", counts: countsShop,
		again: []string{"session", "staff", "job", "today"}}
)

const settingsColumns = `name, address, currency, tax_rate_bp, tax_included, hourly_minor, waiting_minor, torque_unit, time_zone, school,
	message, version`

// Settings reads the shop's settings.
func (s *Store) Settings(ctx context.Context) (record.Settings, error) {
	var out record.Settings
	if err := s.db.GetContext(ctx, &out, `select `+settingsColumns+` from settings`); err != nil {
		return out, fmt.Errorf("reading settings: %w", err)
	}
	return out, nil
}

// SaveSettings writes the shop's settings over the version given.
func (s *Store) SaveSettings(ctx context.Context, in record.Settings) (record.Settings, error) {
	rows, err := sqlx.NamedQueryContext(ctx, s.db, `update settings set name = :name, address = :address, currency = :currency,
		tax_rate_bp = :tax_rate_bp, tax_included = :tax_included, hourly_minor = :hourly_minor, waiting_minor = :waiting_minor,
			torque_unit = :torque_unit,
		time_zone = :time_zone, school = :school, message = :message, version = version + 1
			where version = :version returning `+settingsColumns, in)
	if err != nil {
		return in, fmt.Errorf("saving settings: %w", err)
	}
	defer rows.Close()
	if rows.Next() {
		return in, rows.StructScan(&in)
	}
	if err := errors.Join(rows.Err(), rows.Close()); err != nil {
		return in, fmt.Errorf("saving settings: %w", err)
	}
	now, err := s.Settings(ctx)
	return in, errors.Join(err, record.StaleWrite("page of settings", now))
}

// Staff lists the members of staff by name.
func (s *Store) Staff(ctx context.Context) ([]signin.Staff, error) {
	var out []signin.Staff
	err := s.db.SelectContext(ctx, &out, `select id, name, role, active, version from staff order by lower(name), id`)
	if err != nil {
		return nil, fmt.Errorf("reading staff: %w", err)
	}
	return out, s.held(ctx, out)
}

// held adds where the members are held back.
func (s *Store) held(ctx context.Context, members []signin.Staff) error {
	var rows []struct {
		Staff record.ID `db:"staff_id"`
		signin.Held
	}
	err := s.db.SelectContext(ctx, &rows, `select t.staff_id, t.until, coalesce(d.name, nullif(t.device, $1), '') as device
		from sign_in_try t left join device d on d.id::text = t.device
		where t.until > now() order by t.until`, signin.Outside)
	for i := range members {
		for _, r := range rows {
			if r.Staff == members[i].ID {
				members[i].Held = append(members[i].Held, r.Held)
			}
		}
	}
	return wrap("reading who is held back", err)
}

// SaveStaff adds a member with version 0, or changes the version given. A new secret frees
// a locked sign-in.
func (s *Store) SaveStaff(ctx context.Context, m signin.Staff) (signin.Staff, error) {
	var out signin.Staff
	var err error
	if m.Version == 0 {
		err = s.db.GetContext(ctx, &out, `insert into staff (id, name, role, active, secret) values ($1, $2, $3, $4, $5)
			on conflict (id) do nothing returning id, name, role, active, version`, m.ID, m.Name, m.Role, m.Active, m.Secret)
	} else {
		err = s.db.GetContext(ctx, &out, `update staff set name = $2, role = $3, active = $4,
			secret = case when $5 = '' then secret else $5 end,
			version = version + 1
			where id = $1 and version = $6 returning id, name, role, active, version`, m.ID, m.Name, m.Role, m.Active, m.Secret, m.Version)
	}
	if err == nil && m.Secret != "" {
		err = s.ForgetTries(ctx, m.ID)
	}
	if !errors.Is(err, sql.ErrNoRows) {
		return out, wrap("saving staff", err)
	}
	err = s.db.GetContext(ctx, &out, `select id, name, role, active, version from staff where id = $1`, m.ID)
	if errors.Is(err, sql.ErrNoRows) {
		return out, record.NotFound("member of staff")
	}
	if err != nil {
		return out, wrap("saving staff", err)
	}
	return out, record.StaleWrite("member of staff", out)
}

func wrap(doing string, err error) error {
	if err == nil {
		return nil
	}
	return fmt.Errorf("%s: %w", doing, err)
}

// RefusedSignIns lists the newest of the sign-ins that were refused.
func (s *Store) RefusedSignIns(ctx context.Context, most int) (list []signin.Refused, err error) {
	err = s.db.SelectContext(ctx, &list, `select at, name, device, address from refused_sign_in order by id desc limit $1`, most)
	return list, wrap("reading the refused sign-ins", err)
}

// NoteRefused keeps a refused sign-in, and so many of the newest.
func (s *Store) NoteRefused(ctx context.Context, r signin.Refused, most int) error {
	_, err := s.db.ExecContext(ctx, `with kept as (
			insert into refused_sign_in (at, name, device, address) values ($1, $2, $3, $4) returning id)
		delete from refused_sign_in r using kept where r.id <= kept.id - $5`, r.At, r.Name, r.Device, r.Address, most)
	return wrap("keeping a refused sign-in", err)
}
