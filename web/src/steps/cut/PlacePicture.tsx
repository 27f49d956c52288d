import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { Plan } from '@cloudbank/core/brief'
import type { Box01 } from '@cloudbank/core/raster'
import { StageCanvas } from '../../preview'
import type { Bench } from '../../stage/bench'
import type { ShownPart } from '../../stage/hand'
import { useSame } from '../../stage/useSame'
import { Attention } from '../../ui'
import { useCutTools } from './cutTools'
import { partAbout } from './partAbout'
import { useCutView } from './useCutView'

/** Sides of a place's picture, in pixels of the screen. */
const PICTURE = { width: 112, height: 84 } as const

interface Props {
  readonly bench: Bench
  readonly plan: Plan
  readonly box: Box01
  readonly words: string
  readonly isInView: boolean
  readonly onShow: () => void
}

/** A place to check at 1:1; a click shows it in the picture. */
export function PlacePicture({ bench, plan, box, words, isInView, onShow }: Props) {
  const { width, height } = bench.shot
  const { look } = useCutTools()
  const same = useSame(box)
  const part = useMemo(
    (): ShownPart => partAbout(same, { width, height }, PICTURE, devicePixelRatio),
    [same, width, height],
  )
  const drawn = useCutView(bench, plan, look, part)
  return (
    <button
      type="button"
      aria-pressed={isInView}
      style={{ flex: 'none', cursor: 'pointer' }}
      onClick={onShow}
    >
      <Box
        {...PICTURE}
        background="mat"
        outline={isInView ? '2px solid {colors.ink}' : undefined}
        outlineOffset="1px"
      >
        {drawn && <StageCanvas picture={drawn.raster} label={words} />}
      </Box>
      <Flex align="center" gap="6px" marginTop="4px" fontSize="12px">
        <Attention />
        <Text truncate maxWidth="92px">
          {words}
        </Text>
      </Flex>
    </button>
  )
}
