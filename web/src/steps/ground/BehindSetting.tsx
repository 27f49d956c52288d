import { BehindControl, coloursOf } from '../../ground'
import { hintOf } from '../../settings'
import { SettingRow } from '../../ui/fields'
import type { BriefEditor } from '../../settings/useBriefEditor'
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
        onChange={(words, next) => editor.set(words, 'ground', 'behind', next)}
      />
    </SettingRow>
  )
}
