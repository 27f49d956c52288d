/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // JsonPicker
  tooLargeForThisKind: (name: string | number): string =>
    `${name}: too large for this kind of file.`,
  notJson: (name: string | number): string => `${name}: not JSON.`,
  import: 'Import …',
  couldntBeImported: (name: string | number): string => `${name} couldn’t be imported`,

  // Lost
  thisScreenFailed: 'This screen failed',
  nothingHere: 'Nothing here',
  yourPhotographsAreSafeGo: (message: string | number): string =>
    `${message}. Your photographs are safe; go back and try again.`,
  shootOrShotMayHave: 'The shoot or shot may have been removed, or is in another browser.',
  goHome: 'Go home',

  // ReturnWindow
  returnThisShot: 'Return this shot',
  whatNeedsToBeDone: 'What needs to be done?',
  reason: 'Reason',
  cancel: 'Cancel',
  return: 'Return',

  // fields
  slider: (label: string): string => `${label}, slider`,
  fromTo: (
    label: string | number,
    value: string | number,
    min: string | number,
    max: string | number,
    value2: string | number,
  ): string => `${label}: ${value} from ${min} to ${max}${value2}`,

  // useGo
  thatScreenCouldntBeOpened: 'That screen couldn’t be opened',
}
