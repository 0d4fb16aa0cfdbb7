import { useSession } from '@/api/session'

const form = (currency: string) => new Intl.NumberFormat('en-GB', { style: 'currency', currency })
const decimalsOf = (currency: string) => form(currency).resolvedOptions().maximumFractionDigits ?? 2

/** inCurrency prints an amount kept in a currency's minor unit. */
export const inCurrency = (minor: number, currency: string) =>
  form(currency).format(minor / 10 ** decimalsOf(currency))

/** useMoney prints and reads amounts in the shop's currency, kept in its minor unit. */
export function useMoney() {
  const { settings } = useSession()
  const currency = () => settings.value?.currency ?? 'GBP'
  const decimals = () => decimalsOf(currency())
  return {
    money: (minor: number) => inCurrency(minor, currency()),
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
