import { LOOK_IDS, LOOKS, type Look } from '@cloudbank/core/steps'
import { hintOf } from '../../settings'
import { ChoiceSetting, NumberSetting } from '../../ui/fields'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { strings } from './strings'

/** Which look lies over every picture, and how strongly. */
export function LookSetting({ editor }: { editor: BriefEditor }) {
  const { look } = editor.brief.steps.light
  const set = (words: string, next: Look): void => editor.set(words, 'light', 'look', next)
  return (
    <>
      <ChoiceSetting
        label={strings.look}
        hint={hintOf('light', 'look')}
        value={look.from === 'own' ? look.id : look.from}
        options={[
          { value: 'none', words: 'none' },
          ...LOOK_IDS.map((id) => ({ value: id, words: `${LOOKS[id].name}: ${LOOKS[id].words}` })),
          ...(look.from === 'cube' ? [{ value: 'cube' as const, words: look.name }] : []),
        ]}
        commit={(id) => {
          if (id === 'none') set('No look', { from: 'none' })
          else if (id !== 'cube')
            set(`Look ${LOOKS[id].name}`, { from: 'own', id, strengthPct: 100 })
        }}
      />
      {look.from !== 'none' && (
        <NumberSetting
          label={strings.strengthOfLook}
          hint={strings.howStronglyLookIsApplied}
          unit="%"
          min={0}
          max={100}
          value={look.strengthPct}
          commit={(pct) => pct !== null && set(`Look at ${pct} %`, { ...look, strengthPct: pct })}
        />
      )}
    </>
  )
}
