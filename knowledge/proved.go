package knowledge

import (
	"crypto/sha256"
	_ "embed" // the digest of what ships
	"encoding/hex"
	"strings"
	"sync"

	"utensil/core/tyre"
	"utensil/knowledge/entries"
)

// proved are the digests of guided work that was found right, each with all that its proof rests
// on. The proofs are most of the time that a book takes; what neither a workshop nor a test has
// touched is not proved twice while the program runs. What is refused is not kept: it is told
// anew each time, with its line.
var proved sync.Map

// rests is the digest of all that the proof of guided work rests on, besides the work itself.
func (b *Book) rests() [sha256.Size]byte {
	rest := *b
	rest.Procedures, rest.Faults, rest.digest, rest.pressures = nil, nil, "", tyre.Law{}
	return entries.Digest(rest)
}

// once runs a proof of a procedure unless it held before.
func once(rests [sha256.Size]byte, p Procedure, prove func() error) error {
	key := entries.Digest(rests, p)
	if _, held := proved.Load(key); held {
		return nil
	}
	err := prove()
	if err == nil {
		proved.Store(key, true)
	}
	return err
}

// shippedProof is the digest of the book that ships, as it was proved when the program was built:
// a start need not prove it again. A test proves it whole, whatever stands here, and refuses
// another digest; a workshop's own texts make another book, which is proved on every start.
//
//go:embed shipped.sum
var shippedProof string

// asShipped says whether a book that was read is the one that was proved.
func (b *Book) asShipped() bool { return b.sum() == strings.TrimSpace(shippedProof) }

func (b *Book) sum() string {
	all := *b
	all.digest, all.pressures = "", tyre.Law{} // which are worked out
	sum := entries.Digest(all)
	return hex.EncodeToString(sum[:])
}
