/**
 * Ratings are for nominal volts, and supplies stand a little above them: a load of half an ampere takes 0.507 A at 24.3 V of
 * an output for half an ampere. So much beyond a rating is no finding; common practice.
 */
export const RATING_SLACK = 1.05

/** A logic pin stands so much above its level where its part states no most; common practice. */
export const PIN_SLACK = 1.15
