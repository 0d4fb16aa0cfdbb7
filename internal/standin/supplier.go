package standin

import (
	"context"
	"maps"
	"slices"

	"utensil/internal/workshop/stores"
)

// Supplier is a made-up wholesaler that has a few of everything, with prices and days.
type Supplier struct{}

// supplierName is what it is called.
const supplierName = "Saltmarsh Wholesale"

// Offers lists what it has of a kind.
func (Supplier) Offers(_ context.Context, kind string) ([]stores.Offer, error) {
	var out []stores.Offer
	for _, o := range wholesale {
		if o.Kind == kind {
			o.Supplier, o.Particulars = supplierName, maps.Clone(o.Particulars)
			out = append(out, o)
		}
	}
	return slices.Clip(out), nil
}

type of = map[string]string

// wholesale is its list.
var wholesale = []stores.Offer{
	{Code: "SW-CH8", Name: "Chain, 6 to 8 speeds", Kind: "chain",
		Particulars: of{"speeds": "8", "links": "116", "closed": "joining link"}, Price: 1600, Days: 1},
	{Code: "SW-CH9", Name: "Chain, 9 speeds", Kind: "chain",
		Particulars: of{"speeds": "9", "links": "116", "closed": "joining link"}, Price: 2300, Days: 1},
	{Code: "SW-CH10", Name: "Chain, 10 speeds", Kind: "chain",
		Particulars: of{"speeds": "10", "links": "116", "closed": "joining link"}, Price: 2700, Days: 1},
	{Code: "SW-CH11", Name: "Chain, 11 speeds", Kind: "chain",
		Particulars: of{"speeds": "11", "links": "118", "closed": "joining link"}, Price: 3200, Days: 2},
	{Code: "SW-CH12", Name: "Chain, 12 speeds", Kind: "chain",
		Particulars: of{"speeds": "12", "links": "126", "closed": "joining link"}, Price: 3900, Days: 2},
	{Code: "SW-CS10", Name: "Cassette 11–34, 10", Kind: "sprockets",
		Particulars: of{"count": "10", "smallest": "11", "largest": "34", "spline": "wide splines"},
		Price:       4400, Days: 2},
	{Code: "SW-CS11", Name: "Cassette 11–34, 11", Kind: "sprockets",
		Particulars: of{"count": "11", "smallest": "11", "largest": "34", "spline": "wide splines"},
		Price:       6200, Days: 2},
	{Code: "SW-RO160C", Name: "Rotor 160, centre", Kind: "rotor",
		Particulars: of{"diameter": "160", "mount": "centre ring"}, Price: 3300, Days: 2},
	{Code: "SW-RO180C", Name: "Rotor 180, centre", Kind: "rotor",
		Particulars: of{"diameter": "180", "mount": "centre ring"}, Price: 3700, Days: 3},
	{Code: "SW-RO160B", Name: "Rotor 160, six bolts", Kind: "rotor",
		Particulars: of{"diameter": "160", "mount": "six bolts"}, Price: 2500, Days: 2},
	{Code: "SW-PA-R", Name: "Pads, square, resin", Kind: "pads",
		Particulars: of{"outline": "square", "compound": "resin"}, Price: 1300, Days: 1},
	{Code: "SW-PA-RR", Name: "Pads, round, resin", Kind: "pads",
		Particulars: of{"outline": "round", "compound": "resin"}, Price: 1300, Days: 1},
	{Code: "SW-TY37", Name: "Tyre 37-622", Kind: "tyre", Particulars: of{"width": "37", "seat": "622"},
		Price: 2700, Days: 2},
	{Code: "SW-TY47", Name: "Tyre 47-507", Kind: "tyre", Particulars: of{"width": "47", "seat": "507"},
		Price: 2300, Days: 3},
	{Code: "SW-TY40", Name: "Tyre 40-349", Kind: "tyre", Particulars: of{"width": "40", "seat": "349"},
		Price: 2500, Days: 3},
	{Code: "SW-BB68", Name: "Bracket unit 68", Kind: "bottom-bracket",
		Particulars: of{"shell": "68", "fixed": "threaded"}, Price: 2600, Days: 2},
	{Code: "SW-HS418", Name: "Headset bearing 30.15 × 41.8 × 6.5", Kind: "headset-lower",
		Particulars: of{"bore": "30.15", "outside": "41.8", "width": "6.5", "inner": "45",
			"outer": "45"}, Price: 1400, Days: 2},
	{Code: "SW-HS30", Name: "Headset bearing 30.5 × 41.8 × 8", Kind: "headset-lower",
		Particulars: of{"bore": "30.5", "outside": "41.8", "width": "8", "inner": "45", "outer": "45"},
		Price:       1600, Days: 2},
	{Code: "SW-PO272", Name: "Seatpost 27.2", Kind: "post",
		Particulars: of{"diameter": "27.2", "length": "350"}, Price: 2900, Days: 2},
	{Code: "SW-PE916", Name: "Pedals, flat", Kind: "pedals", Particulars: of{"thread": "9/16 × 20"},
		Price: 2300, Days: 1},
}
