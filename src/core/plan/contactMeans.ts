/** What a contact that a program reads tells. */
export const CONTACT_MEANS = ['start', 'stop', 'end-of-travel', 'guard', 'level'] as const
export type ContactMeans = (typeof CONTACT_MEANS)[number]
