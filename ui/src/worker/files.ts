/** A file of the interface's build, as its manifest has it. */
interface Built {
  file: string
  css?: string[]
  assets?: string[]
}

/**
 * filesOf lists what the service worker keeps at hand: the page, known by its content, and every
 * file of the build, each named for its content already.
 */
export function filesOf(manifest: Record<string, Built>, page: string) {
  const files = Object.values(manifest).flatMap((b) => [b.file, ...(b.css ?? []), ...(b.assets ?? [])])
  return [
    { url: '/index.html', revision: page },
    ...[...new Set(files)].sort().map((file) => ({ url: `/${file}`, revision: null })),
  ]
}
