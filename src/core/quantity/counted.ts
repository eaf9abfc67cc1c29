/** A number with its word: "1 hole", "2 holes". */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`
