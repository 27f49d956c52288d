/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // attempt
  thatCouldntBeDone: 'That couldn’t be done',
  somethingWentWrong: (reason: string | number): string => `Something went wrong: ${reason}.`,

  // describeError
  noSpaceLeftInThis: 'no space left in this browser; free some on the home page',
}
