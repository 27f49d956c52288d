import { fill01, lightingOf } from '@cloudbank/core/shoot'
import { recipeOf, renditionsOf } from './model'
import { FORMATS } from '@cloudbank/core/codec'
import { handDone, STEPS } from '@cloudbank/core/steps'
import { countOf, formatBytes, formatPercent } from '@cloudbank/core/words'
import type { ShootView, Shot } from '../data'
import { groupsOf, touchWords } from '../settings'

/** What is known of a shot, name by name: its photograph, and what has been made of it against what is asked. */
export function shotFacts(shot: Shot, view: ShootView): [string, string][] {
  const recipe = recipeOf(view)
  const measures = view.measures.get(shot.originalHash)
  const { frame, finish } = recipe.steps
  const facts: [string, string][] = [
    ['Photograph', `${shot.width} × ${shot.height}`],
    ['File', `${FORMATS[shot.type].word}, ${formatBytes(shot.bytes)}`],
  ]
  const lighting = lightingOf(shot, view.lightings)
  if (lighting) facts.push(['Lighting', lighting.name])
  if (measures) {
    const { takenAt, camera } = measures.capture
    if (takenAt !== null) facts.push(['Taken', takenAt.replace('T', ' ').slice(0, 16)])
    if (camera !== null) facts.push(['Camera', camera])
    facts.push(['Backdrop', `L* ${measures.measures.backdrop.lightness.toFixed(1)}`])
  }
  const renditions = renditionsOf(shot, recipe, view.renditions)
  const [first] = renditions
  const fill = first ? fill01(first) : null
  if (fill !== null) facts.push(['Fills', `${formatPercent(fill)} of ${frame.fillPct} %`])
  for (const rendition of renditions) {
    const placement = finish.placements.find(({ id }) => id === rendition.placementId)
    if (!placement) continue
    const limit = placement.limitBytes === null ? '' : ` of ${formatBytes(placement.limitBytes)}`
    facts.push([placement.name, `${formatBytes(rendition.bytes)}${limit}`])
  }
  return facts
}

/** What a shot sets on top of the brief, with the values. */
export function touchesOf({ touches }: Shot): string[] {
  const set = STEPS.flatMap(({ id }) =>
    groupsOf(id).flatMap((group) => touchWords(id, group, touches[id] ?? {})),
  )
  const byHand = STEPS.flatMap(({ id, hands }) => {
    const count = hands ? Object.keys(handDone(hands, touches[id])).length : 0
    return hands && count > 0 ? [countOf(count, hands.noun)] : []
  })
  return [...set, ...byHand]
}
