import { createShootModel } from '@cloudbank/core/shoot'

/** All that this page derives of shoots' rows; it remembers what it made for as long as the rows are the same. */
export const {
  recipeOf,
  stepsFor,
  runBrief,
  sharedSteps,
  stepsOf,
  planOf,
  settingsAt,
  keyOf,
  stalePlacements,
  renditionsOf,
  standingOf,
  countStale,
  evsAgainstSiblings,
  photographFindings,
  findingsOf,
  findingsWith,
  madeBy,
  isChangedSince,
  matching,
  choicesOf,
  inOrder,
  planDelivery,
  outOfLine,
} = createShootModel()
