/** What an outlet is taken to deliver into a short where nobody measured it; common practice for final circuits. */
export const ASSUMED_PROSPECTIVE_A = 1000
