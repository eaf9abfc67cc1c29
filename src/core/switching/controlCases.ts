/** What a switched load does when control is lost, case by case. */

export const CONTROL_CASES = ['power-cut', 'controller-off', 'controller-starting', 'wire-broken'] as const
export type ControlCase = (typeof CONTROL_CASES)[number]

/** How one switching element in the way to a load is controlled. */
export interface SwitchingElement {
  readonly kind: 'contact' | 'relay-output' | 'transistor' | 'board-output'
  /** Where a contact stands without its coil. */
  readonly rest: 'open' | 'closed'
  /** Works when its input is pulled low. */
  readonly isActiveLow: boolean
  /** Keeps its input off while nothing drives it. */
  readonly hasPullDown: boolean
}

export type Verdict = 'off' | 'on' | 'unknown'

function conducts(element: SwitchingElement, situation: ControlCase): 'open' | 'closed' | 'unknown' {
  const atRest = element.rest
  switch (element.kind) {
    case 'board-output':
    case 'relay-output':
      // Its input wants current to switch on; nothing gives any.
      return 'open'
    case 'transistor':
      // A floating gate keeps whatever charge it has.
      return element.hasPullDown ? 'open' : 'unknown'
    case 'contact':
      if (!element.isActiveLow || situation === 'wire-broken') return atRest
      // A dead controller may hold the input low, and a starting one lets it float.
      return 'unknown'
  }
}

/** Whether a load behind these elements runs in a case. A cut of all power stops everything. */
export function loadIn(situation: ControlCase, elements: readonly SwitchingElement[]): Verdict {
  if (situation === 'power-cut') return 'off'
  const states = elements.map((element) => conducts(element, situation))
  if (states.includes('open')) return 'off'
  return states.includes('unknown') ? 'unknown' : 'on'
}
