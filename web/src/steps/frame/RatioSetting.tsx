import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { hintOf } from '../../settings'
import { NumberInput, SettingRow } from '../../ui/fields'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { strings } from './strings'

/** Width to height of the pictures. */
export function RatioSetting({ editor }: { editor: BriefEditor }) {
  const { ratio } = editor.brief.steps.frame
  const [problem, setProblem] = useState<string | null>(null)
  const side = (which: 'width' | 'height') => (
    <NumberInput
      label={which === 'width' ? strings.widthOfRatio : strings.heightOfRatio}
      unit=""
      width="52px"
      min={1}
      max={100}
      value={ratio[which]}
      onProblem={setProblem}
      commit={(value) => {
        if (value === null) return
        const next = { ...ratio, [which]: value }
        editor.set(`Ratio ${next.width} : ${next.height}`, 'frame', 'ratio', next)
      }}
    />
  )
  return (
    <SettingRow label={strings.ratioLabel} hint={hintOf('frame', 'ratio')} problem={problem}>
      <Flex align="center" gap="8px">
        {side('width')}
        <Text>:</Text>
        {side('height')}
      </Flex>
    </SettingRow>
  )
}
