package procedure

import (
	"maps"
	"slices"
)

// Always are the joints that work loosens whatever is chosen by hand and whatever is seen on the
// way, by what the bike itself answers: those of the steps that no way to the end goes round.
func (p Procedure) Always(book StateBook) ([]Loosened, error) {
	variants, err := p.variants()
	if err != nil {
		return nil, err
	}
	var all []Loosened
	for _, chosen := range variants {
		joints, told := p.always(book, chosen), p.told(chosen)
		i := slices.IndexFunc(all, func(l Loosened) bool { return maps.Equal(l.Told, told) })
		if i < 0 {
			all = append(all, Loosened{told, joints})
			continue
		}
		all[i].Joints = slices.DeleteFunc(all[i].Joints, func(j string) bool { return !slices.Contains(joints, j) })
	}
	return all, nil
}

// Loosened are the joints that are loosened where the bike answers so: by choice, the option.
type Loosened struct {
	Told   map[string]string
	Joints []string
}

// Comes lists, for each step, the answers of the bike under which it may come.
func (p Procedure) Comes() (map[string][]map[string]string, error) {
	variants, err := p.variants()
	if err != nil {
		return nil, err
	}
	comes := map[string][]map[string]string{}
	for _, chosen := range variants {
		told, reached := p.told(chosen), reach(p.ways(chosen), p.from(0, chosen), -1)
		for place, s := range p.Steps {
			known := slices.ContainsFunc(comes[s.ID], func(t map[string]string) bool { return maps.Equal(t, told) })
			if reached[place] && !known {
				comes[s.ID] = append(comes[s.ID], told)
			}
		}
	}
	return comes, nil
}

// told are the choices that the bike answers.
func (p Procedure) told(chosen map[string]string) map[string]string {
	told := map[string]string{}
	for _, c := range p.Choices {
		if answer := chosen[c.ID]; c.Fact != "" && answer != "" {
			told[c.ID] = answer
		}
	}
	return told
}

// always are the joints that are loosened on every way under a set of choices.
func (p Procedure) always(book StateBook, chosen map[string]string) (joints []string) {
	leads, start := p.ways(chosen), p.from(0, chosen)
	for place, s := range p.Steps {
		if !s.there(chosen) || reach(leads, start, place)[len(p.Steps)] {
			continue
		}
		for _, joint := range s.undoes(book) {
			if !slices.Contains(joints, joint) {
				joints = append(joints, joint)
			}
		}
	}
	return joints
}

// undoes lists the fasteners that a step loosens, by itself and by the states that it opens and does.
func (s Step) undoes(book StateBook) []string {
	joints := slices.Clone(s.Undoes)
	var add func(id string)
	add = func(id string) {
		joints = append(joints, book[id].Undoes...)
		for _, also := range book[id].Brings {
			add(also)
		}
	}
	for _, id := range slices.Concat(s.Opens, s.Does) {
		add(id)
	}
	return joints
}
