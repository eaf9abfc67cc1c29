/** A name for a file without anything that a file system minds; `otherwise` where nothing of it is left. */
export function fileStem(name: string, otherwise: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .toLowerCase()
    .slice(0, 60)
    .replace(/^-+|-+$/g, '')
  return plain || otherwise
}
