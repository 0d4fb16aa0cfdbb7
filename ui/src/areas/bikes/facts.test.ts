import { expect, it } from 'vitest'

import type { Facts } from '@/api/client'

import { asKind, changed } from './facts'

const facts = {
  front_brake: 'disc_hydraulic',
  front_fluid: 'dot',
  rear_brake: 'drum',
  rear_fluid: 'none',
  rotor_mount: 'six_bolt',
  third_brake: 'none',
  drive: 'chain',
  gears: 'cable',
  speeds: 9,
} as Facts

it('keeps the facts that hang on a changed one possible', () => {
  expect(changed(facts, 'front_brake', 'rim_linear')).toMatchObject({
    front_fluid: 'none',
    rotor_mount: 'none',
  })
  expect(changed(facts, 'rear_brake', 'disc_hydraulic')).toMatchObject({
    rear_fluid: 'unknown',
    front_fluid: 'dot',
    rotor_mount: 'six_bolt',
  })
  expect(changed(facts, 'front_brake', 'rim_hydraulic').front_fluid, 'of another brake').toBe('unknown')
  expect(changed(facts, 'gears', 'single').speeds).toBe(1)
  expect(changed(facts, 'drive', 'belt').gears).toBe('hub')
  expect(changed({ ...facts, drive: 'belt', gears: 'hub' }, 'gears', 'cable').drive).toBe('chain')
  expect(facts.front_fluid).toBe('dot')
})

it('forgets no word that was read when another kind is chosen', () => {
  const kind = { ...facts, front_fluid: 'unknown', bar: 'drop', steerer: 'unknown' } as Facts
  const read = { ...facts, steerer: 'steel', bar: 'flat' } as Facts
  expect(asKind(read, kind)).toMatchObject({ bar: 'drop', steerer: 'steel', front_fluid: 'dot' })
  const other = { ...kind, front_brake: 'rim_hydraulic' } as Facts
  expect(asKind(read, other).front_fluid, 'of another brake').toBe('unknown')
  expect(asKind(read, { ...kind, front_fluid: 'none' } as Facts).front_fluid).toBe('none')
})
