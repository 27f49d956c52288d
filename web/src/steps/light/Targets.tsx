import { lightingOf } from '@cloudbank/core/shoot'
import { Flex, Heading, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { Link } from 'react-router'
import type { Histogram } from '@cloudbank/core/measure'
import { THRESHOLDS } from '@cloudbank/core/findings'
import { formatPercent } from '@cloudbank/core/words'
import { Action, Attention } from '../../ui'
import type { OwnControlProps } from '../../stage/controls'
import { median } from '@cloudbank/core/raster'
import { exposureFor, litReading, siblingReadings } from './litReadings'
import { strings } from './strings'

/** Lightness that is off by less than this is even, L*. */
const EVEN_L = 1.5

interface Props extends OwnControlProps {
  readonly histogram: Histogram | null
  readonly clipping: boolean
  readonly onClipping: () => void
}

/** What is measured beside what is asked or what the siblings have, each with the handle that moves it. */
export function Targets({ editor, view, shot, histogram, clipping, onClipping }: Props) {
  const settings = editor.steps.light
  const own = useMemo(() => litReading(shot, view, settings), [shot, view, settings])
  const siblings = useMemo(() => siblingReadings(shot, view), [shot, view])
  const lighting = lightingOf(shot, view.lightings)
  const matchTo = (wanted: number, field: 'backdropL' | 'productL'): void => {
    const exposureEv = exposureFor(
      wanted,
      (ev) => litReading(shot, view, { ...settings, exposureEv: ev })?.[field] ?? null,
    )
    if (exposureEv === null) return
    editor.actions.keep(strings.matchedToSiblings, 'light', { exposureEv })
  }
  const lightness = (label: string, field: 'backdropL' | 'productL') => {
    const now = own?.[field] ?? null
    const asked = median(siblings.flatMap((each) => each[field] ?? []))
    if (now === null) return null
    const off = asked === null ? 0 : now - asked
    return (
      <Target
        key={label}
        label={label}
        measured={`L* ${now.toFixed(1)}`}
        asked={asked === null ? '' : asked.toFixed(1)}
        needs={Math.abs(off) > 3 * EVEN_L}
      >
        {asked !== null && Math.abs(off) > EVEN_L ? (
          <Handle onClick={() => matchTo(asked, field)}>{strings.match}</Handle>
        ) : (
          <Fine>{asked === null ? '' : 'even'}</Fine>
        )}
      </Target>
    )
  }
  const chroma = own?.chroma ?? null
  const isCast = chroma !== null && chroma >= THRESHOLDS.castChroma
  const clipped = histogram?.clipped01 ?? 0
  return (
    <>
      <Heading as="h2" fontSize="14px" fontWeight="700" marginBottom="2px">
        {strings.comparedWithSiblings}
      </Heading>
      {lightness(strings.backdrop, 'backdropL')}
      {lightness(strings.product, 'productL')}
      {chroma !== null && (
        <Target
          label={strings.cast}
          measured={chroma.toFixed(1)}
          asked={`< ${THRESHOLDS.castChroma}`}
          needs={isCast}
        >
          {isCast && lighting ? (
            <Link to={`/shoots/${view.shoot.id}/lightings/${lighting.id}`}>
              <u>{strings.readSpot}</u>
            </Link>
          ) : (
            <Fine>{isCast ? '' : 'fine'}</Fine>
          )}
        </Target>
      )}
      {histogram && (
        <Target
          label={strings.clipped}
          measured={formatPercent(clipped)}
          asked={`< ${formatPercent(THRESHOLDS.clipped01, 0)}`}
          needs={false}
        >
          <Handle onClick={onClipping}>{clipping ? strings.hide : strings.show}</Handle>
        </Target>
      )}
    </>
  )
}

function Target(props: {
  label: string
  measured: string
  asked: string
  needs: boolean
  children: React.ReactNode
}) {
  const { label, measured, asked, needs, children } = props
  return (
    <Flex
      align="center"
      gap="8px"
      minHeight="28px"
      fontSize="12px"
      borderTopWidth="1px"
      borderColor="hairline"
    >
      <Flex width="68px" flex="none" align="center" gap="6px">
        {needs && <Attention />}
        {label}
      </Flex>
      <Text fontFamily="mono" flex="1" textAlign="right" whiteSpace="nowrap">
        {measured}
      </Text>
      <Text fontFamily="mono" width="62px" textAlign="right" color="softInk" whiteSpace="nowrap">
        {asked}
      </Text>
      <Flex width="68px" justify="flex-end" flex="none">
        {children}
      </Flex>
    </Flex>
  )
}

const Handle = (props: { onClick: () => void; children: React.ReactNode }) => (
  <Action look="quiet" fontSize="12px" paddingX="0" onClick={props.onClick}>
    <u>{props.children}</u>
  </Action>
)

const Fine = ({ children }: { children: React.ReactNode }) => (
  <Text color="softInk">{children}</Text>
)
