import { readdirSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { STEPS } from '@cloudbank/core/steps'
import { STEP_LENSES, STEP_UIS } from '.'

const foldersIn = (path: string): string[] =>
  readdirSync(new URL(path, import.meta.url), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
    .sort()

describe('every step has one folder in the core, one here, and one line in each registry', () => {
  const ids: string[] = STEPS.map(({ id }) => id)

  test('in the same order', () => {
    expect(STEP_UIS.map(({ id }) => id)).toEqual(ids)
  })

  test('and no folder is left over', () => {
    expect(foldersIn('.')).toEqual([...ids].sort())
    expect(foldersIn('../../../core/src/steps')).toEqual([...ids].sort())
  })
})

test('every control made by hand is of a setting that asks for one', () => {
  for (const { id, settings } of STEP_UIS) {
    const { controls } = STEPS.find((step) => step.id === id)!
    const own = controls
      .flatMap((group) => [...group.controls])
      .filter(({ kind }) => kind === 'own')
      .map(({ field }) => field as string)
    expect(own, id).toEqual(expect.arrayContaining(Object.keys(settings)))
  }
})

test('a lens is of a step that has a view for its tiles', () => {
  for (const { id } of STEP_LENSES)
    expect(STEPS.find((step) => step.id === id)!.views).toHaveProperty('tile')
})
