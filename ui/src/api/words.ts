import { computed } from 'vue'

import type { Facts, Mark, Schemas } from './client'
import { useBook } from './job'

type Book = Schemas['Book']
type Named = Schemas['Named']

/** plain says a word of the records as it is written: "disc_hydraulic" is "disc hydraulic". */
const plain = (word: string) => word.replaceAll('_', ' ')

/**
 * useWords says the words of the records the way people do: as the server declares them, and plain
 * until it has.
 */
export function useWords() {
  const { data: book } = useBook()
  const find = (list: Named[] | undefined, word: string) => list?.find((n) => n.word === word)
  const name = (of: keyof Book['words'], word: string) =>
    find(book.value?.words[of], word)?.name ?? plain(word)
  const words = computed(
    () => new Map(book.value?.facts.flatMap((f) => f.words.map((w) => [w.word, w.name]))),
  )
  return {
    /** of a fact: what a brake is, what its line holds */
    fact: (word: string) => words.value.get(word) ?? plain(word),
    /** what a fact is called */
    label: (fact: string) => book.value?.facts.find((f) => f.fact === fact)?.label ?? plain(fact),
    stage: (stage: string) => name('stages', stage),
    status: (status: string) => name('findings', status),
    bleed: (school: string) => name('bleeds', school),
    found: (found: string) => name('found', found),
    verdict: (state: string) => name('verdicts', state),
    markOf: (state: string): Mark => find(book.value?.words.verdicts, state)?.mark ?? 'open',
    about: (of: keyof Book['words'], word: string) => find(book.value?.words[of], word)?.about ?? '',
    list: (of: keyof Book['words']) => book.value?.words[of] ?? [],
  }
}

/** A fact of a bike that takes one of a few words. */
export type Choice = Omit<Schemas['Fact'], 'fact'> & { fact: keyof Facts }

/** useFacts are the facts of a bike: those that anybody sees, and those that are read on it. */
export function useFacts() {
  const { data: book } = useBook()
  const all = computed(() => (book.value?.facts ?? []) as Choice[])
  return {
    choices: computed(() => all.value.filter((f) => !f.where)),
    /** To choose a word of these is to say that one has read it. */
    reads: computed(() =>
      all.value
        .filter((f) => f.where)
        .map((f) => ({ ...f, words: f.words.filter((w) => w.word !== 'none') })),
    ),
    carried: computed(() => book.value?.carried ?? []),
  }
}
