const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
}

/** Text as HTML and XML take it, in elements and in attributes; what XML 1.0 has no way to say is left out. */
export const escapeMarkup = (text: string): string =>
  text
    // eslint-disable-next-line no-control-regex -- control characters are the point
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|\p{Cs}/gu, '')
    .replace(/[&<>"]/g, (letter) => ENTITIES[letter]!)
