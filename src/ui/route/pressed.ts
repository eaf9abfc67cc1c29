import type { KeyboardEvent } from 'react'

/** Enter or the space bar on what is drawn does what a click does. */
export const pressed = (act: () => void) => (event: KeyboardEvent) => {
  if (event.key !== 'Enter' && event.key !== ' ') return
  event.preventDefault()
  act()
}
