import { BehindControl, coloursOf } from '../../ground'
import { hintOf } from '../../settings'
import { SettingRow } from '../../ui/fields'
import type { BriefEditor } from '../../settings/useBriefEditor'

/** What the product stands on. */
export function BehindSetting({ editor }: { editor: BriefEditor }) {
  const { behind } = editor.brief.steps.ground
  return (
    <SettingRow
      label="Ground"
      hint={`${hintOf('ground', 'behind')} JPEG has no transparency and gets white.`}
    >
      <BehindControl
        behind={behind}
        palette={coloursOf([behind])}
        onChange={(words, next) => editor.set(words, 'ground', 'behind', next)}
      />
    </SettingRow>
  )
}
