/** Characters that XML 1.0 has no place for: controls, halves of characters, and the two that are none. */
const NOT_XML = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|\p{Surrogate}/gu

const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
}

/** Text within an element or attribute; what XML cannot hold becomes the sign for a lost character. */
export function xmlText(text: string): string {
  return text.replace(NOT_XML, '\ufffd').replace(/[&<>"']/g, (char) => ENTITIES[char]!)
}
