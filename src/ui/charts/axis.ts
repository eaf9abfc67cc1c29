/** How the numbers along an axis look, in every chart. */
export const TICK = { fontSize: 12, fill: 'var(--mute)' } as const
