import { chromium } from '@playwright/test'
const [,, ...args] = process.argv
const base = process.env.BASE ?? 'http://127.0.0.1:8300'
const size = (process.env.SIZE ?? '1280x800').split('x').map(Number)
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'] })
const page = await b.newPage({ viewport: { width: size[0], height: size[1] } })
page.on('pageerror', e => console.log('PAGEERROR', e.message))
page.on('console', m => m.type()==='error' && console.log('CONSOLE', m.text().slice(0,300)))
const staff = await (await page.request.get(base + '/api/session')).json()
const who = staff.names.find(s => s.role === (process.env.ROLE ?? 'keeper'))
await page.request.post(base + '/api/session', { data: { staff: who.id, secret: { keeper: '4826', mechanic: '7391', counter: '2650' }[process.env.ROLE ?? 'keeper'] } })
globalThis.page = page; globalThis.base = base
const today = await (await page.request.get(base + '/api/today')).json()
globalThis.jobOf = (t) => today.jobs.find(j => j.title.includes(t))?.id
const mod = await import(args[0])
await mod.default(page, base, jobOf)
await b.close()
