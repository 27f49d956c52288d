import { BehindControl, coloursOf, frameToFill } from '../../ground'
import { hintOf } from '../../settings'
import { SettingRow } from '../../ui/fields'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { SceneCopies } from './SceneCopies'
import { strings } from './strings'

/** What the product stands on. */
export function BehindSetting({ editor }: { editor: BriefEditor }) {
  const { behind } = editor.brief.steps.ground
  return (
    <SettingRow
      label={strings.ground}
      hint={strings.jpegHasNoTransparencyAnd(hintOf('ground', 'behind'))}
    >
      <BehindControl
        behind={behind}
        palette={coloursOf([behind])}
        frame={frameToFill(editor.brief.steps.frame)}
        onChange={(words, behind, more) => {
          if (!more) return editor.set(words, 'ground', 'behind', behind)
          const { steps } = editor.brief
          // What stands on one floor stands at one height.
          editor.replaceSteps(words, {
            ...steps,
            ground: { ...steps.ground, behind, ...more },
            frame: { ...steps.frame, stand: 'base' },
          })
        }}
      />
      {!('ownOf' in editor) && <SceneCopies editor={editor} />}
    </SettingRow>
  )
}
