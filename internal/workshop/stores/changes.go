package stores

import (
	"context"
	"errors"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"

	"utensil/internal/workshop/record"
)

// Row is a line of a table of parts: an item, or why it could not be read.
type Row struct {
	Line    int
	Part    Stocked
	Problem string
}

// StockChange is what a line of a table will do to the stores.
type StockChange struct {
	Line int      `json:"line"`
	Code string   `json:"code"`
	Name string   `json:"name"`
	Does Does     `json:"does" enum:"adds,changes,nothing,refused"`
	Says []string `json:"says" doc:"what changes, or what is wrong"`
	item Stocked
}

// Does is what becomes of a line.
type Does string

// A line adds an item, changes one, does nothing, or is refused.
const (
	Adds    Does = "adds"
	Changes Does = "changes"
	Nothing Does = "nothing"
	Refused Does = "refused"
)

// Compare says line by line what a table would change, and writes nothing. Items are known by their code.
func (d *Drawers) Compare(ctx context.Context, rows []Row) ([]StockChange, error) {
	all, err := d.store.Stock(ctx)
	if err != nil {
		return nil, err
	}
	seen := map[string]int{}
	changes := make([]StockChange, 0, len(rows))
	for _, r := range rows {
		changes = append(changes, d.compare(all, r, seen))
	}
	return changes, nil
}

func (d *Drawers) compare(all []Stocked, r Row, seen map[string]int) StockChange {
	c := StockChange{Line: r.Line, Code: r.Part.Code, Name: r.Part.Name, Does: Refused, Says: []string{r.Problem}}
	if r.Problem != "" {
		return c
	}
	item, err := tidy(d.shop.Book(), r.Part)
	var refused *record.Problem
	if errors.As(err, &refused) {
		c.Says = []string{refused.Detail}
		return c
	}
	c.Code, c.Name = item.Code, item.Name
	if first, twice := seen[item.Code]; twice {
		c.Says = []string{fmt.Sprintf("Its code stands in line %d already.", first)}
		return c
	}
	seen[item.Code] = r.Line
	old, known := ByCode(all, item.Code)
	if !known {
		item.ID, item.Counting = record.NewID(), true
		c.Does, c.Says, c.item = Adds, []string{fmt.Sprintf("%d of it", item.Held)}, item
		return c
	}
	item.ID, item.Version, item.Counting = old.ID, old.Version, item.Held != old.Held
	c.Says, c.item = differences(old, item), item
	if c.Does = Changes; len(c.Says) == 0 {
		c.Does = Nothing
	}
	return c
}

// differences are what changes of an item, in words.
func differences(old, now Stocked) (says []string) {
	add := func(what string, was, is any) {
		if !reflect.DeepEqual(was, is) {
			says = append(says, fmt.Sprintf("%s: %v → %v", what, was, is))
		}
	}
	add("name", old.Name, now.Name)
	add("kind", old.Kind, now.Kind)
	add("held", old.Held, now.Held)
	add("fewest", old.Least, now.Least)
	add("bin", old.Bin, now.Bin)
	add("price", old.Price, now.Price)
	add("cost", old.Cost, now.Cost)
	add("grade", old.Grade, now.Grade)
	add("supplier", old.Supplier, now.Supplier)
	add("note", old.Note, now.Note)
	if !maps.Equal(old.Particulars, now.Particulars) {
		says = append(says, "particulars: "+spelled(old.Particulars)+" → "+spelled(now.Particulars))
	}
	return says
}

// spelled writes particulars as a table has them: "links=114; speeds=9".
func spelled(particulars map[string]string) string {
	list := make([]string, 0, len(particulars))
	for _, id := range slices.Sorted(maps.Keys(particulars)) {
		list = append(list, id+"="+particulars[id])
	}
	return strings.Join(list, "; ")
}

// Spelled writes an item's particulars as a table has them.
func (i Stocked) Spelled() string { return spelled(i.Particulars) }

// Take writes what a table changes, all or none; a table with a line that is refused writes nothing.
func (d *Drawers) Take(ctx context.Context, by record.Actor, rows []Row) ([]StockChange, error) {
	if err := by.Must(record.ByAnyone...); err != nil {
		return nil, err
	}
	changes, err := d.Compare(ctx, rows)
	if err != nil {
		return nil, err
	}
	var items []Stocked
	for _, c := range changes {
		switch c.Does {
		case Refused:
			return changes, record.Refuse("table",
				"Line %d is refused: %s Put it right and send the table again; nothing was written.", c.Line,
				strings.Join(c.Says, " "))
		case Adds, Changes:
			items = append(items, c.item)
		}
	}
	return changes, d.store.SaveStock(ctx, items...)
}
