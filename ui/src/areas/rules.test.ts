import { expect, it } from 'vitest'

// The server judges: no screen decides by a number of its own what is sound, due or unsafe.
const sources = import.meta.glob<string>(['./**/*.{ts,vue}', '!./**/*.test.ts'], {
  query: '?raw',
  import: 'default',
  eager: true,
})

/** Numbers beside marks that are no rule of the trade, each with the reason. */
const allowed: Record<string, string> = {
  './air/strip.ts': 'a zone begins at nought and ends with the rule; its limits are the server’s',
}

const mark = /'(sound|watch|due|unsafe)'/
const compared = /(?:[<>]=?|===?|!==?)\s*-?\d|(?:from|to|min|max|limit|least|most):\s*-?\d|[*/]\s*0?\.\d/
/** What is drawn, counted or said in words is no judgement. */
const drawn = (line: string) =>
  line
    .replace(/:?(size|class|tabindex|key|x|y|r|width|height)="[^"]*"/g, '')
    .replace(/\.(length|size|count|times)\s*[<>=!]+\s*\d+/g, '')

it.each(Object.entries(sources))('%s decides nothing by a number of its own', (path, text) => {
  const lines = text.split('\n').map(drawn)
  const found = lines.filter((line, i) => compared.test(line) && mark.test(lines.slice(i, i + 2).join(' ')))
  if (allowed[path]) expect(found, 'no exception is needed any more').not.toEqual([])
  else expect(found).toEqual([])
})

// Choices, ticks and folds are the pieces in parts: one look, 44 px, digits, and nothing typed is lost.
const bare = /<(?:select|details|summary)\b|type="checkbox"/
it.each(Object.keys(sources).filter((path) => path.endsWith('.vue')))(
  '%s chooses by our own pieces',
  (path) => {
    expect(sources[path]).not.toMatch(bare)
  },
)
