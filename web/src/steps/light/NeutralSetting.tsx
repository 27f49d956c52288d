import { hintOf } from '../../settings'
import { ChoiceSetting, NumberSetting } from '../../ui/fields'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { strings } from './strings'

const CHOICES = [
  { value: 'backdrop', words: strings.fromBackdropIfItIs },
  { value: 'gains', words: strings.byFixedGains },
  { value: 'photograph', words: strings.asPhotographed },
] as const

/** Where the neutral comes from, and the gains where they are fixed. */
export function NeutralSetting({ editor }: { editor: BriefEditor }) {
  const { neutral } = editor.brief.steps.light
  return (
    <>
      <ChoiceSetting
        label={strings.neutral}
        hint={hintOf('light', 'neutral')}
        value={neutral.from}
        options={CHOICES}
        commit={(from) => {
          const words = CHOICES.find(({ value }) => value === from)?.words ?? ''
          const next = from === 'gains' ? { from, red: 1, green: 1, blue: 1 } : { from }
          editor.set(`Neutral ${words}`, 'light', 'neutral', next)
        }}
      />
      {neutral.from === 'gains' &&
        (['red', 'green', 'blue'] as const).map((channel) => (
          <NumberSetting
            key={channel}
            label={strings.gainOf(channel)}
            hint={strings.factorInLinearLightFrom}
            unit="×"
            min={0.25}
            max={4}
            step={0.001}
            value={neutral[channel]}
            commit={(gain) =>
              gain !== null &&
              editor.set(`Gain of ${channel} ${gain}`, 'light', 'neutral', {
                ...neutral,
                [channel]: gain,
              })
            }
          />
        ))}
    </>
  )
}
