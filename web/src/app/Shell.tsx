import { Box, Flex, Text } from '@chakra-ui/react'
import { memo } from 'react'
import { Link, NavLink, Outlet, useParams } from 'react-router'
import { useShootView } from '../data'
import { BenchPlace } from '../features/bench'
import { ShootName, UndoButtons } from '../shoot'
import { useCommand } from '../keys/commands'
import { Help } from './Help'
import { useGo } from '../ui/useGo'
import { Notices } from './Notices'
import { countOf, formatBytes } from '@cloudbank/core/words'
import { ProductData } from './ProductData'
import { Palette } from './Palette'
import { SkyControl } from './SkyControl'
import { WorkStrip } from './strip'
import { strings } from './strings'

/** The frame of the app: top bar, and the stations of a shoot. */
export function Shell() {
  const { shootId, shotId } = useParams()
  const go = useGo()
  useCommand('home', () => go('/'))
  useCommand('weighIn', () => go('/weigh'))
  useCommand('workers', () => go('/workers'))
  return (
    <Flex direction="column" height="100%">
      <Flex
        as="header"
        align="center"
        gap="12px"
        height="44px"
        flex="none"
        paddingX="16px"
        background="paper"
        borderBottomWidth="1px"
        borderColor="hairline"
      >
        <Link to="/">
          <Text
            as="span"
            fontFamily="heading"
            fontWeight="800"
            fontSize="18px"
            letterSpacing="-0.01em"
          >
            {strings.cloudbank}
          </Text>
        </Link>
        {shootId && <Place shootId={shootId} shotId={shotId} />}
        <Box flex="1" />
        <WorkStrip />
        <Palette />
        <SkyControl />
        <Help />
      </Flex>
      {shootId && <Stations shootId={shootId} isBench={shotId !== undefined} />}
      <Box flex="1" minHeight="0" as="main">
        <Outlet />
      </Box>
      {shootId && <ProductData shootId={shootId} />}
      <Notices />
    </Flex>
  )
}

function Place({ shootId, shotId }: { shootId: string; shotId: string | undefined }) {
  const view = useShootView(shootId)
  if (!view) return null
  return (
    <Flex align="baseline" gap="10px" minWidth="0">
      <Text color="softInk">/</Text>
      {shotId === undefined ? (
        <ShootName view={view} />
      ) : (
        <BenchPlace view={view} shotId={shotId} />
      )}
    </Flex>
  )
}

const STATIONS = [
  { path: '', word: strings.sheet },
  { path: 'lightings', word: strings.lightings },
  { path: 'products', word: strings.products },
  { path: 'brief', word: strings.brief },
  { path: 'review', word: strings.review },
  { path: 'shelf', word: strings.shelf },
  { path: 'deliver', word: strings.deliver },
  { path: 'live', word: strings.live },
] as const

function Stations({ shootId, isBench }: { shootId: string; isBench: boolean }) {
  const go = useGo()
  const view = useShootView(shootId)
  const base = `/shoots/${shootId}`
  useCommand('sheet', () => go(base))
  useCommand('lightings', () => go(`${base}/lightings`))
  useCommand('products', () => go(`${base}/products`), !isBench)
  useCommand('brief', () => go(`${base}/brief`))
  useCommand('review', () => go(`${base}/review`), !isBench)
  useCommand('shelf', () => go(`${base}/shelf`))
  useCommand('deliver', () => go(`${base}/deliver`))
  useCommand('live', () => go(`${base}/live`))
  // The bench needs the height; its bar leads back.
  if (isBench) return null
  return (
    <Flex
      as="nav"
      align="stretch"
      gap="22px"
      height="38px"
      flex="none"
      paddingX="16px"
      background="paper"
      borderBottomWidth="1px"
      borderColor="hairline"
    >
      <StationLinks base={base} />
      <Flex flex="1" minWidth="0" justify="flex-end">
        {view && <UndoButtons shootId={view.shoot.id} />}
      </Flex>
      {view && (
        <Text whiteSpace="nowrap" alignSelf="center" color="softInk">
          {countOf(view.shots.length, 'shot')} ·{' '}
          {formatBytes(view.shots.reduce((sum, { bytes }) => sum + bytes, 0))}
        </Text>
      )}
    </Flex>
  )
}

/** Drawn again when the place changes, not whenever something of the shoot does. */
const StationLinks = memo(function StationLinks({ base }: { base: string }) {
  return STATIONS.map(({ path, word }) => (
    <NavLink key={word} to={path ? `${base}/${path}` : base} end={path === ''}>
      {({ isActive }) => (
        <Flex
          align="center"
          height="100%"
          fontWeight={isActive ? 700 : 500}
          color={isActive ? 'ink' : 'softInk'}
          borderBottomWidth="3px"
          borderColor={isActive ? 'ink' : 'transparent'}
          paddingTop="3px"
        >
          {word}
        </Flex>
      )}
    </NavLink>
  ))
})
