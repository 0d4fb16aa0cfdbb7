import { expect, it } from 'vitest'

import { markOn, type Scale, strip } from './scale'

const scale: Scale = {
  unit: 'mm',
  ruling: { min: 0, max: 10, step: 1, major: 5 },
  zones: [
    { from: 0, to: 1, mark: 'due' },
    { from: 3, to: 10, mark: 'unsafe' },
  ],
  target: { from: 1, to: 3 },
}

it.each([
  [undefined, undefined],
  [-2, 'due'],
  [0, 'due'],
  [0.9, 'due'],
  [1, 'sound'],
  [3, 'sound'],
  [3.1, 'unsafe'],
  [40, 'unsafe'],
])('marks %s as the server has it: %s', (v, mark) => expect(markOn(scale, v)).toBe(mark))

it('lays a scale on the strip', () => {
  expect(strip(scale).target).toEqual([1, 3])
  expect(strip({ ...scale, target: undefined }).target).toBeUndefined()
})
