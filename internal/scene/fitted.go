package scene

import (
	"strconv"
	"strings"

	"utensil/core/bike"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// sayFitted records what a piece of work put on the bike.
func (t *teller) sayFitted(job *workshop.JobView, write recorder, by record.Actor, i agree.ItemView) error {
	for _, c := range t.fitted(job, i) {
		if err := write(by, c); err != nil {
			return err
		}
	}
	return nil
}

// fitted says what a piece of work put on the bike.
func (t *teller) fitted(job *workshop.JobView, i agree.ItemView) (said []record.Content) {
	operation, _ := t.shop.Book().Operation(i.Item.Operation)
	for _, place := range operation.Fits {
		if of := particulars(place, job.Bike.Facts); of != nil {
			said = append(said, parts.Puttings.Says(parts.Putting{Place: place, Particulars: of,
				Grade: "new", From: "stock", Why: "worn",
				Became: "scrap", Item: &i.ID}))
		}
	}
	return said
}

// particulars of what the workshop usually fits at a place; none where it says nothing of it.
func particulars(place string, f bike.Facts) map[string]string {
	seats := map[string]int{"front": f.WheelFront, "rear": f.WheelRear}
	end, what, _ := strings.Cut(place, "-")
	switch {
	case place == "chain":
		return map[string]string{"speeds": strconv.Itoa(f.Speeds), "links": "114", "closed": "joining link"}
	case place == "sprockets" && f.Speeds > 1:
		return map[string]string{"smallest": "11", "largest": "34", "count": strconv.Itoa(f.Speeds)}
	case what == "pads":
		return map[string]string{"compound": "resin", "outline": "square"}
	case what == "rotor":
		return map[string]string{"diameter": "160",
			"mount": map[string]string{"six_bolt": "six bolts", "centre": "centre ring"}[f.RotorMount]}
	case what == "tyre":
		return map[string]string{"width": "37", "seat": strconv.Itoa(seats[end])}
	case place == "gear-cable":
		return map[string]string{"route": "outside"}
	}
	return nil
}
