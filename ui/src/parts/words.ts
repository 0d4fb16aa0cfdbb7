/** Figure prints a number the way the bench reads it: no trailing zeros, at most three decimals. */
export const figure = (value: number) => String(Number(value.toFixed(3))).replace('-', '−')

/** Percent prints a chance from 0 to 1; neither end is claimed that was not reached. */
export function percent(chance: number): string {
  if (chance > 0 && chance < 0.005) return '< 1 %'
  if (chance < 1 && chance > 0.995) return '> 99 %'
  return `${Math.round(chance * 100)} %`
}

/** Typed reads what is being typed, for drawing only; the server decides what it means. */
export function typedNumber(text: string): number | undefined {
  const value = Number.parseFloat(text.replace(',', '.'))
  return Number.isFinite(value) ? value : undefined
}

/** Pairs are the words of a list and what they are called, as choices. */
export const pairs = <T extends string>(names: Readonly<Partial<Record<T, string>>>) =>
  Object.entries(names) as [T, string][]
