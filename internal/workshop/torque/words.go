package torque

import (
	"utensil/core/fastener"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// Verdicts are how a torque can stand against its rule, what that is called, and its mark.
var Verdicts = []record.Named{
	{Word: string(fastener.Under), Name: "Too loose", Mark: wear.Due},
	{Word: string(fastener.InRange), Name: "In range", Mark: wear.Sound},
	{Word: string(fastener.WithinError), Name: "In range, within the wrench’s error", Mark: wear.Watch},
	{Word: string(fastener.Over), Name: "Too tight", Mark: wear.Unsafe},
}

// FoundStates are how a fastener can be found, and what that is called.
var FoundStates = []record.Named{
	{Word: FoundFigure, Name: "measured"},
	{Word: FoundLoose, Name: "loose"},
	{Word: FoundOverTight, Name: "over-tight"},
	{Word: FoundStuck, Name: "stuck"},
	{Word: FoundDamaged, Name: "damaged"},
	{Word: FoundNotChecked, Name: "not checked"},
}
