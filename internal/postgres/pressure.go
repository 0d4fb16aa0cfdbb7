package postgres

import (
	"context"
	"errors"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop/pressure"
	"utensil/internal/workshop/record"
)

// gaugesQuery reads gauges with their newest checks, as many as it is asked for.
func gaugesQuery(checks, more string) string {
	return `select g.id, g.name, g.most_bar, g.class_pct, g.months, g.retired, g.version, g.hose` + more + `,
		(select coalesce(json_agg(row_to_json(c)), '[]') from (select k.id, k.against, k.pairs, k.at, k.by, st.name as by_name
			from gauge_check k join staff st on st.id = k.by where k.gauge = g.id order by k.at desc, k.id desc limit ` + checks + `) c) as checks
		from pressure_gauge g order by g.retired, g.most_bar, g.name`
}

var (
	gaugesOfShop = laying{pressure.Gauges.Name(), listed(gaugesQuery("1", ""))}
	gaugesListed = listed(gaugesQuery("12", `, (select count(*) from entry e where e.kind = 'air' and e.content->'air'->>'gauge' = g.id::text
		and e.at >= coalesce((select max(at) from gauge_check where gauge = g.id), '-infinity')) as used`))
)

// PressureGauges lists the register, the retired ones last.
func (s *Store) PressureGauges(ctx context.Context) ([]pressure.PressureGauge, error) {
	var list lines[pressure.PressureGauge]
	err := s.db.GetContext(ctx, &list, gaugesListed)
	return list, wrap("reading the pressure gauges", err)
}

// SavePressureGauge adds a gauge (version 0) or changes one over the version given.
func (s *Store) SavePressureGauge(ctx context.Context, g pressure.PressureGauge) error {
	query := `update pressure_gauge set name = $2, most_bar = $3, class_pct = $4, months = $5, retired = $6, version = version + 1
		where id = $1 and version = $7`
	args := []any{g.ID, g.Name, g.Most, g.Class, g.Months, g.Retired, g.Version}
	if g.Version == 0 {
		query = `insert into pressure_gauge (id, name, most_bar, class_pct, months, retired) values ($1, $2, $3, $4, $5, $6)
			on conflict (id) do nothing`
		args = args[:6]
	}
	done, err := s.db.ExecContext(ctx, query, args...)
	var failed *pgconn.PgError
	switch {
	case errors.As(err, &failed) && failed.ConstraintName == "pressure_gauge_name_key":
		return &record.Problem{Kind: record.Invalid, Title: "Two gauges of one name", Field: "name",
			Detail: "Another gauge is called that. Give this one a name of its own, such as where it hangs."}
	case err == nil && g.Version == 0:
		return nil // it stands, whoever put it there
	}
	return saved("gauge", done, err, func() (any, error) { return nil, nil })
}

// AddGaugeCheck keeps a check; one that is kept already is left as it is.
func (s *Store) AddGaugeCheck(ctx context.Context, gauge record.ID, c pressure.GaugeCheck) error {
	pairs, err := json.Marshal(c.Pairs)
	if err != nil {
		return wrap("writing a gauge's check", err)
	}
	_, err = s.db.ExecContext(ctx, `insert into gauge_check (id, gauge, against, pairs, at, by) values ($1, $2, $3, $4, $5, $6)
		on conflict (id) do nothing`, c.ID, gauge, c.Against, string(pairs), c.At, c.By)
	return wrap("keeping a gauge's check", err)
}

// SetGaugeHose keeps what a gauge's hose takes, over what was measured before.
func (s *Store) SetGaugeHose(ctx context.Context, gauge record.ID, h pressure.GaugeHose) error {
	hose, err := json.Marshal(h)
	if err != nil {
		return wrap("writing a gauge's hose", err)
	}
	_, err = s.db.ExecContext(ctx, `update pressure_gauge set hose = $2 where id = $1`, gauge, string(hose))
	return wrap("keeping a gauge's hose", err)
}
