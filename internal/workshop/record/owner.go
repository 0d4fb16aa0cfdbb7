package record

import "net/mail"

// Owner is who a bike belongs to.
type Owner struct {
	ID      ID     `json:"id"`
	Name    string `json:"name"`
	Phone   string `json:"phone"`
	Email   string `json:"email"`
	Note    string `json:"note"`
	Version int    `json:"version" doc:"0 for a new owner"`
}

func (o Owner) Tidy() (Owner, error) {
	if err := o.ID.Check("owner.id"); err != nil {
		return o, err
	}
	var errs [4]error
	o.Name, errs[0] = TidyName("owner.name", "the owner's name", o.Name)
	o.Phone, errs[1] = TidyOptional("owner.phone", "the phone number", o.Phone)
	o.Email, errs[2] = TidyOptional("owner.email", "the e-mail address", o.Email)
	o.Note, errs[3] = TidyNote("owner.note", o.Note)
	if at, err := mail.ParseAddress(o.Email); o.Email != "" && (err != nil || at.Address != o.Email) {
		errs[2] = Refuse("owner.email", "“%s” is not an e-mail address: it has a name, an @ and a place.", o.Email)
	}
	return o, First(errs[:]...)
}
