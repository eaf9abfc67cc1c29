import type { Raw } from './raw'

/** What format 3 can say besides is unsaid in older plans: each of its fields starts at what was taken for granted before. */
export const toFormat3 = (document: Raw): Raw => document
