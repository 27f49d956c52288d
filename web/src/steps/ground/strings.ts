/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // BehindSetting
  ground: 'Ground',
  jpegHasNoTransparencyAnd: (hint: string | number): string =>
    `${hint} JPEG has no transparency and gets white.`,
}
