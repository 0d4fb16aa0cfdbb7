package record_test

import (
	"fmt"

	"utensil/internal/workshop/record"
)

// Felt is what somebody felt in a part.
type Felt struct {
	Part string `json:"part"`
	Word string `json:"word"`
}

// A subject declares its kinds of entry; a ledger tells which of them stand. Nothing is changed:
// a correction supersedes.
func ExampleNewKind() {
	felt := record.NewKind(record.Kind[Felt]{Name: "example_felt", By: record.ByMechanic})
	first := record.Entry{ID: record.NewID(), Kind: felt.Name, Content: felt.Says(Felt{"headset", "smooth"})}
	slip := record.Entry{ID: record.NewID(), Kind: felt.Name,
		Content: felt.Says(Felt{"headset", "notchy"}), Supersedes: &first.ID}

	ledger := record.NewLedger([]record.Entry{first, slip})
	_, stands := felt.Newest(ledger)
	fmt.Println(felt.Count(ledger), stands.Word)
	_, wrote := felt.Wrote(ledger, first.ID)
	fmt.Println("as it was written:", wrote.Word)
	// Output:
	// 1 notchy
	// as it was written: smooth
}
