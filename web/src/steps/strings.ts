/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // registry
  stepHasNothingToShow: (step: string | number): string => `Step ${step} has nothing to show`,
}
