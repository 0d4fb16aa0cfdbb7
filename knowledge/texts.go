package knowledge

import "utensil/knowledge/entries"

// Texts is a layer of knowledge held in memory, by file name.
type Texts = entries.Texts
