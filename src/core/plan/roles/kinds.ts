/** What a function of the machine does. */
export const ROLE_KINDS = ['axis', 'heat', 'air', 'light', 'flow', 'tool', 'sense', 'stop', 'start', 'other'] as const
export type RoleKind = (typeof ROLE_KINDS)[number]

/** In the words of the screens. */
export const ROLE_KIND_WORDS: Readonly<Record<RoleKind, string>> = {
  axis: 'moves',
  heat: 'heats',
  air: 'blows',
  light: 'lights',
  flow: 'lets flow',
  tool: 'cuts, drills',
  sense: 'reads',
  stop: 'stops',
  start: 'starts',
  other: 'something else',
}

/** From where it is known that something serves a role, the surest first. Never from a wire: that would copy the mistake. */
export const EVIDENCE = ['said', 'pin-list', 'name'] as const
export type Evidence = (typeof EVIDENCE)[number]
