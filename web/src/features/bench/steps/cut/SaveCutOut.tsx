import { Flex } from '@chakra-ui/react'
import type { Plan } from '@cloudbank/core/brief'
import { svgFile } from '@cloudbank/core/steps'
import type { CutFacts } from '@cloudbank/hosts/previewer'
import { attempt } from '../../../../notices'
import { sharedPreviewer } from '../../../../preview'
import { Action } from '../../../../ui'
import { download } from '../../../../work/delivery'
import type { Bench } from '../../useBench'
import { Part } from './CutPanel'

interface Props {
  readonly bench: Bench
  readonly plan: Plan
  readonly facts: CutFacts | null
}

/** Saves the cut-out as a file of its own, as large as the photograph. */
export function SaveCutOut({ bench, plan, facts }: Props) {
  const ready = facts?.kind === 'cut'
  return (
    <Part title="Save the cut-out">
      <Flex gap="2px" wrap="wrap" marginLeft="-6px">
        <Action
          look="quiet"
          disabled={!ready}
          onClick={() => attempt(savePath(bench, plan), 'The path could not be saved')}
        >
          Path, SVG
        </Action>
      </Flex>
    </Part>
  )
}

async function savePath({ shot, picture, assets, mattes }: Bench, plan: Plan): Promise<void> {
  if (!picture || mattes.kind !== 'here') return
  const outlines = await sharedPreviewer().ask<'trace'>({
    kind: 'trace',
    picture: picture.name,
    plan,
    assets,
    mattes: mattes.mattes,
  })
  const svg = new Blob([svgFile(outlines, shot)], { type: 'image/svg+xml' })
  download(svg, `${shot.fileName.replace(/\.[^.]+$/, '')}-path.svg`)
}
