/** What a terminal can be, to choose from. */
export const choices = (values: readonly string[]) =>
  values.map((value) => ({ value, label: value.length > 2 ? value.replaceAll('-', ' ') : value }))
export const NEEDS = [
  { value: 'required', label: 'must be joined' },
  { value: 'optional', label: 'may stay open' },
  { value: 'later', label: 'for later' },
]
export const DIRECTIONS = [
  { value: '', label: 'either' },
  { value: 'in', label: 'in' },
  { value: 'out', label: 'out' },
  { value: 'both', label: 'both' },
]
