// Prints what the first screen loads, gzipped: its scripts and styles, fonts apart.
import { readFileSync, readdirSync } from 'node:fs'
import { gzipSync } from 'node:zlib'

const root = new URL('../internal/httpapi/interface/', import.meta.url)
const assets = readdirSync(new URL('assets/', root))
const size = (name) => gzipSync(readFileSync(new URL(`assets/${name}`, root)), { level: 9 }).length

// The first screen is Today: the entry, its styles, and every module it imports in turn.
const wanted = new Set()
const follow = (name) => {
  if (wanted.has(name)) return
  wanted.add(name)
  if (!name.endsWith('.js')) return
  const text = readFileSync(new URL(`assets/${name}`, root), 'utf8')
  const statics = [...text.matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g)].map((m) => m[1])
  statics.forEach(follow)
}
const page = readFileSync(new URL('index.html', root), 'utf8')
;[...page.matchAll(/assets\/([^"]+\.(?:js|css))/g)].forEach((m) => follow(m[1]))
assets.filter((name) => /^TodayPage-.*\.js$/.test(name)).forEach(follow)
const first = [...wanted].reduce((sum, name) => sum + size(name), 0)
const all = assets.filter((n) => /\.(js|css)$/.test(n)).reduce((sum, n) => sum + size(n), 0)
console.log(
  `first screen: ${first} bytes of scripts and styles, gzipped (aim: at most 200000); all areas together ${all}`,
)
