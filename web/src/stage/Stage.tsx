import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { formatPercent } from '@cloudbank/core/words'
import { keyLabel } from '../keys/keys'
import { Attention, Key } from '../ui'
import type { Bench } from './bench'
import { Viewer } from './Viewer'
import type { PicturePoint, Shown } from './view'
import type { PointerTool } from './useViewerTool'
import type { ViewerPicture } from './ViewerPane'
import { strings } from './strings'

const COMPARES = [
  { id: 'result', word: strings.result, keyName: 'single' },
  { id: 'wipe', word: strings.wipe, keyName: 'wipe' },
  { id: 'beside', word: strings.sideBySide, keyName: 'beside' },
] as const

interface Props extends ViewerPicture {
  readonly bench: Bench
  /** Tools of the step, behind those that every step has. */
  readonly tools?: React.ReactNode
  /** What is said of the picture, at its foot. */
  readonly reading?: React.ReactNode
  readonly panel: React.ReactNode
  /** An instrument as wide as the picture, under it. */
  readonly below?: React.ReactNode
  readonly onScale?: (scale: number) => void
  readonly onPoint?: (point: PicturePoint | null) => void
  readonly tool?: PointerTool | null
  readonly overlay?: (shown: Shown) => React.ReactNode
  readonly onShown?: (shown: Shown) => void
  readonly goTo?: PicturePoint | null
}

/** The parts that every step has on the bench: tools, picture, panel. */
export function Stage(props: Props) {
  const { bench, picture, window, result, tools, reading, panel } = props
  const { onScale, onPoint, tool, overlay, onShown, goTo } = props
  const [scale, setScale] = useState(1)
  return (
    <>
      <Flex
        gridArea="tools"
        align="center"
        gap="4px"
        paddingX="12px"
        borderBottomWidth="1px"
        borderColor="hairline"
      >
        {COMPARES.map(({ id, word, keyName }) => (
          <Tool
            key={id}
            type="button"
            aria-pressed={bench.compare === id}
            onClick={() => bench.setCompare(id)}
          >
            {word} <Key>{keyLabel(keyName)}</Key>
          </Tool>
        ))}
        <Box width="12px" />
        {tools}
        <Box flex="1" />
        <Text color="softInk" whiteSpace="nowrap">
          {strings.hold} <Key>{keyLabel('original')}</Key> {strings.forOriginal}
        </Text>
      </Flex>
      <Flex gridArea="picture" direction="column" minWidth="0" minHeight="0">
        <Box position="relative" flex="1" minHeight="0">
          <Viewer
            picture={picture}
            window={window}
            result={result}
            original={bench.original}
            compare={bench.compare}
            showOriginal={bench.originalHeld || result === undefined}
            onScale={(next) => {
              setScale(next)
              onScale?.(next)
            }}
            {...(onPoint ? { onPoint } : {})}
            {...(overlay ? { overlay } : {})}
            {...(onShown ? { onShown } : {})}
            tool={tool ?? null}
            goTo={goTo ?? null}
          />
          {bench.failure !== null && (
            <Flex position="absolute" left="12px" top="12px" gap="8px" align="center" role="alert">
              <Attention />
              <Text>{strings.cantBeShown(bench.shot.fileName, bench.failure)}</Text>
            </Flex>
          )}
          <Flex
            position="absolute"
            right="12px"
            bottom="12px"
            gap="12px"
            align="center"
            background="paper"
            borderRadius="4px"
            paddingX="12px"
            height="30px"
          >
            {reading}
            <Text fontFamily="mono" fontSize="12px" minWidth="52px" textAlign="right">
              {formatPercent(scale, 0)}
            </Text>
            <Text whiteSpace="nowrap">
              {strings.fit} <Key>{keyLabel('fit')}</Key>
            </Text>
            <Text whiteSpace="nowrap">
              1:1 <Key>{keyLabel('actual')}</Key>
            </Text>
          </Flex>
        </Box>
        {props.below}
      </Flex>
      <Box
        gridArea="panel"
        as="aside"
        aria-label={strings.settings}
        overflowY="auto"
        padding="14px 16px"
        background="paper"
        borderLeftWidth="1px"
        borderColor="hairline"
      >
        {panel}
      </Box>
    </>
  )
}

/** A switch in the line of tools. */
export const Tool = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '6px',
    height: '26px',
    paddingX: '8px',
    borderRadius: '4px',
    fontWeight: 550,
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    '&[aria-pressed=true]': { background: 'ink', color: 'paper', '& kbd': { color: 'paper' } },
  },
})
