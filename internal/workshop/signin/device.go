package signin

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base32"
	"slices"
	"strings"
	"time"

	"utensil/internal/workshop/record"
)

// Device is a tablet or computer that the shop has admitted, or that waits to be. Only one that
// is admitted sees who works here, and may sign in.
type Device struct {
	ID       record.ID  `json:"id" db:"id"`
	Name     string     `json:"name" db:"name"`
	Admitted *time.Time `json:"admitted,omitempty" db:"admitted_at" doc:"since when; none while it waits for its code"`
	Used     *time.Time `json:"used,omitempty" db:"used_at" doc:"when somebody last signed in on it"`
	Until    *time.Time `json:"until,omitempty" db:"code_until" doc:"how long its code is good"`
}

// NewDevice is a device that the shop owner lets in from one that is in already.
type NewDevice struct {
	ID   record.ID `json:"id"`
	Name string    `json:"name" doc:"what the shop calls it"`
}

// Invitation is what the new device is told, once.
type Invitation struct {
	Device Device `json:"device"`
	Code   string `json:"code" doc:"typed on the new device; shown once"`
}

// codeLasts is how long it may take to walk from the one device to the other.
const codeLasts = 15 * time.Minute

// digestOf is what the store knows a code by: letters and digits, however they were typed.
func digestOf(code string) []byte {
	plain := strings.Map(func(r rune) rune {
		if r >= 'A' && r <= 'Z' || r >= '0' && r <= '9' {
			return r
		}
		return -1
	}, strings.ToUpper(code))
	sum := sha256.Sum256([]byte(plain))
	return sum[:]
}

// letters are those that nobody reads for another.
var letters = base32.NewEncoding("ABCDEFGHJKLMNPQRSTUVWXYZ23456789")

// newCode is ten letters and digits: 50 bits, which no number of tries within a quarter of an hour finds.
func newCode() (string, error) {
	var raw [7]byte
	if _, err := rand.Read(raw[:]); err != nil {
		return "", err
	}
	code := letters.EncodeToString(raw[:])[:10]
	return code[:5] + "-" + code[5:], nil
}

// Devices lists the devices by name; only the shop owner sees them.
func (r *Roll) Devices(ctx context.Context, by record.Actor) ([]Device, error) {
	if err := by.Must(record.Keeper); err != nil {
		return nil, err
	}
	return r.store.Devices(ctx)
}

// Invite makes a code by which a new device is admitted; only the shop owner may.
func (r *Roll) Invite(ctx context.Context, by record.Actor, in NewDevice) (Invitation, error) {
	if err := by.Must(record.Keeper); err != nil {
		return Invitation{}, err
	}
	return r.Expect(ctx, in)
}

// Expect makes a code for whoever stands at the server itself.
func (r *Roll) Expect(ctx context.Context, in NewDevice) (Invitation, error) {
	if err := in.ID.Check("id"); err != nil {
		return Invitation{}, err
	}
	name, err := record.TidyName("name", "what you call the tablet or computer", in.Name)
	if err != nil {
		return Invitation{}, err
	}
	code, err := newCode()
	if err != nil {
		return Invitation{}, err
	}
	until := r.shop.Now().Add(codeLasts)
	device := Device{ID: in.ID, Name: name, Until: &until}
	return Invitation{device, code}, r.store.SaveDevice(ctx, device, digestOf(code))
}

// Claim admits the device that was told a code.
func (r *Roll) Claim(ctx context.Context, code string) (Device, error) {
	return r.store.ClaimDevice(ctx, digestOf(code), r.shop.Now())
}

// ThisComputer is the device that stands for the computer of the server, where that is admitted.
const ThisComputer = "the server’s own computer"

// Outside is where a sign-in is tried from that is on no device of the shop: all strangers together.
const Outside = "outside"

// AdmitByOwner admits a device on which a shop owner's name and secret were typed. Strangers are slowed down
// together, and slow down nobody on a device of the shop.
func (r *Roll) AdmitByOwner(ctx context.Context, owner, secret, device string) (Device, record.Actor, error) {
	name, err := record.TidyName("name", "what you call this tablet or computer", device)
	if err != nil {
		return Device{}, record.Actor{}, err
	}
	all, err := r.store.Staff(ctx)
	if err != nil {
		return Device{}, record.Actor{}, err
	}
	all = slices.DeleteFunc(all, func(m Staff) bool { return !m.Active || m.Role != record.Keeper })
	if len(all) == 0 {
		return Device{}, record.Actor{}, wrongSecret()
	}
	// All strangers are counted together, whatever name they try: none learns from the answer who works here.
	slices.SortFunc(all, func(a, b Staff) int { return strings.Compare(string(a.ID), string(b.ID)) })
	named := slices.IndexFunc(all, func(m Staff) bool { return sameName(m.Name, owner) })
	m, err := r.member(ctx, all[max(named, 0)].ID)
	if err != nil {
		return Device{}, record.Actor{}, err
	}
	who, err := r.signIn(ctx, all[0].ID, Outside, func(Staff) (record.Actor, bool, error) {
		right, err := m.matches(secret)
		return record.Actor{ID: m.ID, Name: m.Name, Role: m.Role}, right && named >= 0, err
	})
	if err != nil {
		return Device{}, record.Actor{}, err
	}
	now := r.shop.Now()
	admitted := Device{ID: record.NewID(), Name: name, Admitted: &now, Used: &now}
	return admitted, who, r.store.SaveDevice(ctx, admitted, nil)
}

// member is a member with the secret; their tries stay as they are.
func (r *Roll) member(ctx context.Context, id record.ID) (m Staff, err error) {
	err = r.store.Try(ctx, id, Outside, func(who Staff, t Tries) (Tries, error) {
		m = who
		return t, nil
	})
	return m, err
}

func sameName(a, b string) bool { return strings.EqualFold(strings.TrimSpace(a), strings.TrimSpace(b)) }

// SendAway ends what a device was admitted to; only the shop owner may.
func (r *Roll) SendAway(ctx context.Context, by record.Actor, id record.ID) error {
	if err := by.Must(record.Keeper); err != nil {
		return err
	}
	return r.store.DropDevice(ctx, id)
}

// Admitted is the devices that are in, and the key that their cookies are signed with.
func (r *Roll) Admitted(ctx context.Context) (key []byte, in []Device, err error) {
	if key, err = r.store.SigningKey(ctx, "device"); err != nil {
		return nil, nil, err
	}
	all, err := r.store.Devices(ctx)
	return key, slices.DeleteFunc(all, func(d Device) bool { return d.Admitted == nil }), err
}

// UsedNow notes that somebody signed in on a device.
func (r *Roll) UsedNow(ctx context.Context, id record.ID) error {
	return r.store.UsedDevice(ctx, id, r.shop.Now())
}
