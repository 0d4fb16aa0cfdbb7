package stores

import (
	"context"
	"slices"

	"utensil/core/estimate"
	"utensil/internal/workshop/record"
)

// Store keeps the drawers. What is held is what was counted, less what was fitted since.
type Store interface {
	Stock(ctx context.Context) ([]Stocked, error)
	// SaveStock adds items (version 0) or changes them over the versions given, all or none.
	SaveStock(ctx context.Context, items ...Stocked) error
}

// Supplier brings parts.
type Supplier interface {
	// Offers lists what it has of a kind, with prices and days.
	Offers(ctx context.Context, kind string) ([]Offer, error)
}

// Offer is a part that a supplier has.
type Offer struct {
	Supplier    string            `json:"supplier"`
	Code        string            `json:"code"`
	Name        string            `json:"name"`
	Kind        string            `json:"kind"`
	Particulars map[string]string `json:"particulars"`
	Price       estimate.Minor    `json:"price_minor" doc:"for the owner"`
	Days        int               `json:"days" doc:"until it is here"`
}

// Drawers are the shop's stores.
type Drawers struct {
	shop  *record.Shop
	store Store
}

// Open opens the stores.
func Open(shop *record.Shop, store Store) *Drawers { return &Drawers{shop, store} }

// Stock lists what there is, by kind and name.
func (d *Drawers) Stock(ctx context.Context) ([]Stocked, error) {
	all, err := d.store.Stock(ctx)
	for i, item := range all {
		all[i] = item.told()
	}
	return record.Some(all), err
}

// SaveStock adds an item (version 0) or changes one.
func (d *Drawers) SaveStock(ctx context.Context, by record.Actor, i Stocked) ([]Stocked, error) {
	if err := by.Must(record.ByAnyone...); err != nil {
		return nil, err
	}
	if err := i.ID.Check("id"); err != nil {
		return nil, err
	}
	i, err := tidy(d.shop.Book(), i)
	if err != nil {
		return nil, err
	}
	i.Counting = i.Counting || i.Version == 0
	if err := d.store.SaveStock(ctx, i); err != nil {
		return nil, err
	}
	return d.Stock(ctx)
}

// ByCode finds an item by what stands on its label.
func ByCode(all []Stocked, code string) (Stocked, bool) {
	i := slices.IndexFunc(all, func(i Stocked) bool { return i.Code == code })
	if i < 0 {
		return Stocked{}, false
	}
	return all[i], true
}

// Stock is what lies in the drawers, beside a job.
var Stock = record.LaidBeside[[]Stocked]("stock")

// InStock finds an item of the drawers beside a job.
func InStock(s *record.Sheet, id record.ID) (Stocked, bool) {
	all := Stock.Of(s)
	i := slices.IndexFunc(all, func(i Stocked) bool { return i.ID == id })
	if i < 0 {
		return Stocked{}, false
	}
	return all[i], true
}
