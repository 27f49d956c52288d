import { createDeliveryPlans } from './delivery/planDelivery'
import { createFilters } from './filter'
import { createFindings } from './findings'
import { createOrders } from './order'
import { createOutOfLine } from './outOfLine'
import { createRecipes } from './recipe'
import { createStandings } from './standing'
import { createVerdicts } from './verdicts'

/**
 * Everything that is derived of a shoot's rows: rows go in, facts come out. Each function remembers what it made for as
 * long as the rows are the same, and its arguments are its whole key, so that of a shoot of thousands only what has
 * changed is worked out again.
 */
export function createShootModel() {
  const recipes = createRecipes()
  const standings = createStandings(recipes)
  const outOfLine = createOutOfLine(recipes)
  const findings = createFindings(recipes, standings, outOfLine)
  const verdicts = createVerdicts(recipes)
  return {
    ...recipes,
    ...standings,
    ...findings,
    ...verdicts,
    ...createFilters(recipes, standings, findings, verdicts),
    ...createOrders(recipes, standings, findings),
    ...createDeliveryPlans(recipes),
    outOfLine,
  }
}
export type ShootModel = ReturnType<typeof createShootModel>
