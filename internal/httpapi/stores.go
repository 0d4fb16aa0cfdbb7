package httpapi

import (
	"context"
	"fmt"
	"io"
	"net/http"
	"slices"

	"utensil/core/words"
	"utensil/internal/document"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stores"
	"utensil/knowledge"
)

// StockKind is a kind of part, and what tells such parts apart.
type StockKind struct {
	Kind  string          `json:"kind"`
	Place knowledge.Place `json:"place"`
}

// StockTable is a table of parts, to be looked through or taken in.
type StockTable struct {
	Text string `json:"text" maxLength:"900000" doc:"CSV, comma or semicolon"`
	Take bool   `json:"take,omitempty" doc:"write what it changes; else say what it would"`
}

// declareStores declares the shop's drawers.
func (s *Server) declareStores() {
	shop := s.shop
	read(s, "/api/stores", "stores", "What lies in the drawers", shop.Stock)
	read(s, "/api/stores/kinds", "stock-kinds", "The kinds of what may lie in them",
		func(context.Context) ([]StockKind, error) { return kindsOf(shop.Book()), nil })
	send(s, "POST", "/api/stores", "save-stock", "Put an item into the stores, or change one",
		func(ctx context.Context, who actor, in stores.Stocked) ([]stores.Stocked, error) {
			return shop.SaveStock(ctx, who, in)
		})
	send(s, "POST", "/api/stores/table", "stock-table", "What a table of parts would change, or its taking in",
		func(ctx context.Context, who actor, in StockTable) ([]stores.StockChange, error) {
			settings, err := shop.Settings(ctx)
			if err != nil {
				return nil, err
			}
			rows, err := document.ReadStock([]byte(in.Text), settings.Currency)
			switch {
			case err != nil:
				return nil, &record.Problem{Kind: record.Invalid, Title: "Not a table of parts",
					Field: "table", Detail: words.Sentence(err)}
			case in.Take:
				return shop.Take(ctx, who, rows)
			}
			return shop.Compare(ctx, rows)
		})
	type candidatesOf = struct {
		ID    record.ID `path:"id"`
		Place string    `query:"place" maxLength:"60"`
	}
	signed(s, "GET", "/api/jobs/{id}/candidates", "candidates", "What may go on at a place of the bike",
		func(ctx context.Context, _ actor, in *candidatesOf) ([]parts.Candidate, error) {
			return shop.Candidates(ctx, in.ID, in.Place)
		})
}

// kindsOf lists the kinds of parts that a bike has places for, in the order of the places.
func kindsOf(book *knowledge.Book) (kinds []StockKind) {
	for _, p := range book.Places {
		if kind := stores.Kind(p); !slices.ContainsFunc(kinds, func(k StockKind) bool { return k.Kind == kind }) {
			kinds = append(kinds, StockKind{kind, p})
		}
	}
	return kinds
}

// stockTable is the stores as CSV.
func (s *Server) stockTable(r *http.Request, _ record.Actor) (file, error) {
	settings, err := s.shop.Settings(r.Context())
	if err != nil {
		return file{}, err
	}
	items, err := s.shop.Stock(r.Context())
	return file{kind: "text/csv; charset=utf-8; header=present",
		shown: fmt.Sprintf("attachment; filename=%q", "stores.csv"),
		write: func(w io.Writer) error { return document.Stock(w, items, settings.Currency) }}, err
}

// stockLabel is an item's label, to print and to scan.
func (s *Server) stockLabel(r *http.Request, _ record.Actor) (file, error) {
	items, err := s.shop.Stock(r.Context())
	if err != nil {
		return file{}, err
	}
	i := slices.IndexFunc(items, func(i stores.Stocked) bool { return i.ID == named(r, "id") })
	if i < 0 {
		return file{}, record.NotFound("item")
	}
	return file{kind: "image/png", write: func(w io.Writer) error { return document.StockLabel(w, items[i]) }}, nil
}
