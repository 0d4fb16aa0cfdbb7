package workshop

import (
	"context"
	"fmt"
	"io/fs"
	"log/slog"
	"slices"
	"strings"

	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
	"utensil/knowledge/entries"
)

// OwnFile is a file of the workshop's own knowledge, laid over the one that ships.
type OwnFile struct {
	File    string          `json:"file" db:"file"`
	About   string          `json:"about" db:"-"`
	Text    string          `json:"text" db:"text" maxLength:"400000"`
	Shipped string          `json:"shipped,omitempty" db:"-" doc:"what ships, to start from"`
	Fields  []entries.Field `json:"fields,omitempty" db:"-" readOnly:"true" doc:"what an entry of it says"`
	Version int             `json:"version" db:"version" doc:"0 when there is none yet"`
}

// Shelve says which layers lie between the shipped knowledge and the workshop's own texts.
func (w *Workshop) Shelve(layers ...fs.FS) { w.layers = layers }

// LoadOwn takes the workshop's own texts up. Texts that do not fit any more are left aside,
// so that the workshop can open and put them right.
func (w *Workshop) LoadOwn(ctx context.Context) error {
	own, err := w.store.OwnFiles(ctx)
	if err != nil {
		return err
	}
	book, err := w.bound(own)
	if err != nil {
		slog.WarnContext(ctx, "the workshop's own knowledge is left aside", "err", err)
		return nil
	}
	w.shelf.Store(book)
	return nil
}

// bound is the book with texts laid over it.
func (w *Workshop) bound(own []OwnFile) (*knowledge.Book, error) {
	texts := knowledge.Texts{}
	for _, f := range own {
		if strings.TrimSpace(f.Text) != "" {
			texts[f.File] = f.Text
		}
	}
	return knowledge.Layered(append(slices.Clone(w.layers), texts)...)
}

// OwnFiles lists the files that may be laid over, with what the workshop has written.
func (w *Workshop) OwnFiles(ctx context.Context, by record.Actor) ([]OwnFile, error) {
	if err := by.Must(record.Keeper); err != nil {
		return nil, err
	}
	own, err := w.store.OwnFiles(ctx)
	if err != nil {
		return nil, err
	}
	var out []OwnFile
	for _, f := range knowledge.Files() {
		file := OwnFile{File: f.Name}
		if i := slices.IndexFunc(own, func(o OwnFile) bool { return o.File == f.Name }); i >= 0 {
			file = own[i]
		}
		file.About, file.Shipped, file.Fields = f.About, knowledge.Text(f.Name), f.Fields
		out = append(out, file)
	}
	return out, nil
}

// SaveOwn changes one of the workshop's own files once all of it fits together. Its problem
// names file and line.
func (w *Workshop) SaveOwn(ctx context.Context, by record.Actor, in OwnFile) ([]OwnFile, error) {
	if err := by.Must(record.Keeper); err != nil {
		return nil, err
	}
	if !slices.ContainsFunc(knowledge.Files(), func(f knowledge.File) bool { return f.Name == in.File }) {
		return nil, record.Refuse("file", "There is no such file to lay over.")
	}
	own, err := w.store.OwnFiles(ctx)
	if err != nil {
		return nil, err
	}
	own = append(slices.DeleteFunc(own, func(f OwnFile) bool { return f.File == in.File }), in)
	book, err := w.bound(own)
	if err != nil {
		return nil, &record.Problem{Kind: record.Invalid, Title: "That does not fit", Field: "text",
			Detail: words.Short(fmt.Sprint(err), 2000)}
	}
	if err := w.orphans(ctx, book); err != nil {
		return nil, err
	}
	if err := w.store.SaveOwnFile(ctx, in); err != nil {
		return nil, err
	}
	w.shelf.Store(book)
	return w.OwnFiles(ctx, by)
}

// orphans refuses a book that takes away what entries rest on, with how many do.
func (w *Workshop) orphans(ctx context.Context, book *knowledge.Book) error {
	gone := map[string][]string{}
	for kind, ids := range w.Book().IDs() {
		for _, id := range ids {
			if !book.Resolves(kind, id) {
				gone[kind] = append(gone[kind], id)
			}
		}
	}
	if len(gone) == 0 {
		return nil
	}
	used, err := w.store.EntriesOf(ctx, gone)
	if err != nil || len(used) == 0 {
		return err
	}
	var said []string
	for _, u := range used {
		said = append(said, fmt.Sprintf("%s %q (%d)", u.Kind, u.ID, u.Count))
	}
	return &record.Problem{Kind: record.Invalid, Title: "Entries rest on that", Field: "text",
		Detail: "What was written down would vanish with it: " + strings.Join(said,
			", ") + ". Keep it, or say in renamed.yaml first what " +
			"it is called now, or that it was given up and why."}
}
