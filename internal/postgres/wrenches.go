package postgres

import (
	"context"

	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

var wrenchRegister = register[torque.Wrench]{
	changes: changing{table: "wrench", on: written, counts: countsShop, again: []string{"wrenches", "job"}},
	what:    "wrench",
	columns: `t.id, t.name, t.serial, t.min_nm, t.max_nm, t.deviation_pct, coalesce(t.checked_on::text, '') as checked_on, t.certificate,
		t.months, t.cycles, t.device, t.retired, t.version,
		(select count(*) from entry e where e.kind = 'torque' and e.content->'torque'->>'wrench' = t.id::text
			and e.at >= coalesce(t.checked_on, '-infinity')) as used`,
	order: `t.retired, t.max_nm, t.name`,
	writes: append(fields("name", "serial", "min_nm", "max_nm", "deviation_pct", "certificate",
		"months", "cycles", "device", "retired"),
		days("checked_on")...),
	unique: clash{"wrench_name_key", "Two wrenches of one name", "name",
		"Another wrench is called that. Give this one a name of its own, such as its number."},
	same: func(t torque.Wrench) (record.ID, int) { return t.ID, t.Version },
}

// Wrenches lists the register, the retired ones last.
func (s *Store) Wrenches(ctx context.Context) ([]torque.Wrench, error) {
	return wrenchRegister.list(ctx, s)
}

// SaveWrench adds a wrench (version 0) or changes one over the version given.
func (s *Store) SaveWrench(ctx context.Context, t torque.Wrench) error {
	return wrenchRegister.save(ctx, s, t)
}

var wrenchesOfShop = laying{torque.Wrenches.Name(), listed(wrenchRegister.all())}
