package postgres

import (
	"context"

	"utensil/internal/workshop"
)

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
		return one[workshop.OwnFile](ctx, s.db, "file", `select file, text, version from own_knowledge where file = $1`, f.File)
	})
}
