package parts

import (
	"cmp"
	"fmt"
	"slices"

	"utensil/core/estimate"
	"utensil/core/fit"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stores"
	"utensil/knowledge"
)

// fromStock fills in what the stores know of a part that comes out of a drawer.
func fromStock(s *record.Sheet, place knowledge.Place, corrects *record.ID, in *Putting) error {
	in.Name, in.Price, in.Past = "", 0, nil
	if in.Stock == nil {
		return nil
	}
	item, known := stores.InStock(s, *in.Stock)
	if !known || item.Kind != stores.Kind(place) {
		return record.Refuse("stock", "That drawer holds nothing for %s.", place.Name)
	}
	back := false // what is corrected goes back into its drawer first
	if corrects != nil {
		_, was := Puttings.Find(s.Ledger, *corrects)
		back = was != nil && was.Stock != nil && *was.Stock == *in.Stock
	}
	if item.Held <= 0 && !back {
		return record.Refuse("stock", "Nothing is left of “%s”. Take another that fits, or count the drawer anew.",
			item.Name)
	}
	if len(in.Particulars) == 0 {
		in.Particulars = item.Particulars
	}
	in.Name, in.Price, in.Grade, in.From = item.Name, item.Price, Grade(item.Grade), "stock"
	if item.Grade != "new" {
		in.From = "spares"
		in.Note, in.Past = cmp.Or(in.Note, item.Note), item.Past // a part takes its life along
	}
	return nil
}

// Candidate is a part that may go on at a place: out of a drawer, or from a supplier.
type Candidate struct {
	Stock       *record.ID        `json:"stock,omitempty"`
	Supplier    string            `json:"supplier,omitempty"`
	Code        string            `json:"code"`
	Name        string            `json:"name"`
	Says        string            `json:"says" doc:"its particulars"`
	Particulars map[string]string `json:"particulars"`
	Grade       string            `json:"grade" enum:"new,good,worn"`
	Note        string            `json:"note,omitempty"`
	Bin         string            `json:"bin,omitempty"`
	Held        int               `json:"held"`
	Price       estimate.Minor    `json:"price_minor"`
	Days        int               `json:"days" doc:"to wait for it"`
	Comes       estimate.Minor    `json:"comes_minor" doc:"its price, and what waiting for it costs the shop"`
	Fit         fit.Fitting       `json:"fit"`
}

// Candidates ranks what may go on at a place: by how it fits, then by what it comes to with the days it
// is waited for. What does not fit stands last, with its reason; what is not there is left out.
func Candidates(s *record.Sheet, id string, offers []stores.Offer) ([]Candidate, error) {
	place, err := placeOn(s, id)
	if err != nil {
		return nil, err
	}
	var list []Candidate
	for _, i := range stores.Stock.Of(s) {
		if i.Kind == stores.Kind(place) && i.Held > 0 {
			list = append(list, Candidate{Stock: &i.ID, Code: i.Code, Name: i.Name,
				Particulars: i.Particulars, Grade: i.Grade,
				Note: i.Note, Bin: i.Bin, Held: i.Held, Price: i.Price})
		}
	}
	for _, o := range offers {
		list = append(list, Candidate{Supplier: o.Supplier, Code: o.Code, Name: o.Name,
			Particulars: o.Particulars, Grade: "new", Price: o.Price,
			Days: o.Days})
	}
	for i := range list {
		c := &list[i]
		c.Says = fit.Spell(place.Particulars, c.Particulars)
		c.Fit = asked(s, id, c.Particulars, "", nil)
		c.Comes = c.Price + estimate.Minor(c.Days)*s.Settings.Waiting
	}
	slices.SortStableFunc(list, func(a, b Candidate) int {
		return cmp.Or(a.Fit.Verdict.Compare(b.Fit.Verdict), cmp.Compare(a.Comes, b.Comes))
	})
	return record.Some(list), nil
}

// Priced are the parts of catalogue work on this bike: where the stores hold one that is known to
// fit, that one at its price; else as the catalogue has it, with what the drawers lack.
func Priced(s *record.Sheet, o knowledge.Operation) (priced []estimate.Part, lacks string) {
	priced = make([]estimate.Part, 0, len(o.Parts))
	for _, p := range o.Parts {
		priced = append(priced, estimate.Part{Name: p.Name, Quantity: 1, Price: p.Price})
	}
	if len(o.Parts) != 1 || len(o.Fits) != 1 || len(stores.Stock.Of(s)) == 0 {
		return priced, ""
	}
	list, err := Candidates(s, o.Fits[0], nil)
	if err != nil {
		return priced, ""
	}
	list = slices.DeleteFunc(list, func(c Candidate) bool { return c.Grade != "new" })
	if i := slices.IndexFunc(list, func(c Candidate) bool { return c.Fit.Ready() }); i >= 0 {
		return []estimate.Part{{Name: list[i].Name, Quantity: 1, Price: list[i].Price,
			Stock: string(*list[i].Stock)}}, ""
	}
	if len(list) == 0 || list[0].Fit.Verdict == fit.DoesNot {
		return priced, "None that fits lies in the drawers."
	}
	return priced, "In the drawers: " + list[0].Name + ". " + list[0].Fit.Says()
}

// Short says what of an item's parts the stores hold too few of; nothing once the work is done.
func Short(s *record.Sheet, item agree.ItemView) (short []string) {
	if item.Work != nil {
		return nil
	}
	for _, p := range item.Item.Parts {
		if p.Stock == "" {
			continue
		}
		if i, known := stores.InStock(s, record.ID(p.Stock)); known && i.Held < p.Quantity {
			short = append(short, fmt.Sprintf("%s: %d needed, %d left", i.Name, p.Quantity, i.Held))
		}
	}
	return short
}

// Along is what is written along with an entry: work that is done fits what it takes out of the stores,
// and work that was not done after all puts it back.
func Along(s *record.Sheet, n record.NewEntry) (more []record.NewEntry) {
	add := func(c record.Content, supersedes *record.ID) {
		more = append(more, record.NewEntry{ID: n.ID.Along(len(more) + 1), At: n.At, Content: c,
			Supersedes: supersedes})
	}
	if in := agree.Works.In(n.Content); in != nil && n.Supersedes == nil {
		if put := takes(s, *in); put != nil {
			add(Puttings.Says(*put), nil)
		}
	}
	if record.Withdrawals.In(n.Content) == nil || n.Supersedes == nil {
		return more
	}
	_, work := agree.Works.Find(s.Ledger, *n.Supersedes)
	if work == nil {
		return more
	}
	for e, in := range Puttings.All(s.Ledger) {
		if in.Stock != nil && in.Item != nil && s.Current(*in.Item) == s.Current(work.Item) {
			add(record.Withdrawals.Says(record.Withdrawn{Reason: "not done after all"}), &e.ID)
		}
	}
	return more
}

// takes is what work that renews one place takes out of one drawer; nil where it does not, or
// nothing is left.
func takes(s *record.Sheet, work agree.Work) *Putting {
	_, item := agree.Items.Find(s.Ledger, work.Item)
	if item == nil {
		return nil
	}
	operation, _ := s.Book.Operation(item.Operation)
	used := func(p estimate.Part) bool {
		return p.Stock != "" && slices.ContainsFunc(work.Parts, func(f agree.Fitted) bool { return f.Name == p.Name })
	}
	i := slices.IndexFunc(item.Parts, used)
	if i < 0 || len(operation.Fits) != 1 {
		return nil
	}
	stock := record.ID(item.Parts[i].Stock)
	id := s.Current(work.Item)
	put := Putting{Place: operation.Fits[0], Stock: &stock, Grade: "new", From: "stock", Why: "worn",
		Became: "scrap", Item: &id}
	if _, err := checkPutting(s, record.Draft{}, put); err != nil {
		return nil // it is said later what was fitted; the work is done
	}
	return &put
}
