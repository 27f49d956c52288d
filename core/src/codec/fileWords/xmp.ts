import { escapeMarkup } from '../../words'

/** What a file says about its picture, for people and programs; what is empty is left out. */
export interface FileWords {
  readonly creator: string
  /** Who holds the rights, as it is to be printed. */
  readonly rights: string
  readonly description: string
  /** For those who cannot see the picture. */
  readonly alt: string
}

/** What a JPEG's segment begins with that holds a packet (ISO 16684-3, 6.3). */
export const JPEG_PACKET_NAME = 'http://ns.adobe.com/xap/1.0/\0'

export const hasWords = (words: FileWords): boolean =>
  Object.values(words).some((text: string) => text.trim() !== '')

/**
 * An XMP packet (ISO 16684-1) with the Dublin Core and IPTC Photo Metadata fields of these words: nothing
 * else about the picture is in it, least of all where it was taken.
 */
export function xmpOf({ creator, rights, description, alt }: FileWords): string {
  const fields = [
    creator &&
      `<dc:creator><rdf:Seq><rdf:li>${escapeMarkup(creator)}</rdf:li></rdf:Seq></dc:creator>`,
    alternatives('dc:rights', rights),
    alternatives('dc:description', description),
    alternatives('Iptc4xmpCore:AltTextAccessibility', alt),
  ]
  return `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/">${fields.join('')}</rdf:Description></rdf:RDF></x:xmpmeta>
<?xpacket end="r"?>`
}

const alternatives = (name: string, text: string): string =>
  text &&
  `<${name}><rdf:Alt><rdf:li xml:lang="x-default">${escapeMarkup(text)}</rdf:li></rdf:Alt></${name}>`
