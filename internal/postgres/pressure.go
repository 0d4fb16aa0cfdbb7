package postgres

import (
	"context"

	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/record"
)

// gaugesWith reads gauges with their newest checks, as many as it is asked for.
func gaugesWith(checks, more string) register[gaugeshelf.PressureGauge] {
	return register[gaugeshelf.PressureGauge]{
		changes: changing{table: "pressure_gauge", on: written, counts: countsShop, again: []string{"gauges", "job"}},
		what:    "gauge",
		columns: `t.id, t.name, t.most_bar, t.class_pct, t.months, t.retired, t.version, t.hose` + more + `,
			(select coalesce(json_agg(row_to_json(c)), '[]') from (select k.id, k.against, k.pairs, k.at, k.by, st.name as by_name
				from gauge_check k join staff st on st.id = k.by where k.gauge = t.id order by k.at desc, k.id desc limit ` + checks + `) c) as checks`,
		order:  `t.retired, t.most_bar, t.name`,
		writes: fields("name", "most_bar", "class_pct", "months", "retired"),
		unique: clash{"pressure_gauge_name_key", "Two gauges of one name", "name",
			"Another gauge is called that. Give this one a name of its own, such as where it hangs."},
		same: func(g gaugeshelf.PressureGauge) (record.ID, int) { return g.ID, g.Version },
	}
}

var (
	gaugeRegister = gaugesWith("12", `, (select count(*) from entry e where e.kind = 'air' and e.content->'air'->>'gauge' = t.id::text
		and e.at >= coalesce((select max(at) from gauge_check where gauge = t.id), '-infinity')) as used`)
	gaugesOfShop      = laying{gaugeshelf.Gauges.Name(), listed(gaugesWith("1", "").all())}
	gaugeCheckChanges = changing{table: "gauge_check", on: "insert", counts: countsShop,
		again: []string{"gauges", "job"}}
)

// PressureGauges lists the register, the retired ones last.
func (s *Store) PressureGauges(ctx context.Context) ([]gaugeshelf.PressureGauge, error) {
	return gaugeRegister.list(ctx, s)
}

// SavePressureGauge adds a gauge (version 0) or changes one over the version given.
func (s *Store) SavePressureGauge(ctx context.Context, g gaugeshelf.PressureGauge) error {
	return gaugeRegister.save(ctx, s, g)
}

// AddGaugeCheck keeps a check; one that is kept already is left as it is.
func (s *Store) AddGaugeCheck(ctx context.Context, gauge record.ID, c gaugeshelf.GaugeCheck) error {
	pairs, err := json.Marshal(c.Pairs)
	if err != nil {
		return wrap("writing a gauge's check", err)
	}
	_, err = s.db.ExecContext(ctx, `insert into gauge_check (id, gauge, against, pairs, at, by) values ($1, $2, $3, $4, $5, $6)
		on conflict (id) do nothing`, c.ID, gauge, c.Against, string(pairs), c.At, c.By)
	return wrap("keeping a gauge's check", err)
}

// SetGaugeHose keeps what a gauge's hose takes, over what was measured before.
func (s *Store) SetGaugeHose(ctx context.Context, gauge record.ID, h gaugeshelf.GaugeHose) error {
	hose, err := json.Marshal(h)
	if err != nil {
		return wrap("writing a gauge's hose", err)
	}
	return gaugeRegister.over(ctx, s, gauge, "hose", string(hose))
}
