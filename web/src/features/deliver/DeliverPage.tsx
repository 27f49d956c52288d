import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { useParams } from 'react-router'
import { describeFinding, wordsOf } from '@cloudbank/core/steps'
import { Lost } from '../../app/Lost'
import { countOf, formatBytes, formatCount } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { useShootView, type ShootView } from '../../data'
import { Action, Attention } from '../../ui'
import { download, packDelivery, planDelivery } from '../../work/delivery'
import { whyOf } from '../../work/findings'
import { recipeOf } from '../../work/recipe'
import { isChangedSince } from '../../work/verdicts'
import { readyFor, summarise } from './readiness'

/** What is ready to leave, and the zip that it leaves in. */
export function DeliverPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Deliver view={view} />
}

function Deliver({ view }: { view: ShootView }) {
  const [packed, setPacked] = useState<number | null>(null)
  const control = useRef<AbortController | null>(null)
  const [withReturned, setWithReturned] = useState(false)
  const recipe = recipeOf(view)
  const returned = view.shots.filter(({ verdict }) => verdict?.kind === 'returned')
  const unseen = view.shots.filter(
    (shot) => shot.verdict === null || isChangedSince(shot, recipe),
  ).length
  const shots = withReturned
    ? view.shots
    : view.shots.filter(({ verdict }) => verdict?.kind !== 'returned')
  const going = new Set<string>(shots.map(({ id }) => id))
  const ready = readyFor(view).filter(({ shotId }) => going.has(shotId))
  const rows = summarise(view, ready)
  const files = planDelivery(shots, ready)
  const missing = shots.length * rows.length - ready.length
  const concerns = files.filter(({ rendition }) => whyOf(rendition.findings) !== '')

  async function pack(): Promise<void> {
    const { signal } = (control.current = new AbortController())
    setPacked(0)
    try {
      const onFile = (): void => setPacked((n) => (n ?? 0) + 1)
      const zip = await packDelivery(view.shoot, files, onFile, signal)
      download(zip, `${view.shoot.name}.zip`)
    } catch (error) {
      if (!signal.aborted) throw error
    } finally {
      setPacked(null)
    }
  }

  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="860px" marginX="auto" paddingX="28px" paddingY="26px">
        <Heading as="h1" fontSize="26px" fontWeight="750" marginBottom="4px">
          Deliver
        </Heading>
        <Text color="softInk" marginBottom="18px">
          One zip: a folder a placement, every file named like its photograph, and a manifest.
        </Text>
        <chakra.table width="100%" borderCollapse="collapse" marginBottom="18px">
          <thead>
            <tr>
              {['Placement', 'Asked', 'Ready', 'Weight', 'Heaviest', 'Within the limit'].map(
                (word) => (
                  <chakra.th
                    key={word}
                    textAlign="left"
                    fontSize="12px"
                    color="softInk"
                    fontWeight="600"
                    paddingY="6px"
                  >
                    {word}
                  </chakra.th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <chakra.tr
                key={row.id}
                css={{ '& td': { borderTop: '1px solid {colors.hairline}', paddingBlock: '9px' } }}
              >
                <td>
                  <b>{row.name}</b>
                </td>
                <td>{row.asked}</td>
                <chakra.td fontFamily="mono">
                  {formatCount(row.ready)} of {formatCount(shots.length)}
                </chakra.td>
                <chakra.td fontFamily="mono">{formatBytes(row.bytes)}</chakra.td>
                <chakra.td fontFamily="mono">
                  {row.ready > 0 ? formatBytes(row.heaviest) : '–'}
                </chakra.td>
                <td>
                  <Flex align="center" gap="8px">
                    {row.over > 0 && <Attention />}
                    {row.ready === 0
                      ? '–'
                      : row.over === 0
                        ? 'all'
                        : `${countOf(row.over, 'file')} over`}
                  </Flex>
                </td>
              </chakra.tr>
            ))}
          </tbody>
        </chakra.table>
        {returned.length > 0 && (
          <Box marginBottom="10px">
            <Flex align="center" gap="8px">
              <Attention />
              <Text flex="1">
                {countOf(returned.length, 'shot')} returned:{' '}
                {withReturned ? 'delivered all the same' : 'left out'}.
              </Text>
              <Action look="quiet" onClick={() => setWithReturned(!withReturned)}>
                {withReturned ? 'Leave out what was returned' : 'Deliver all the same'}
              </Action>
            </Flex>
            {returned.map(({ id, fileName, verdict }) => (
              <Text key={id} fontSize="12px" color="softInk" paddingLeft="18px">
                <Text as="span" fontFamily="mono">
                  {fileName}
                </Text>
                : {verdict?.kind === 'returned' ? verdict.reason : ''}
              </Text>
            ))}
          </Box>
        )}
        {unseen > 0 && unseen < view.shots.length && (
          <Text marginBottom="10px">
            {countOf(unseen, 'shot')} {unseen === 1 ? 'has' : 'have'} no verdict, or were changed
            since.
          </Text>
        )}
        {missing > 0 && (
          <Flex align="center" gap="8px" marginBottom="10px">
            <Attention />
            <Text>
              {countOf(missing, 'rendition')} {missing === 1 ? 'is' : 'are'} missing or out of date;
              make them on the sheet, or deliver without.
            </Text>
          </Flex>
        )}
        <Flex align="center" gap="14px" marginY="16px">
          <Action
            look="main"
            disabled={files.length === 0 || packed !== null}
            onClick={() => attempt(pack(), 'The zip could not be packed')}
          >
            {packed === null
              ? `Download ${countOf(files.length, 'rendition')}, ${formatBytes(ready.reduce((sum, { bytes }) => sum + bytes, 0))}`
              : `Packing ${formatCount(packed)} of ${formatCount(files.length)}`}
          </Action>
          {packed !== null && (
            <Action look="quiet" onClick={() => control.current?.abort()}>
              Stop
            </Action>
          )}
        </Flex>
        {concerns.length > 0 && (
          <>
            <Heading as="h2" fontSize="16px" marginTop="22px" marginBottom="6px">
              {countOf(concerns.length, 'rendition')} to look at first
            </Heading>
            {concerns.map(({ path, rendition }) => (
              <Flex
                key={path}
                gap="14px"
                paddingY="4px"
                borderTopWidth="1px"
                borderColor="hairline"
              >
                <Text fontFamily="mono" width="300px" truncate>
                  {path}
                </Text>
                <Text>
                  {rendition.findings
                    .map((finding) => describeFinding(finding) || wordsOf(finding).title)
                    .join(' ')}
                </Text>
              </Flex>
            ))}
          </>
        )}
      </Box>
    </Box>
  )
}
