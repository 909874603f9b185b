import { saying, sayPlaces } from './saying'

/** An amount of money, with the currency that was set. */
export function sayMoney(amount: number): string {
  return [saying.value.currency, sayPlaces(amount, 2)].filter(Boolean).join(' ')
}
