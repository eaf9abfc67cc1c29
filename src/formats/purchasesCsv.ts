import type { Purchase } from '@/core/workshop'
import { csvText } from './csv'

/** What is to buy, a line a thing; lengths in millimetres. */
export function purchasesCsv(purchases: readonly Purchase[]): string {
  return csvText([
    [
      'kind',
      'what',
      'unit',
      'needs',
      'spare',
      'has',
      'packs',
      'pack',
      'buys',
      'price',
      'cost',
      'supplier',
      'why_spare',
    ],
    ...purchases.map((each) => [
      each.kind,
      each.what,
      each.unit,
      each.needs,
      each.spare,
      each.has,
      each.packs,
      each.pack,
      each.buys,
      each.price ?? '',
      each.cost ?? '',
      each.supplier ?? '',
      each.why,
    ]),
  ])
}
