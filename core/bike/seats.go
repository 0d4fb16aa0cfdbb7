package bike

import "slices"

// BeadSeat is a bead seat diameter that a workshop meets, in millimetres, with what stands on
// such tyres in inches or in the French way.
type BeadSeat struct {
	MM   int    `json:"mm"`
	Said string `json:"said" doc:"what people read on the tyre"`
}

// BeadSeats are the bead seats that come through the door, the commonest first (ISO 5775 and
// the older ones; the inch names are from memory of its tables, and one name may stand on
// tyres of several seats: the second number of the metric marking decides).
var BeadSeats = []BeadSeat{
	{622, "28 or 29 inch, 700C"},
	{584, "27.5 inch, 26 × 1 1/2, 650B"},
	{559, "26 × 1.5 to 2.4"},
	{406, "20 × 1.5 to 2.1"},
	{507, "24 × 1.5 to 2.1"},
	{349, "16 × 1 3/8"},
	{305, "16 × 1.75"},
	{355, "18 × 1.75"},
	{451, "20 × 1 1/8, 20 × 1 3/8"},
	{590, "26 × 1 3/8, 650A"},
	{630, "27 × 1 1/4"},
	{635, "28 × 1 1/2, 700B"},
	{571, "26 × 1 3/4, 650C"},
	{597, "26 × 1 1/4"},
	{540, "24 × 1 3/8"},
	{547, "24 × 1 1/4"},
	{520, "24 × 1"},
	{438, "20 × 1 3/8, the older one"},
	{369, "17 × 1 1/4"},
	{203, "12 1/2 × 2 1/4"},
}

func seats(mm int) bool {
	return slices.ContainsFunc(BeadSeats, func(s BeadSeat) bool { return s.MM == mm })
}
