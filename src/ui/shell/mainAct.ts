/** Marks, in the page, what a stage is for: the reading to be entered, the signature, the end that was tugged. */
const MARKED = '[data-act]:not(:disabled)'
const MAIN = '[data-look=main]:not(:disabled)'

const isSeen = (element: HTMLElement) => element.getClientRects().length > 0

/**
 * Puts the focus on what the stage that is shown is for, wherever the focus stood: the first thing that is marked so, else its
 * main button. It is not pressed: a signature is a person's, and takes a key of its own.
 */
export function goToMainAct(): void {
  const stage = document.getElementById('stage')
  const first = (selector: string) => [...(stage?.querySelectorAll<HTMLElement>(selector) ?? [])].find(isSeen)
  const found = first(MARKED) ?? first(MAIN)
  found?.focus()
  found?.scrollIntoView({ block: 'nearest' })
}
