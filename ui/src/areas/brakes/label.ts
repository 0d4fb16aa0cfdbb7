/** The browser's own reader of codes, where it has one (Shape Detection API). */
interface CodeReader {
  detect(picture: ImageBitmap): Promise<{ rawValue: string }[]>
}
declare global {
  var BarcodeDetector: (new (options: { formats: string[] }) => CodeReader) | undefined
}

export const canSee = () => typeof globalThis.BarcodeDetector === 'function'

/** bottleOf finds the bottle that a label's text names. */
export const bottleOf = (text: string) => /^utensil:bottle:([0-9a-f-]{36})$/.exec(text.trim())?.[1]

/** seeLabel reads a photographed label; undefined when there is none on it. */
export async function seeLabel(photo: Blob): Promise<string | undefined> {
  if (!globalThis.BarcodeDetector) return undefined
  const reader = new globalThis.BarcodeDetector({ formats: ['qr_code'] })
  const seen = await reader.detect(await createImageBitmap(photo))
  return seen.map((s) => bottleOf(s.rawValue)).find((id) => id !== undefined)
}
