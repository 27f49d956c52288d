/** What stands for a picture in a style sheet: an empty one that says which. */
const STAND_IN = 'data:image/svg+xml;for='

/**
 * A style sheet that asks for nothing when it is laid out: stand-ins in place of the pictures and fonts that it names,
 * and no other style sheets.
 *
 * @param base the address that it was fetched from, against which others are read.
 */
export const withStandIns = (css: string, base: string): string =>
  css
    .replace(/@import\b[^;]*;?/gi, '')
    .replace(
      /url\(\s*(?:"([^"]*)"|'([^']*)'|([^)'"\s]*))\s*\)/gi,
      (_, double?: string, single?: string, bare?: string) => {
        const link = double ?? single ?? bare ?? ''
        const address = URL.canParse(link, base) ? new URL(link, base).href : ''
        return `url("${STAND_IN}${encodeURIComponent(address)},")`
      },
    )

/** The addresses that stand-ins in a `background-image` stand for, as a browser computed it; files of the page alone. */
export const addressesIn = (backgroundImage: string): readonly string[] =>
  [...backgroundImage.matchAll(/url\("data:image\/svg\+xml;for=([^",]*),"\)/g)]
    .map(([, address = '']) => decodeURIComponent(address))
    .filter((address) => /^(https?|file):/i.test(address))
