import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Plan } from '@cloudbank/core/brief'
import { CUT_OUT_FORMATS, type CutOutFormat } from '@cloudbank/core/cutOut'
import { stemOf } from '@cloudbank/core/names'
import { svgFile } from '@cloudbank/core/steps'
import type { CutFacts } from '@cloudbank/core/steps'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import { download } from '../../work/delivery'
import { saveCutOut } from '../../work/cutOuts'
import type { Bench } from '../../stage/bench'
import { traceOf } from './traceOf'
import { strings } from './strings'

interface Props {
  readonly bench: Bench
  readonly plan: Plan
  readonly facts: CutFacts | null
}

const FORMATS = Object.keys(CUT_OUT_FORMATS) as CutOutFormat[] // its keys are the formats

/** Saves the cut-out as a file of its own, as large as the photograph. */
export function SaveCutOut({ bench, plan, facts }: Props) {
  const [saving, setSaving] = useState(false)
  const ready = facts?.kind === 'cut' && !saving
  const save = (work: Promise<void>): void => {
    setSaving(true)
    attempt(
      work.finally(() => setSaving(false)),
      strings.cutOutOfCouldntBe(bench.shot.fileName),
    )
  }
  return (
    <Box marginTop="10px">
      <Text fontSize="12px" fontWeight="650">
        {strings.saveCutOut}
      </Text>
      <Flex gap="2px" wrap="wrap" marginLeft="-6px">
        {FORMATS.map((format) => (
          <Action
            key={format}
            look="quiet"
            disabled={!ready}
            onClick={() => save(saveCutOut(bench.shot, plan, format))}
          >
            {CUT_OUT_FORMATS[format].word}
          </Action>
        ))}
        <Action look="quiet" disabled={!ready} onClick={() => save(savePath(bench, plan))}>
          {strings.pathSvg}
        </Action>
      </Flex>
      {saving && (
        <Text fontSize="12px" color="softInk" role="status">
          {strings.makingIt}
        </Text>
      )}
    </Box>
  )
}

async function savePath(bench: Bench, plan: Plan): Promise<void> {
  const { shot } = bench
  const outlines = await traceOf(bench, plan)
  if (!outlines) return
  const svg = new Blob([svgFile(outlines, shot)], { type: 'image/svg+xml' })
  download(svg, `${stemOf(shot.fileName)}-path.svg`)
}
