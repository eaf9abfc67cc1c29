/** A list in words, as many as fit into so many letters and one at least; the rest are counted by whoever asks. */
export function fitting(words: readonly string[], letters: number): readonly string[] {
  let used = 0
  const most = words.findIndex((each, i) => {
    used += each.length + 2
    return i > 0 && used > letters
  })
  return most < 0 ? words : words.slice(0, most)
}

/** Words cut at a space, where they are more than so many letters. */
export function shortened(words: string, letters: number): string {
  if (words.length <= letters) return words
  const cut = words.lastIndexOf(' ', letters - 2)
  return `${words.slice(0, cut > letters / 2 ? cut : letters - 2).replace(/[,;:]$/, '')} …`
}
