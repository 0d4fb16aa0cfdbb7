package brakes

import (
	"utensil/core/brake"
	"utensil/internal/workshop/record"
)

// Schools are the ways to bleed.
var Schools = []record.Named{
	{Word: string(brake.LeverEnd), Name: "From the lever"},
	{Word: string(brake.Push), Name: "Push from the caliper"},
	{Word: string(brake.TwoSyringe), Name: "Two syringes"},
	{Word: string(brake.ColourChange), Name: "Colour change"},
}
