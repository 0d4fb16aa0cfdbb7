/** Spoken turns a fact's word into how people say it: "disc_hydraulic" → "disc hydraulic". */
export const spoken = (word: string) => word.replaceAll('_', ' ')

const names: Record<string, string> = {
  unknown: 'not read yet',
  other: 'other, in words',
  rim_hydraulic: 'rim, hydraulic',
  roller: 'roller',
  band: 'band',
  fixed: 'fixed',
  drive_left: 'left-hand',
  drive_right: 'right-hand',
  front_left: 'the left hand',
  front_right: 'the right hand',
  disc_hydraulic: 'disc, hydraulic',
  disc_cable: 'disc, cable',
  rim_linear: 'rim, linear-pull arms',
  rim_caliper: 'rim, caliper',
  back_pedal: 'back-pedal',
  step_through: 'step-through',
  long_cargo: 'long, cargo bed',
  mineral: 'mineral oil',
  dot: 'DOT fluid',
  cable: 'cable',
  electronic: 'electronic',
  hub: 'hub gear',
  single: 'single-speed',
  six_bolt: 'six bolts',
  centre: 'centre ring',
  mid_motor: 'mid motor',
  hub_motor: 'hub motor',
  quick_release: 'quick-release',
  through: 'through-axle',
  nuts: 'axle nuts',
  front: 'front',
  full: 'front and rear',
  threadless: 'clamped round the steerer',
  quill: 'quill',
  pinch: 'pinch bolts',
  taper: 'square taper',
  splined: 'splined, one bolt',
  press_fit: 'pressed in',
  one_bolt: 'one bolt',
  two_bolt: 'two bolts',
}

export const factWord = (word: string) => names[word] ?? spoken(word)

/** Figure prints a number the way the bench reads it: no trailing zeros, at most three decimals. */
export const figure = (value: number) => String(Number(value.toFixed(3)))

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
