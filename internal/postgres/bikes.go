package postgres

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/segmentio/encoding/json"

	"utensil/core/bike"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
)

// facts reads and writes a bike's facts as JSON.
type facts bike.Facts

func (f *facts) Scan(src any) error { return scanJSON(src, (*bike.Facts)(f)) }

// read reads who read which fact, as JSON.
type read map[string]record.FactRead

func (r *read) Scan(src any) error { return scanJSON(src, (*map[string]record.FactRead)(r)) }

// riding reads and writes how a bike is ridden as JSON.
type riding record.Riding

func (r *riding) Scan(src any) error { return scanJSON(src, r) }

// text is nil while nothing is known.
func (r riding) text() (*string, error) {
	if r == (riding{}) {
		return nil, nil
	}
	text, err := json.Marshal(r)
	said := string(text)
	return &said, err
}

// lines are rows as a JSON list.
type lines[T any] []T

func (l *lines[T]) Scan(src any) error { return scanJSON(src, (*[]T)(l)) }

func scanJSON(src, into any) error {
	switch v := src.(type) {
	case nil:
		return nil
	case []byte:
		return json.Unmarshal(v, into)
	case string:
		return json.Unmarshal([]byte(v), into)
	}
	return fmt.Errorf("expected JSON, got %T", src)
}

// bikeRow is a bike with its owner, as joined.
type bikeRow struct {
	BikeID       record.ID `db:"bike_id"`
	Make         string    `db:"make"`
	Model        string    `db:"model"`
	Colour       string    `db:"colour"`
	FrameNo      string    `db:"frame_number"`
	Facts        facts     `db:"facts"`
	Read         read      `db:"facts_read"`
	WeeklyKm     int       `db:"weekly_km"`
	Riding       riding    `db:"riding"`
	BikeVersion  int       `db:"bike_version"`
	OwnerID      record.ID `db:"owner_id"`
	OwnerName    string    `db:"owner_name"`
	Phone        string    `db:"phone"`
	Email        string    `db:"email"`
	Note         string    `db:"owner_note"`
	OwnerVersion int       `db:"owner_version"`
}

// A figure for all of a model is lent by its name.
var bikeChanges = changing{table: "bike", on: written, names: map[string]string{"bike": "new.id"},
	again: []string{"bike", "job", "today", "search"}, counts: `perform stamp_bike(new.id);
    if tg_op = 'INSERT' or (new.make, new.model) is distinct from (old.make, old.model) then perform stamp_shop(); end if;`}

var ownerChanges = changing{table: "owner", on: "update", again: []string{"job", "bike", "today", "search", "bleeds"},
	counts: `perform stamp_bike(b.id) from bike b where b.owner_id = new.id order by b.id;`}

const bikeColumns = `b.id as bike_id, b.make, b.model, b.colour, b.frame_number, b.facts, b.facts_read, b.weekly_km, b.riding,
	b.version as bike_version,
	o.id as owner_id, o.name as owner_name, o.phone, o.email, o.note as owner_note, o.version as owner_version`

func (r bikeRow) bike() record.Bike {
	return record.Bike{ID: r.BikeID, OwnerID: r.OwnerID, Make: r.Make, Model: r.Model, Colour: r.Colour,
		FrameNo: r.FrameNo,
		Facts:   bike.Facts(r.Facts), Read: r.Read, WeeklyKm: r.WeeklyKm, Riding: record.Riding(r.Riding),
		Version: r.BikeVersion}
}

func (r bikeRow) owner() record.Owner {
	return record.Owner{ID: r.OwnerID, Name: r.OwnerName, Phone: r.Phone, Email: r.Email, Note: r.Note,
		Version: r.OwnerVersion}
}

// SaveOwner changes an owner over the version given.
func (s *Store) SaveOwner(ctx context.Context, o record.Owner) (record.Owner, error) {
	done, err := s.db.ExecContext(ctx, `update owner set name = $2, phone = $3, email = $4, note = $5, version = version + 1
		where id = $1 and version = $6`, o.ID, o.Name, o.Phone, o.Email, o.Note, o.Version)
	err = saved("owner", done, err, func() (record.Owner, error) {
		return one[record.Owner](ctx, s.db, "owner",
			`select id, name, phone, email, note, version from owner where id = $1`, o.ID)
	})
	if err == nil {
		o.Version++
	}
	return o, err
}

// FindBike reads the row of a bike.
func (s *Store) FindBike(ctx context.Context, id record.ID) (record.Bike, error) {
	if !id.Valid() {
		return record.Bike{}, record.NotFound("bike")
	}
	var row bikeRow
	err := s.db.GetContext(ctx, &row, bikeQuery, id)
	if errors.Is(err, sql.ErrNoRows) {
		return record.Bike{}, record.NotFound("bike")
	}
	return row.bike(), wrap("reading a bike", err)
}

const bikeQuery = `select ` + bikeColumns + ` from bike b join owner o on o.id = b.owner_id where b.id = $1`

// texts are the parts of a bike that are kept as JSON: its facts, who read which of them, and
// how it is ridden.
func texts(b record.Bike) (about, read string, ridden *string, err error) {
	facts, err := json.Marshal(b.Facts)
	if err != nil {
		return "", "", nil, err
	}
	by := []byte("{}")
	if len(b.Read) > 0 {
		if by, err = json.Marshal(b.Read); err != nil {
			return "", "", nil, err
		}
	}
	ridden, err = riding(b.Riding).text()
	return string(facts), string(by), ridden, err
}

// SaveBike changes a bike over the version given. It stays with its owner.
// What is said of it in its open jobs is written with it; a job that has left meanwhile keeps what it says.
func (s *Store) SaveBike(ctx context.Context, b record.Bike, said ...record.Entry) (record.Bike, error) {
	about, read, ridden, err := texts(b)
	if err != nil {
		return b, err
	}
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := s.overBike(ctx, tx, b, about, read, ridden); err != nil {
			return err
		}
		for _, e := range said {
			var problem *record.Problem
			if err := appended(ctx, tx, e.JobID, []record.Entry{e}); errors.As(err, &problem) &&
				problem.Kind == record.Closed {
				continue
			} else if err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return b, err
	}
	return s.FindBike(ctx, b.ID)
}

func (s *Store) overBike(ctx context.Context, tx *sqlx.Tx, b record.Bike, about, read, ridden any) error {
	done, err := tx.ExecContext(ctx, `update bike set make = $2, model = $3, colour = $4, frame_number = $5, facts = $6,
		weekly_km = $8, riding = coalesce($9, riding), facts_read = $10, version = version + 1
		where id = $1 and version = $7`, b.ID, b.Make, b.Model, b.Colour, b.FrameNo, about, b.Version, b.WeeklyKm, ridden, read)
	return saved("bike", done, err, func() (record.Bike, error) { return s.FindBike(ctx, b.ID) })
}

func updated(result sql.Result, err error) (bool, error) {
	if err != nil {
		return false, err
	}
	n, err := result.RowsAffected()
	return n > 0, err
}

// SearchQuery is how a search finds its rows: by the indexes of both tables, word by word, then
// what is known of those alone.
func SearchQuery(words []string, limit int) (query string, args []any) {
	const ownerText = `lower(o.name || ' ' || o.phone || ' ' || squeezed(o.phone))`
	const bikeText = `lower(b.make || ' ' || b.model || ' ' || b.colour || ' ' || b.frame_number)`
	args = []any{limit}
	hits := make([]string, 0, max(1, len(words)))
	for _, w := range words {
		args = append(args, "%"+escapeLike(strings.ToLower(w))+"%")
		hits = append(hits, fmt.Sprintf(`(select o.id as owner, b.id as bike from owner o left join bike b on b.owner_id = o.id where %s like $%d
			union select b.owner_id, b.id from bike b where %s like $%d)`, ownerText, len(args), bikeText, len(args)))
	}
	if len(hits) == 0 {
		hits = append(hits, `select o.id as owner, b.id as bike from owner o left join bike b on b.owner_id = o.id`)
	}
	return `select ` + bikeColumns + `, j.open_job, j.last
		from (` + strings.Join(hits, " intersect ") + `) hit join owner o on o.id = hit.owner left join bike b on b.id = hit.bike
		left join lateral (select max(opened_at) as last, (array_agg(id) filter (where released_at is null))[1] as open_job
			from job where bike_id = b.id and mistaken_at is null) j on true
		order by j.last desc nulls last, lower(o.name), o.id limit $1`, args
}

// Search finds bikes and owners by words that must all be found.
func (s *Store) Search(ctx context.Context, words []string, limit int) ([]workshop.Found, error) {
	var rows []struct {
		bikeRow
		BikeID  *record.ID `db:"bike_id"`
		Make    *string    `db:"make"`
		Model   *string    `db:"model"`
		Colour  *string    `db:"colour"`
		FrameNo *string    `db:"frame_number"`
		BikeVer *int       `db:"bike_version"`
		Open    *record.ID `db:"open_job"`
		Last    *time.Time `db:"last"`
	}
	query, args := SearchQuery(words, limit)
	err := s.db.SelectContext(ctx, &rows, query, args...)
	if err != nil {
		return nil, fmt.Errorf("searching: %w", err)
	}
	found := make([]workshop.Found, 0, len(rows))
	for _, r := range rows {
		f := workshop.Found{Owner: r.owner(), OpenJob: r.Open}
		if r.BikeID != nil {
			f.Bike = &record.Bike{ID: *r.BikeID, OwnerID: r.OwnerID, Make: *r.Make, Model: *r.Model,
				Colour: *r.Colour, FrameNo: *r.FrameNo,
				Facts: bike.Facts(r.Facts), Read: r.Read, WeeklyKm: r.WeeklyKm,
				Riding: record.Riding(r.Riding), Version: *r.BikeVer}
		}
		if r.Last != nil {
			f.Last = r.Last.Format(time.RFC3339)
		}
		found = append(found, f)
	}
	return found, nil
}

func escapeLike(word string) string {
	return strings.NewReplacer(`\`, `\\`, `%`, `\%`, `_`, `\_`).Replace(word)
}

// insertOwnerAndBike creates what is new and leaves what is known as it is.
func insertOwnerAndBike(ctx context.Context, tx *sqlx.Tx, o record.Owner, b record.Bike) error {
	if o.Version == 0 {
		if _, err := tx.ExecContext(ctx,
			`insert into owner (id, name, phone, email, note) values ($1, $2, $3, $4, $5) on conflict (id) do nothing`,
			o.ID, o.Name, o.Phone, o.Email, o.Note); err != nil {
			return wrap("adding an owner", err)
		}
	}
	if b.Version == 0 {
		about, read, ridden, err := texts(b)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx,
			`insert into bike (id, owner_id, make, model, colour, frame_number, facts, weekly_km, riding, facts_read) values ($1, $2, $3, $4, $5,
				$6, $7, $8, coalesce($9::jsonb, '{}'), $10) on conflict (id) do nothing`,
			b.ID, b.OwnerID, b.Make, b.Model, b.Colour, b.FrameNo, about, b.WeeklyKm, ridden, read); err != nil {
			return wrap("adding a bike", err)
		}
	}
	return nil
}
