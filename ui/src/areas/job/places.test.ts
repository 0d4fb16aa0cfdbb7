// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'

import api from '@/api/openapi.json'
import { router } from '@/router'

// Where an obstacle is settled and where something goes on are places that the server names: each
// has its screen.
describe('a place within a job', () => {
  const { place, stage } = api.components.schemas.Obstacle.properties
  it.each([...place.enum, ...stage.enum])('%s has a screen', (name) => {
    const to = router.resolve({ name: `job-${name}`, params: { id: '0192e5f5-6e40-7853-b005-43c90f20e60d' } })
    expect(to.matched.length, 'within the open job').toBe(2)
  })
})
