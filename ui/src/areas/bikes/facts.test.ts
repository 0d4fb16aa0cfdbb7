import { expect, it } from 'vitest'

import type { Facts } from '@/api/client'

import { changed } from './facts'

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
