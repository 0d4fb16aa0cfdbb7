import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'

import { Validator } from '@seriousme/openapi-schema-validator'
import { expect, it } from 'vitest'

it('is a description that others can read (OpenAPI 3.1, by its published schema)', async () => {
  const text = await readFile(fileURLToPath(new URL('openapi.json', import.meta.url)), 'utf8')
  expect(await new Validator().validate(text)).toEqual({ valid: true })
}, 60_000) // the schema is compiled first, which takes its time on a busy machine
