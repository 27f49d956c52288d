/** Everything that is said of new versions, to be read and translated together. */
export const strings = {
  newVersion: 'A new version is ready. It starts when Cloudbank is next opened.',
  startNow: 'Start it now',
  closeOtherTabs: 'Close the other tabs of Cloudbank first: they run the old version.',
  couldntBeStarted: 'The new version couldn’t be started',
} as const
