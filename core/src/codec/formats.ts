/** What there is to know about a file format; everything else about formats derives from it. */
interface FormatFacts {
  /** Its name as people write it. */
  readonly word: string
  readonly extension: string
  readonly mime: string
  /** Whether renditions are made in it. */
  readonly made: boolean
  /** Whether its size depends on a quality. */
  readonly hasQuality: boolean
  readonly hasAlpha: boolean
}

/** The formats that are taken in, and of these the ones that renditions are made in. */
export const FORMATS = {
  jpeg: {
    word: 'JPEG',
    extension: 'jpg',
    mime: 'image/jpeg',
    made: true,
    hasQuality: true,
    hasAlpha: false,
  },
  webp: {
    word: 'WebP',
    extension: 'webp',
    mime: 'image/webp',
    made: true,
    hasQuality: true,
    hasAlpha: true,
  },
  avif: {
    word: 'AVIF',
    extension: 'avif',
    mime: 'image/avif',
    made: true,
    hasQuality: true,
    hasAlpha: true,
  },
  png: {
    word: 'PNG',
    extension: 'png',
    mime: 'image/png',
    made: true,
    hasQuality: false,
    hasAlpha: true,
  },
  tiff: {
    word: 'TIFF',
    extension: 'tif',
    mime: 'image/tiff',
    made: true,
    hasQuality: false,
    hasAlpha: true,
  },
  heic: {
    word: 'HEIC',
    extension: 'heic',
    mime: 'image/heic',
    made: false,
    hasQuality: true,
    hasAlpha: false,
  },
} as const satisfies Record<string, FormatFacts>

/** A format that photographs come in. */
export type FileType = keyof typeof FORMATS

/** A format that renditions are made in. */
export type Format = {
  [Type in FileType]: (typeof FORMATS)[Type]['made'] extends true ? Type : never
}[FileType]

export const FILE_TYPES = Object.keys(FORMATS) as FileType[] // its keys are the types
export const MADE_FORMATS = FILE_TYPES.filter((type): type is Format => FORMATS[type].made)

/** “JPEG, PNG and HEIC”. */
export const fileTypeWords = (): string => {
  const words = FILE_TYPES.map((type) => FORMATS[type].word)
  return `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`
}
