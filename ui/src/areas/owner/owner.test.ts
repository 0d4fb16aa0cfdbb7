// @vitest-environment happy-dom
import { VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { client, type Schemas } from '@/api/client'

import OwnerPage from './OwnerPage.vue'

const total = { net_minor: 8850, tax_minor: 0, gross_minor: 8850 }
const item = (id: string, more: Partial<Schemas['OwnerItem']> = {}): Schemas['OwnerItem'] => ({
  id,
  title: `Work ${id}`,
  why: 'Front pads: 0.9 mm',
  parts: ['Disc pads, pair'],
  total_minor: 3050,
  needed: true,
  unsafe: false,
  on_the_way: false,
  ...more,
})
const page = (more: Partial<Schemas['OwnerView']> = {}): Schemas['OwnerView'] => ({
  shop: 'The Net Loft',
  address: 'Ferry Landing',
  bike: 'Pelham Drover, green',
  owner: 'Ansel Whitlow',
  words: 'It howls.',
  currency: 'GBP',
  findings: [
    {
      title: 'Front pads: 0.9 mm',
      mark: 'due',
      reason: 'At or under 1 mm.',
      comes: 'It will be put right.',
      photos: [],
    },
  ],
  items: [item('a'), item('b', { unsafe: true })],
  all: total,
  agreed: { net_minor: 0, tax_minor: 0, gross_minor: 0 },
  tax_included: true,
  expires_at: '2026-12-01T10:00:00Z',
  gone: false,
  warning: 'This bike is not safe to ride as it is.',
  shared: [],
  ...more,
})

/** The requests that were sent but for sums, and the server's answers in turn. Sums are one price each. */
let sent: unknown[]
function serve(...answers: [number, unknown][]) {
  sent = []
  const answer = (...request: unknown[]) => {
    if (request[0] === '/api/owner/{token}/sum')
      return Promise.resolve({
        data: { net_minor: 0, tax_minor: 0, gross_minor: 2450 },
        response: new Response(),
      })
    sent.push(request)
    const [status, said] = answers[Math.min(sent.length, answers.length) - 1] ?? [500, {}]
    const response = new Response(null, { status })
    return Promise.resolve(response.ok ? { data: said, response } : { error: said, response })
  }
  vi.spyOn(client, 'GET').mockImplementation(answer as never)
  vi.spyOn(client, 'POST').mockImplementation(answer as never)
}
async function open() {
  const view = mount(OwnerPage, { props: { token: 't0ken' }, global: { plugins: [VueQueryPlugin] } })
  await flushPromises()
  await vi.waitFor(() => expect(view.text()).not.toBe(''))
  await flushPromises()
  return view
}
type View = Awaited<ReturnType<typeof open>>
const press = (view: View, name: string, n = 0) =>
  view
    .findAll('button')
    .filter((b) => b.text().includes(name))
    [n]?.trigger('click')
const send = (view: View) => view.get('button[type="submit"]')

describe('the owner’s page', () => {
  beforeEach(() => vi.restoreAllMocks())

  it('asks for every item, and for words where a no is unsafe', async () => {
    serve([200, page()], [200, page({ answered_at: '2026-11-23T10:00:00Z' })])
    const view = await open()
    expect(view.text()).toContain('Your Pelham Drover, green')
    expect(send(view).text()).toBe('2 still to answer')
    await press(view, 'Yes, do it')
    await vi.waitFor(() => expect(view.text(), 'the workshop’s sum, not one added here').toContain('£24.50'))
    await press(view, 'No', 1)
    expect(view.text()).toContain('This bike is not safe to ride as it is.')
    expect(send(view).attributes('disabled')).toBeDefined()
    await view.get('fieldset input').setValue('I push it.')
    expect(send(view).text()).toBe('Send my answers')
    await view.get('form').trigger('submit')
    await flushPromises()
    await vi.waitFor(() => expect(sent).toHaveLength(2))
    expect(sent[1]).toEqual([
      '/api/owner/{token}/answers',
      {
        params: { path: { token: 't0ken' } },
        body: {
          from: '',
          items: [
            { id: 'a', yes: true },
            { id: 'b', yes: false, words: 'I push it.' },
          ],
        },
      },
    ])
    await vi.waitFor(() => expect(view.text()).toContain('Thank you, Ansel Whitlow.'))
  })

  it('keeps what was said when the answer is refused, and says why', async () => {
    serve(
      [200, page({ items: [item('a')] })],
      [409, { title: 'This was answered already', detail: 'Load the page again.' }],
    )
    const view = await open()
    await press(view, 'Yes, do it')
    await view.get('form').trigger('submit')
    await vi.waitFor(() => expect(view.find('[role="alert"]').exists()).toBe(true))
    expect(view.get('[role="alert"]').text()).toContain('Load the page again.')
    expect(view.get('[aria-pressed="true"]').text()).toBe('Yes, do it')
  })

  it('asks nothing of a bike that went home', async () => {
    serve([200, page({ gone: true })])
    const view = await open()
    expect(view.text()).toContain('This bike was handed over.')
    expect(view.findAll('button[aria-pressed]')).toHaveLength(0)
    expect(view.find('textarea').exists()).toBe(false)
  })

  it('tells an owner with an old link what to do', async () => {
    serve([404, { title: 'This link does not work any more', detail: 'Ring the workshop.' }])
    const view = await open()
    await vi.waitFor(() => expect(view.find('[role="alert"]').exists()).toBe(true))
    expect(view.get('[role="alert"]').text()).toContain('Ring the workshop.')
  })
})
