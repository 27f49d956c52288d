import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { memo, useEffect, useRef } from 'react'
import type { StepId } from '@cloudbank/core/steps'
import type { StagePicture } from '@cloudbank/hosts/previewer'
import { STAGES } from './stages'

interface Props {
  readonly pictures: readonly StagePicture[]
  readonly stage: StepId
  readonly onStage: (stage: StepId) => void
}

/** The line of stages: the picture as it leaves each step; the one being worked on is larger. */
export const StageLine = memo(function StageLine({ pictures, stage, onStage }: Props) {
  return (
    <Flex as="nav" aria-label="Stages" align="flex-end" gap="6px">
      {STAGES.map(({ id, title }, i) => {
        const picture = pictures.find(({ step }) => step === id)
        const current = id === stage
        return (
          <Flex key={id} align="center" gap="6px">
            {i > 0 && <Box width="10px" height="1px" background="faint" marginBottom="18px" />}
            <Stage
              type="button"
              aria-current={current ? 'step' : undefined}
              onClick={() => onStage(id)}
            >
              <Box
                width={current ? '92px' : '64px'}
                height={current ? '69px' : '48px'}
                background="mat"
              >
                {picture && <StageCanvas picture={picture} label={`After ${title}`} />}
              </Box>
              <Text fontSize="12px" fontWeight={current ? 700 : 500}>
                {title}
              </Text>
            </Stage>
          </Flex>
        )
      })}
    </Flex>
  )
})

const Stage = chakra('button', {
  base: {
    display: 'block',
    cursor: 'pointer',
    color: 'softInk',
    textAlign: 'left',
    borderBottomWidth: '2px',
    borderColor: 'transparent',
    '&[aria-current=step]': { color: 'ink', borderColor: 'ink' },
  },
})

/** A small picture of bytes. */
export function StageCanvas({ picture, label }: { picture: StagePicture; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const { data, width, height } = picture
    const pixels = new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height) // never shared
    canvas.current?.getContext('2d')?.putImageData(pixels, 0, 0)
  }, [picture])
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      width={picture.width}
      height={picture.height}
      style={{ width: '100%', height: '100%', objectFit: 'contain', display: 'block' }}
    />
  )
}
