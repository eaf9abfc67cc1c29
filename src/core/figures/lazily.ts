/** One way to ask for each property of an object. */
type Asked<T extends object> = { readonly [K in keyof T]: () => T[K] }

/**
 * An object whose properties are each worked out when they are first read, and then kept. They are its own and can be
 * listed, so that a copy of it, in this thread or for another, has all of them.
 */
export function lazily<T extends object>(asked: Asked<T>): T {
  const made = {}
  for (const key of Object.keys(asked) as (keyof T)[])
    Object.defineProperty(made, key, {
      enumerable: true,
      configurable: true,
      get() {
        const value = asked[key]()
        Object.defineProperty(made, key, { enumerable: true, value })
        return value
      },
    })
  return made as T
}

/** What such an object holds, to be asked for by another. */
export const forwarded = <T extends object>(of: T): Asked<T> =>
  Object.fromEntries((Object.keys(of) as (keyof T & string)[]).map((key) => [key, () => of[key]])) as Asked<T>
