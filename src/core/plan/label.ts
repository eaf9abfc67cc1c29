export const LABEL_LENGTH = 120

/** A label that holds a long name is cut, never refused: nobody typed it. */
export function cutLabel(label: string): string {
  const whole = label.trim() || 'Edit'
  const letters = [...whole]
  return letters.length <= LABEL_LENGTH ? whole : `${letters.slice(0, LABEL_LENGTH - 1).join('')}…`
}
