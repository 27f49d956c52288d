import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import { useRef } from 'react'
import { stemOf } from '@cloudbank/core/names'
import {
  applyGrade,
  formatCube,
  LOOK_IDS,
  LOOKS,
  planGrade,
  sampleCube,
  withLook,
  type LightSettings,
  type Look,
} from '@cloudbank/core/steps'
import { isSame } from '../../data'
import { attempt } from '../../notices'
import { Action, Range } from '../../ui'
import { bringInCube, cubeOf } from '../../work/assets'
import { download } from '../../work/delivery'
import type { ShotActions } from '../../stage/useShotEditor'
import { strings } from './strings'

/** Colours along each side of an exported table. */
const CUBE_SIZE = 33

interface Props {
  readonly settings: LightSettings
  readonly actions: ShotActions
  /** The shot's file name, by which a table that is taken out is called. */
  readonly name: string
}

/** A look and its strength; own ones can be opened up, tables brought in and taken out. */
export function LookPicker({ settings, actions, name }: Props) {
  const file = useRef<HTMLInputElement>(null)
  const { look } = settings
  const keep = (words: string, next: Look, mergeKey?: string): void =>
    actions.keep(words, 'light', { look: next }, mergeKey)
  const choose = (id: string): void => {
    const own = LOOK_IDS.find((candidate) => candidate === id)
    if (own) keep(strings.lookWithName(LOOKS[own].name), { from: 'own', id: own, strengthPct: 100 })
    else if (id === 'none') keep(strings.noLook, { from: 'none' })
  }
  const bringIn = async (table: File): Promise<void> => {
    const { hash, name: title } = await bringInCube(table)
    keep(strings.lookWithTitle(title), { from: 'cube', hash, name: title, strengthPct: 100 })
  }
  const takeOut = async (): Promise<void> => {
    const cube = look.from === 'cube' ? await cubeOf(look.hash) : null
    // A table holds what Light does by colour alone; the neutral belongs to the lighting.
    const grade = planGrade({ ...settings, even: null, flattenPct: 0 }, [1, 1, 1], cube)
    const lut = sampleCube(stemOf(name), CUBE_SIZE, (data) => applyGrade(data, grade))
    download(new Blob([formatCube(lut)], { type: 'text/plain' }), `${stemOf(name)}.cube`)
  }
  return (
    <>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field
          aria-label={strings.look}
          value={look.from === 'own' ? look.id : look.from}
          onChange={(event) => choose(event.target.value)}
        >
          <option value="none">{strings.none}</option>
          {LOOK_IDS.map((id) => (
            <option key={id} value={id}>
              {LOOKS[id].name}: {LOOKS[id].words}
            </option>
          ))}
          {look.from === 'cube' && <option value="cube">{strings.colourTable(look.name)}</option>}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {look.from !== 'none' && (
        <Flex align="center" gap="8px" marginTop="4px">
          <Text fontSize="12px">{strings.strength}</Text>
          <Range
            type="range"
            aria-label={strings.strengthOfLook}
            min={0}
            max={100}
            value={look.strengthPct}
            onChange={(event) =>
              actions.show('light', { look: { ...look, strengthPct: Number(event.target.value) } })
            }
            onPointerUp={() => keep(strings.lookAt(look.strengthPct), look, 'look')}
            onKeyUp={() => keep(strings.lookAt(look.strengthPct), look, 'look')}
            flex="1"
          />
          <Text fontFamily="mono" fontSize="12px" width="40px" textAlign="right">
            {look.strengthPct} %
          </Text>
        </Flex>
      )}
      <Flex gap="2px" marginLeft="-6px" marginTop="2px" wrap="wrap">
        {look.from === 'own' && (
          <Action
            look="quiet"
            fontSize="12px"
            title={strings.copiesLooksSettingsToSliders}
            onClick={() =>
              actions.keep(
                strings.lookCopiedToSliders(LOOKS[look.id].name),
                'light',
                openedUp(settings),
              )
            }
          >
            {strings.openUp}
          </Action>
        )}
        <Action look="quiet" fontSize="12px" onClick={() => file.current?.click()}>
          {strings.importCube}
        </Action>
        <Action
          look="quiet"
          fontSize="12px"
          onClick={() => attempt(takeOut(), strings.colourTableCouldntBeMade)}
        >
          {strings.exportCube}
        </Action>
      </Flex>
      <input
        ref={file}
        type="file"
        accept=".cube"
        hidden
        aria-label={strings.colourTableToImport}
        onChange={(event) => {
          const [table] = event.target.files ?? []
          if (table) attempt(bringIn(table), strings.cantBeUsedAsColour(table.name))
          event.target.value = ''
        }}
      />
    </>
  )
}

/** The settings that become other ones when the look's own are put on the sliders. */
const openedUp = (settings: LightSettings): Partial<LightSettings> =>
  Object.fromEntries(
    Object.entries(withLook(settings)).filter(
      ([field, value]) => !isSame(value, settings[field as keyof LightSettings]), // its own fields
    ),
  )
