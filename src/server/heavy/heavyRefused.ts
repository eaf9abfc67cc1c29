/** Work that was not done: too much waits, it takes too long, or it went wrong. Its words are for the person who asked. */
export class HeavyRefused extends Error {}
