/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // PatternSetting
  fileNames: 'File names',
  descriptions: 'Descriptions',
  madeBy: 'Made by',
  rights: 'Rights',
  shows: 'Shows',
}
