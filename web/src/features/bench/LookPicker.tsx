import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import { useRef } from 'react'
import {
  applyGrade,
  CubeError,
  formatCube,
  LOOK_IDS,
  LOOKS,
  parseCube,
  planGrade,
  sampleCube,
  withLook,
  type Look,
} from '@cloudbank/core/steps'
import { useNotices } from '../../notices'
import { database } from '../../data'
import { Action, Range } from '../../ui'
import { stemOf } from '../../work/fileName'
import { download } from '../../work/delivery'
import type { LightEditor } from './useLightEditor'

/** Colours along each side of an exported table. */
const CUBE_SIZE = 33

/** A look and its strength; own ones can be opened up, tables brought in and taken out. */
export function LookPicker({ editor, name }: { editor: LightEditor; name: string }) {
  const file = useRef<HTMLInputElement>(null)
  const { look } = editor.settings
  const choose = (id: string): void => {
    const own = LOOK_IDS.find((candidate) => candidate === id)
    if (own)
      editor.actions.keep(`Look ${LOOKS[own].name}`, {
        look: { from: 'own', id: own, strengthPct: 100 },
      })
    else if (id === 'none') editor.actions.keep('No look', { look: { from: 'none' } })
  }
  const bringIn = async (cube: File): Promise<void> => {
    try {
      const text = await cube.text()
      const { title } = parseCube(text)
      const bytes = new Uint8Array(await crypto.subtle.digest('SHA-256', await cube.arrayBuffer()))
      const hash = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('')
      const row = { hash, name: title === '' ? stemOf(cube.name) : title, text }
      await database.cubes.put(row)
      const chosen: Look = { from: 'cube', hash, name: row.name, strengthPct: 100 }
      editor.actions.keep(`Look ${row.name}`, { look: chosen })
    } catch (error) {
      const why = error instanceof CubeError ? error.message : 'it cannot be read'
      useNotices.getState().need(`${cube.name} is not a colour table: ${why}.`)
    }
  }
  const takeOut = (): void => {
    // A table holds what Light does by colour alone; the neutral belongs to the lighting.
    const grade = planGrade({ ...editor.settings, even: null, flattenPct: 0 }, [1, 1, 1])
    const lut = sampleCube(stemOf(name), CUBE_SIZE, (data) => applyGrade(data, grade))
    download(new Blob([formatCube(lut)], { type: 'text/plain' }), `${stemOf(name)}.cube`)
  }
  return (
    <>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field
          aria-label="Look"
          value={look.from === 'own' ? look.id : look.from}
          onChange={(event) => choose(event.target.value)}
        >
          <option value="none">none</option>
          {LOOK_IDS.map((id) => (
            <option key={id} value={id}>
              {LOOKS[id].name}: {LOOKS[id].words}
            </option>
          ))}
          {look.from === 'cube' && <option value="cube">{look.name}, a colour table</option>}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {look.from !== 'none' && (
        <Flex align="center" gap="8px" marginTop="4px">
          <Text fontSize="12px">Strength</Text>
          <Range
            type="range"
            aria-label="Strength of the look"
            min={0}
            max={100}
            value={look.strengthPct}
            onChange={(event) =>
              editor.actions.draft({ look: { ...look, strengthPct: Number(event.target.value) } })
            }
            onPointerUp={() =>
              editor.actions.keep(`Look at ${look.strengthPct} %`, { look }, 'look')
            }
            onKeyUp={() => editor.actions.keep(`Look at ${look.strengthPct} %`, { look }, 'look')}
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
            title="Puts the look’s settings on the sliders"
            onClick={() =>
              editor.actions.keep(
                `Look ${LOOKS[look.id].name} opened up`,
                withLook(editor.settings),
              )
            }
          >
            Open up
          </Action>
        )}
        <Action look="quiet" fontSize="12px" onClick={() => file.current?.click()}>
          Bring in .cube
        </Action>
        <Action look="quiet" fontSize="12px" onClick={takeOut}>
          Take out .cube
        </Action>
      </Flex>
      <input
        ref={file}
        type="file"
        accept=".cube"
        hidden
        aria-label="Colour table to bring in"
        onChange={(event) => {
          const [cube] = event.target.files ?? []
          if (cube) void bringIn(cube)
          event.target.value = ''
        }}
      />
    </>
  )
}
