/** A short name for a text, to tell whether it is the same again (Fowler, Noll & Vo: FNV-1a, twice 32 bits). */
export function digest(text: string): string {
  let a = 0x811c9dc5
  let b = 0x01000193
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    a = Math.imul(a ^ code, 0x01000193)
    b = Math.imul(b ^ code, 0x85ebca6b)
  }
  return [a, b].map((part) => (part >>> 0).toString(16).padStart(8, '0')).join('')
}
