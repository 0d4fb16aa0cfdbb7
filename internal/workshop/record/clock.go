package record

import "time"

// When is the time at which an entry was made, by the server's clock: its own is put right by how
// far the tablet's clock is off as it sends. A time that lies ahead, or before the job began, is
// refused with what both clocks say; a little of it is the clocks' own.
func When(n NewEntry, now, opened time.Time, zone *time.Location) (at time.Time, offset time.Duration, err error) {
	if err := InReach("at", n.At); err != nil {
		return now, 0, err
	}
	if n.Clock != nil {
		if err := InReach("clock", n.Clock); err != nil {
			return now, 0, err
		}
		offset = now.Sub(*n.Clock)
	}
	if n.At == nil {
		return now, offset, nil
	}
	at = n.At.Add(offset)
	clock := func(t time.Time) string { return t.In(zone).Format("2 Jan 15:04") }
	switch {
	case at.After(now.Add(clocksDiffer)):
		return at, offset, Refuse("at", "That is dated %s, and the server's clock says %s. Set this "+
			"tablet's clock, then write it again.",
			clock(*n.At), clock(now))
	case at.Before(opened.Add(-clocksDiffer)):
		return at, offset, Refuse("at", "That is dated %s, before the bike was taken in at %s; the "+
			"server's clock says %s. Set this tablet's "+
			"clock, then write it again.", clock(*n.At), clock(opened), clock(now))
	case at.After(now):
		at = now
	case at.Before(opened):
		at = opened
	}
	return at, offset, nil
}
