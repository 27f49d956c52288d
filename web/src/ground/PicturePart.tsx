import { Box, Flex, NativeSelect, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useLiveQuery } from 'dexie-react-hooks'
import type { SceneLight } from '@cloudbank/core/scene'
import { formatSigned } from '@cloudbank/core/words'
import { database, AssetHash } from '../data'
import { attempt } from '../notices'
import { Action, FilePicker, Slider } from '../ui'
import { SceneWindow } from './SceneWindow'
import { bringInPicture } from '../work/assets'
import type { FrameToFill } from './useSceneVariants'
import type { Behind } from './behind'
import { strings } from './strings'

export type PictureBehind = Extract<Behind, { kind: 'picture' }>

const FITS = [
  { value: 'fill', words: strings.fillsFrameCropped },
  { value: 'whole', words: strings.wholeEdgesExtended },
  { value: 'repeat', words: strings.repeatedInTiles },
] as const

interface Props {
  /** Null until one has been chosen. */
  readonly behind: PictureBehind | null
  readonly frame: FrameToFill
  /** @param light of a made scene, by which shadow and product are fitted into it. */
  readonly onChange: (next: PictureBehind, light?: SceneLight) => void
}

/** A picture of one's own behind the product: which, how it fits, how blurred and light it is. */
export function PicturePart({ behind, frame, onChange }: Props) {
  const [isMaking, setMaking] = useState(false)
  const known =
    useLiveQuery(() => database.assets.filter(({ role }) => role === 'ground').toArray(), []) ?? []
  const choose = ({ hash, name }: { hash: string; name: string }, light?: SceneLight): void =>
    onChange(
      {
        ...(behind ?? { fit: 'fill', sizePct: 25, blurPct: 0, lightEv: 0 }),
        kind: 'picture',
        hash,
        name,
      },
      light,
    )
  return (
    <>
      <Flex gap="8px" align="center" marginBottom="6px">
        {behind && <Thumbnail hash={behind.hash} name={behind.name} />}
        <Box flex="1" minWidth="0">
          {known.length > 0 && (
            <NativeSelect.Root size="xs">
              <NativeSelect.Field
                aria-label={strings.picture}
                value={behind?.hash ?? ''}
                onChange={(event) => {
                  const chosen = known.find(({ hash }) => hash === event.target.value)
                  if (chosen) choose(chosen)
                }}
              >
                {!behind && (
                  <option value="" disabled>
                    {strings.chooseOne}
                  </option>
                )}
                {known.map(({ hash, name }) => (
                  <option key={hash} value={hash}>
                    {name}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          )}
          <FilePicker
            label={strings.importPicture}
            name={strings.pictureToImport}
            accept="image/*"
            onFile={(picture) =>
              attempt(
                bringInPicture(picture, 'ground').then((row) => choose(row)),
                strings.cantBeUsedAsGround(picture.name),
              )
            }
          />
          <Action look="quiet" fontSize="12px" onClick={() => setMaking(true)}>
            {strings.makeSceneLabel}
          </Action>
          {isMaking && (
            <SceneWindow
              open
              frame={frame}
              onClose={() => setMaking(false)}
              onUse={({ light, ...kept }) => choose(kept, light)}
            />
          )}
        </Box>
      </Flex>
      {behind && (
        <>
          <NativeSelect.Root size="xs" marginBottom="4px">
            <NativeSelect.Field
              aria-label={strings.howItFits}
              value={behind.fit}
              onChange={(event) => {
                const fit = FITS.find(({ value }) => value === event.target.value)?.value
                if (fit) onChange({ ...behind, fit })
              }}
            >
              {FITS.map(({ value, words }) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
          {behind.fit === 'repeat' && (
            <Slider
              label={strings.sizeOfTile}
              reading={`${behind.sizePct} %`}
              min={2}
              max={100}
              step={1}
              value={behind.sizePct}
              onChange={(sizePct) => onChange({ ...behind, sizePct })}
            />
          )}
          <Slider
            label={strings.blur}
            reading={`${behind.blurPct} %`}
            min={0}
            max={100}
            step={1}
            value={behind.blurPct}
            onChange={(blurPct) => onChange({ ...behind, blurPct })}
          />
          <Slider
            label={strings.brightness}
            reading={`${formatSigned(behind.lightEv, 1)} stops`}
            min={-3}
            max={3}
            step={0.1}
            value={behind.lightEv}
            onChange={(lightEv) => onChange({ ...behind, lightEv: Number(lightEv.toFixed(1)) })}
          />
        </>
      )}
    </>
  )
}

/** What the picture is like, small; words where it is not here. */
function Thumbnail({ hash, name }: { hash: string; name: string }) {
  const [url, setUrl] = useState<string | null | undefined>(undefined)
  useEffect(() => {
    let made: string | null = null
    let current = true
    database.assets
      .get(AssetHash.parse(hash))
      .then((row) => {
        if (!current) return
        made = row ? URL.createObjectURL(row.blob) : null
        setUrl(made)
      })
      .catch(() => current && setUrl(null))
    return () => {
      current = false
      if (made) URL.revokeObjectURL(made)
    }
  }, [hash])
  if (url === null)
    return (
      <Text fontSize="12px" fontWeight="600">
        {strings.isMissing(name)}
      </Text>
    )
  return (
    <Box
      width="56px"
      height="56px"
      flex="none"
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="2px"
      overflow="hidden"
    >
      {url && (
        <img
          src={url}
          alt={name}
          title={name}
          style={{ width: '100%', height: '100%', objectFit: 'cover' }}
        />
      )}
    </Box>
  )
}
