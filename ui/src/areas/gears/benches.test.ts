import { describe, expect, it } from 'vitest'

import { sameAnswers } from './benches'

describe('what was asked and what is asked now', () => {
  it.each([
    [
      'in another order',
      { hub: { mark: 'right', returns: 'other' } },
      { hub: { returns: 'other', mark: 'right' } },
      true,
    ],
    ['with something left empty', { front: { height: '2', over: '' } }, { front: { height: '2' } }, true],
    ['with another figure', { front: { height: '2' } }, { front: { height: '3' } }, false],
    ['in a list', { path: { bends: [{ degrees: '90' }] } }, { path: { bends: [{ degrees: '80' }] } }, false],
    [
      'a bend more',
      { path: { bends: [{ degrees: '90' }] } },
      { path: { bends: [{ degrees: '90' }, { degrees: '4' }] } },
      false,
    ],
    ['before anything was written', undefined, { front: { height: '3' } }, false],
  ])('says the same %s: %#', (_, a, b, same) => expect(sameAnswers(a, b)).toBe(same))
})
