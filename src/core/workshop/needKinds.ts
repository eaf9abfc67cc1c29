/** What a workshop keeps and a plan needs. */
export const NEED_KINDS = {
  wire: 'Wire by the metre',
  cable: 'Cable by the metre',
  lead: 'Ready-made leads',
  end: 'Ferrules, terminals, contacts',
  fuse: 'Fuses',
  part: 'Parts',
  opening: 'Glands, grommets, blanks',
  length: 'Duct, rail, conduit by length',
  sleeve: 'Sleeve, wrap, heat-shrink',
  hold: 'Ties, clips, clamps',
  screw: 'Screws',
  label: 'Labels',
} as const
export type NeedKind = keyof typeof NEED_KINDS

/** Kinds that are cut from a length. */
export const BY_LENGTH: ReadonlySet<NeedKind> = new Set(['wire', 'cable', 'length', 'sleeve'])

/** Two names are one thing whatever their capitals and gaps. */
export const needKey = (of: NeedKind, what: string) => `${of}|${what.trim().toLowerCase().replace(/\s+/g, ' ')}`
