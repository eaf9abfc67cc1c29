/** The verdict of this release; what each asks is told in `verdicts.ts`, which a window needs later. */
export const VERDICT_VERSION = 5
