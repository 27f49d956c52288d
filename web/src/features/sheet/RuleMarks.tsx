import type { OutletVerdict } from '@cloudbank/core/shoot'
import { strings } from './strings'

/** From this size on there is room for the names of outlets beside their marks, in pixels. */
const WITH_NAMES_PX = 150

const WORDS = {
  keeps: strings.followsRules,
  breaks: strings.breaksRule,
  'not-made': strings.notMade,
  aside: strings.setAside,
} as const satisfies Record<OutletVerdict['state'], string>

/** “Quillmarket: breaks a rule. Too heavy: 240 KB; 220 KB”. */
export const verdictSaid = ({ outlet, state, words }: OutletVerdict): string =>
  `${outlet}: ${WORDS[state]}${words === '' ? '' : `. ${words}`}`

/** How a shot stands with each outlet: full keeps to its rules, amber breaks one, empty is not made, a line is aside. */
export function RuleMarks({ verdicts, px }: { verdicts: readonly OutletVerdict[]; px: number }) {
  return (
    <div className="tile-rules" data-named={px >= WITH_NAMES_PX || undefined}>
      {verdicts.map(({ outlet, state, words }) => {
        const said = verdictSaid({ outlet, state, words })
        return (
          <div key={outlet} title={said}>
            <i data-state={state} />
            {px >= WITH_NAMES_PX && <span>{outlet}</span>}
          </div>
        )
      })}
    </div>
  )
}
