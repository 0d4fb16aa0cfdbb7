import { useSession } from '@/api/session'

/** useMoney prints and reads amounts in the shop's currency, kept in its minor unit. */
export function useMoney() {
  const { settings } = useSession()
  const format = () =>
    new Intl.NumberFormat('en-GB', { style: 'currency', currency: settings.value?.currency ?? 'GBP' })
  const decimals = () => format().resolvedOptions().maximumFractionDigits ?? 2
  return {
    money: (minor: number) => format().format(minor / 10 ** decimals()),
    /** Major is the amount as it is typed: "14.50". */
    major: (minor: number) => (minor / 10 ** decimals()).toFixed(decimals()),
    /** Minor reads a typed amount, to the nearest minor unit; undefined when it is none. */
    minor(text: string): number | undefined {
      const plain = text.trim().replace(',', '.')
      if (!/^\d+(\.\d*)?$/.test(plain)) return undefined
      return Math.round(Number(plain) * 10 ** decimals())
    },
  }
}
