/**
 * readFigure reads digits with a comma or a point, and either minus. Units and words are no figure:
 * undefined.
 */
export function readFigure(text: string): number | undefined {
  const plain = text.trim().replace(',', '.').replace('−', '-')
  return /^-?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : undefined
}

/** noFigure says what to type instead. */
export const noFigure = (text: string, whole = false) =>
  text.trim() === ''
    ? 'Type a figure here.'
    : `“${text.trim()}” is not read. Type the digits alone, such as ${whole ? '12' : '12.5'}.`
