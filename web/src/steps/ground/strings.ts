/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // BehindSetting
  ground: 'Ground',
  jpegHasNoTransparencyAnd: (hint: string | number): string =>
    `${hint} JPEG has no transparency and gets white.`,

  // SceneCopies
  otherSets: 'Other sets side by side',
  otherSetsHint: (name: string): string =>
    `Each makes one more file of ${name}, before another scene.`,
  addCopy: (name: string): string => `Add ${name}`,
  hasCopy: (name: string): string => `${name} is made as well.`,
  copyName: (placement: string, name: string): string => `${placement}, ${name}`,
  copyAdded: (name: string): string => `Placement added: ${name}`,
}
