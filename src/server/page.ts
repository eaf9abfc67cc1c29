import { isDataTrouble } from './dataTrouble'

export type Shown<T> =
  { readonly kind: 'page'; readonly value: T } | { readonly kind: 'trouble'; readonly message: string }

/** What a page shows: its content, or what is wrong with the data file and what can be done. */
export async function shown<T>(work: () => Promise<T>): Promise<Shown<T>> {
  try {
    return { kind: 'page', value: await work() }
  } catch (error) {
    if (isDataTrouble(error)) return { kind: 'trouble', message: error.message }
    throw error
  }
}
