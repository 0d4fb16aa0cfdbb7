import { useSession } from '@/api/session'

/**
 * wallClock is what a clock on the wall of that zone shows, as a field for date and time has it:
 * 2026-03-02T09:30.
 */
export const wallClock = (at: Date, zone?: string) =>
  new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' })
    .format(at)
    .replace(' ', 'T')

/**
 * atWallClock is when such a clock shows the time, or undefined when the text is none. Of an
 * hour that the clock shows twice it is one, of one that it leaves out the hour next to it.
 */
export function atWallClock(text: string, zone?: string): Date | undefined {
  const meant = Date.parse(`${text}Z`)
  if (Number.isNaN(meant)) return undefined
  let at = meant
  // The zone's distance there, and once more where it changes in between.
  for (let i = 0; i < 2; i++) at += meant - Date.parse(`${wallClock(new Date(at), zone)}Z`)
  return new Date(at)
}

/** daysAfter is the day so many days after another, 2026-03-02. */
export function daysAfter(day: string, days: number): string {
  const at = new Date(`${day}T12:00:00Z`)
  at.setUTCDate(at.getUTCDate() + days)
  return at.toISOString().slice(0, 10)
}

/** useTimes prints and reads times in the shop's zone. */
export function useTimes() {
  const { settings } = useSession()
  const format = (at: string | undefined, options: Intl.DateTimeFormatOptions) =>
    at
      ? new Intl.DateTimeFormat('en-GB', { ...options, timeZone: settings.value?.time_zone }).format(
          new Date(at),
        )
      : ''
  const clock = (at?: string) => format(at, { hour: '2-digit', minute: '2-digit' })
  const dayAndClock = (at?: string) => format(at, { weekday: 'short', hour: '2-digit', minute: '2-digit' })
  const date = (at?: string) => format(at, { day: 'numeric', month: 'short', year: 'numeric' })
  return {
    /** what a field for date and time shows of it, and what it says when it was typed */
    wallClock: (at?: string) => (at ? wallClock(new Date(at), settings.value?.time_zone) : ''),
    atWallClock: (text: string) => atWallClock(text, settings.value?.time_zone)?.toISOString(),
    clock,
    dayAndClock,
    date,
    /** today's date as the records have it, 2026-03-02 */
    today: () => new Intl.DateTimeFormat('en-CA', { timeZone: settings.value?.time_zone }).format(new Date()),
    /** today without its day, any other day with it */
    soon: (at: string) => (date(at) === date(new Date().toISOString()) ? clock(at) : dayAndClock(at)),
    day: (at?: string) => format(at, { weekday: 'long', day: 'numeric', month: 'long' }),
    month: (at?: string) => format(at, { month: 'short', year: '2-digit' }),
  }
}
