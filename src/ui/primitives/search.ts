/** Signs that look alike on a keyboard and a label: minus, hyphens and dashes. */
const DASHES = /[\u2010-\u2015\u2212\ufe63\uff0d]/g

/** Words as they are compared in a search: whatever their case, and whichever dash somebody typed. */
export function forSearch(text: string): string {
  return text.toLowerCase().replace(DASHES, '-')
}

/** Whether a text holds all words of what was typed. */
export function holdsWords(text: string, query: string): boolean {
  const own = forSearch(text)
  return forSearch(query)
    .split(/\s+/)
    .every((word) => own.includes(word))
}
