package postgres

import (
	"context"
	"encoding/json"

	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
)

// What the shop writes into the book changes what everybody reads.
var knowledgeChanges = changing{table: "own_knowledge", on: written, again: []string{record.Everything}}

// OwnFiles lists the workshop's own knowledge.
func (s *Store) OwnFiles(ctx context.Context) ([]workshop.OwnFile, error) {
	var out []workshop.OwnFile
	err := s.db.SelectContext(ctx, &out, `select file, text, version from own_knowledge order by file`)
	return out, wrap("reading the workshop's own knowledge", err)
}

// SaveOwnFile writes one file over the version given; version 0 is a new one.
func (s *Store) SaveOwnFile(ctx context.Context, f workshop.OwnFile) error {
	query := `update own_knowledge set text = $2, version = version + 1 where file = $1 and version = $3`
	if f.Version == 0 {
		query = `insert into own_knowledge (file, text) select $1, $2 where $3 = 0 on conflict (file) do nothing`
	}
	done, err := s.db.ExecContext(ctx, query, f.File, f.Text, f.Version)
	return saved("file", done, err, func() (workshop.OwnFile, error) {
		return one[workshop.OwnFile](ctx, s.db, "file",
			`select file, text, version from own_knowledge where file = $1`, f.File)
	})
}

// restsOn lists where entries name what is known: its kind, the entry's, and the member of it.
const restsOn = `(values ('points', 'reading', 'point'), ('points', 'figure', 'point'), ('fasteners', 'torque', 'fastener'),
	('fasteners', 'figure', 'fastener'), ('operations', 'item', 'operation'), ('places', 'fitted', 'place'), ('places', 'taken_off', 'place'),
	('places', 'part_read', 'place'), ('faults', 'hunt', 'fault'), ('assemblies', 'strip', 'assembly')) as r (of, entry, member)`

// EntriesOf counts what rests on ids, by the kind of what they are of: entries, jobs of a depth,
// bikes of a kind.
func (s *Store) EntriesOf(ctx context.Context, ids map[string][]string) (used []record.Used, err error) {
	text, err := json.Marshal(ids)
	if err != nil {
		return nil, wrap("counting entries", err)
	}
	err = s.db.SelectContext(ctx, &used, `with sought as (
			select k.key as of, i.id from jsonb_each($1::jsonb) k, jsonb_array_elements_text(k.value) i (id))
		select sought.of as kind, sought.id, count(*) as count from sought join `+restsOn+` on r.of = sought.of
		join entry e on e.kind = r.entry and e.content->r.entry->>r.member = sought.id
		group by 1, 2
		union all select 'depths', sought.id, count(*) from sought join job j on j.depth = sought.id where sought.of = 'depths' group by 2
		union all select 'kinds', sought.id, count(*) from sought join bike b on b.facts->>'kind' = sought.id where sought.of = 'kinds' group by 2
		order by 1, 2`, string(text))
	return used, wrap("counting entries", err)
}
