import { useSession } from '@/api/session'

/** useTimes prints times in the shop's zone. */
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
