import { preferences } from './preferences'

/** An amount of money, with the currency that was set. */
export function sayMoney(amount: number): string {
  return [preferences.value.currency, amount.toFixed(2)].filter(Boolean).join(' ')
}
