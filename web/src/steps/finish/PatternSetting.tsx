import { hintOf } from '../../settings'
import { PatternInput } from '../../outlet'
import { SettingRow } from '../../ui/fields'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { strings } from './strings'

interface Props {
  readonly editor: BriefEditor
  readonly field: 'fileNames' | 'altTexts' | 'creator' | 'rights' | 'description'
  readonly label: string
}

/** A pattern for names or descriptions. */
function PatternSetting({ editor, field, label }: Props) {
  return (
    <SettingRow label={label} hint={hintOf('finish', field)}>
      <PatternInput
        label={label}
        value={editor.brief.steps.finish[field]}
        commit={(pattern) =>
          editor.set(`${label} ${pattern ?? ''}`, 'finish', field, pattern ?? '')
        }
      />
    </SettingRow>
  )
}

export const FileNamesSetting = ({ editor }: { editor: BriefEditor }) => (
  <PatternSetting editor={editor} field="fileNames" label={strings.fileNames} />
)

export const AltTextsSetting = ({ editor }: { editor: BriefEditor }) => (
  <PatternSetting editor={editor} field="altTexts" label={strings.descriptions} />
)

export const CreatorSetting = ({ editor }: { editor: BriefEditor }) => (
  <PatternSetting editor={editor} field="creator" label={strings.madeBy} />
)

export const RightsSetting = ({ editor }: { editor: BriefEditor }) => (
  <PatternSetting editor={editor} field="rights" label={strings.rights} />
)

export const DescriptionSetting = ({ editor }: { editor: BriefEditor }) => (
  <PatternSetting editor={editor} field="description" label={strings.shows} />
)
