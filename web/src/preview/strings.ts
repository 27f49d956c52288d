/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // useOpenPicture
  photographIsMissingFromThis: 'the photograph is missing from this browser',
}
