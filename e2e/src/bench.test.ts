import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { rowsOf, startApp, type RunningApp } from './harness'
import { openShoot } from './openShoot'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

/** Opens the first shot of a new shoot on the bench, with Light drawn. */
async function openBench(files: Parameters<typeof openShoot>[1]): Promise<void> {
  const { page } = app
  await openShoot(app, files, 'measured')
  await page.locator('.tile').first().dblclick()
  await drawn(page)
}

/** Sees the shot alone, and waits until it is drawn. */
async function drawn(page: Page): Promise<void> {
  await page.getByRole('navigation', { name: 'Stages' }).waitFor()
  await page.keyboard.press('f')
  await page.locator('[data-testid=viewer] [data-drawn]').waitFor({ timeout: 30_000 })
}

const slider = (name: string) => app.page.getByLabel(name, { exact: true })
/** What was changed on the shot, as a list that is opened. */
async function history() {
  const list = app.page.getByRole('list', { name: 'History' })
  if (!(await list.isVisible()))
    await app.page.getByRole('button', { name: /^\d+ changes? to this shot/ }).click()
  return list
}
/** Waits until a deed is the last one anywhere. */
const undoes = (words: string | RegExp): Promise<void> =>
  app.page
    .getByRole('button', { name: typeof words === 'string' ? `Undo ${words}` : words })
    .waitFor()

/** What a setting of Light is for the first shot of the newest shoot, in the database. */
async function keptLight(): Promise<Record<string, unknown>> {
  const shots = await rowsOf<{ shootId: string; touches: { light?: object } }>(app.page, 'shots')
  const shootId = app.page.url().split('/')[4]
  return { ...shots.find((shot) => shot.shootId === shootId)?.touches.light }
}

test('one shot is worked on without a mouse: slider, undo, redo after a reload, pass and return', async () => {
  const { page } = app
  await openShoot(app, ['OCK-101-front.jpg', 'OCK-101-reference.jpg'], 'measured')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await drawn(page)
  const exposure = page.getByLabel('Exposure', { exact: true })
  await exposure.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await undoes('Exposure +0.20')
  await page.getByLabel('Contrast', { exact: true }).focus()
  await page.keyboard.press('End')
  await undoes('Contrast +100')
  // A slider has the focus; letters still reach the screen.
  await page.keyboard.press('u')
  await expect.poll(() => page.getByLabel('Contrast', { exact: true }).inputValue()).toBe('0')
  await page.reload()
  await drawn(page)
  await page.keyboard.press('Shift+U')
  await expect.poll(() => page.getByLabel('Contrast', { exact: true }).inputValue()).toBe('100')

  await page.keyboard.press('v')
  await page.getByTestId('verdict').getByText('Passed').waitFor()
  await page.keyboard.press('j')
  await page.getByLabel('Reason').fill('too contrasty')
  await page.keyboard.press('Enter')
  await page.getByTestId('verdict').getByText('Returned: too contrasty').waitFor()

  await page.keyboard.press('t')
  const window = page.getByRole('dialog', { name: 'Copy to siblings' })
  await window.getByRole('button', { name: 'Copy to 1 shot' }).click()
  await window.waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Restore original' }).click()
  await expect.poll(() => exposure.inputValue()).toBe('0')
  // What was carried is on the sibling, and is its own now.
  await page.keyboard.press('Escape')
  await page.getByRole('listbox', { name: 'Shots' }).waitFor()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect.poll(() => exposure.inputValue()).toBe('0.2')
  await (await history()).getByText('Exposure +0.20, Contrast +100 copied to 1 shot').waitFor()
})

test('a shot’s settings are copied to those that were selected with it on the sheet', async () => {
  await openBench(['OCK-101-front.jpg', 'OCK-102-front.jpg', 'OCK-103-front.jpg'])
  const { page } = app
  await page.keyboard.press('Escape')
  const tiles = page.locator('.tile')
  await tiles.nth(2).click()
  await tiles.nth(0).click({ modifiers: ['Control'] })
  await page.keyboard.press('Enter')
  await slider('Exposure').focus()
  await page.keyboard.press('ArrowRight')
  await undoes('Exposure +0.05')
  await page.keyboard.press('t')
  const window = page.getByRole('dialog', { name: 'Copy to siblings' })
  await window.getByText('the others selected on the sheet').click()
  await window.getByRole('button', { name: 'Copy to 1 shot' }).click()
  await page.getByText('Exposure +0.05 copied to 1 shot.').waitFor()
  interface Row {
    readonly shootId: string
    readonly fileName: string
    readonly touches: { readonly light?: object }
  }
  const [, , here] = new URL(page.url()).pathname.split('/')
  const touched = (await rowsOf<Row>(page, 'shots')).filter(
    ({ shootId, touches }) => shootId === here && touches.light,
  )
  expect(touched.map(({ fileName }) => fileName).sort()).toEqual([
    'OCK-101-front.jpg',
    'OCK-103-front.jpg',
  ])
})

describe('a change under way', () => {
  test('is not thrown away when something else in the shoot changes meanwhile', async () => {
    await openBench(['OCK-101-front.jpg', 'OCK-102-front.jpg', 'OCK-103-front.jpg'])
    const { page } = app
    const exposure = slider('Exposure')
    const box = (await exposure.boundingBox())!
    const at = (share: number) => [box.x + box.width * share, box.y + box.height / 2] as const
    await page.mouse.move(...at(0.5))
    await page.mouse.down()
    await page.mouse.move(...at(0.75), { steps: 4 })
    const held = await exposure.inputValue()
    expect(Number(held)).toBeGreaterThan(1)
    // Another tab changes the brief while the hand is on the slider.
    const other = await app.context.newPage()
    await other.goto(page.url().replace(/\/shots\/.*/, '/brief'))
    await other.getByLabel('Warmth', { exact: true }).fill('7')
    await other.getByLabel('Warmth', { exact: true }).press('Enter')
    await expect.poll(() => slider('Warmth').inputValue()).toBe('7')
    expect(await exposure.inputValue()).toBe(held)
    await page.mouse.up()
    await undoes(/^Undo Exposure \+/)
    expect(await exposure.inputValue()).toBe(held)
    await other.close()
  })

  test('of quick key presses the last one is kept, though the page is left at once', async () => {
    await openBench(['OCK-101-front.jpg'])
    const { page } = app
    await slider('Exposure').focus()
    for (let i = 0; i < 30; i++) await page.keyboard.press('ArrowRight')
    await page.reload()
    await drawn(page)
    await expect.poll(() => slider('Exposure').inputValue()).toBe('1.5')
    await expect.poll(keptLight).toEqual({ exposureEv: 1.5 })
  })
})

describe('undo', () => {
  test('names the last deed anywhere and takes it back; a shot’s own history goes back for that shot alone', async () => {
    await openBench(['OCK-101-front.jpg', 'OCK-102-front.jpg', 'OCK-103-front.jpg'])
    const { page } = app
    await slider('Exposure').focus()
    await page.keyboard.press('ArrowRight')
    await undoes('Exposure +0.05')
    await page.keyboard.press('t')
    const window = page.getByRole('dialog', { name: 'Copy to siblings' })
    await window.getByText('every other shot').click()
    await window.getByRole('button', { name: 'Copy to 2 shots' }).click()
    await window.waitFor({ state: 'detached' })
    await page.getByText('Exposure +0.05 copied to 2 shots.').waitFor()
    const go = async (key: string, name: string): Promise<void> => {
      // A slider that has the focus would take the arrow.
      await page.getByRole('heading', { level: 1 }).click()
      // So would a window, until it is closed.
      await page.locator('[role=dialog][data-state=open]').waitFor({ state: 'detached' })
      await page.keyboard.press(key)
      await page.getByRole('heading', { level: 1, name }).waitFor()
    }
    await go('ArrowRight', 'OCK-102-front.jpg')
    await slider('Contrast').focus()
    await page.keyboard.press('ArrowRight')
    await undoes('Contrast +1')
    await go('ArrowRight', 'OCK-103-front.jpg')
    await expect.poll(() => slider('Exposure').inputValue()).toBe('0.05')
    // Of another shot, and still the last one.
    await undoes('Contrast +1')
    await page.keyboard.press('Control+z')
    await undoes('Exposure +0.05 copied to 2 shots')
    await (await history()).getByRole('button', { name: 'copied to 2 shots' }).click()
    await expect.poll(() => slider('Exposure').inputValue()).toBe('0')
    await go('ArrowLeft', 'OCK-102-front.jpg')
    await expect.poll(() => slider('Exposure').inputValue()).toBe('0.05')
    expect(await slider('Contrast').inputValue()).toBe('0')
    await page.keyboard.press('u')
    await expect.poll(() => slider('Exposure').inputValue()).toBe('0')
    await page.keyboard.press('Control+Shift+z')
    await expect.poll(() => slider('Exposure').inputValue()).toBe('0.05')
  })

  test('after a change kept for the brief takes that one back; going back to a change takes back what came after it', async () => {
    await openBench(['OCK-101-front.jpg'])
    const { page } = app
    const press = async (name: string, words: string): Promise<void> => {
      await slider(name).focus()
      await page.keyboard.press('ArrowRight')
      await undoes(words)
    }
    await press('Contrast', 'Contrast +1')
    await page.getByRole('radio', { name: /^brief/ }).click()
    await press('Saturation', 'Saturation +1, in the brief')
    await page.keyboard.press('u')
    await expect.poll(() => slider('Saturation').inputValue()).toBe('0')
    expect(await slider('Contrast').inputValue()).toBe('1')
    await page.getByRole('radio', { name: 'this shot' }).click()
    await press('Warmth', 'Warmth +1')
    // With the slider still in hand.
    await page.keyboard.press('Control+z')
    await expect.poll(() => slider('Warmth').inputValue()).toBe('0')
    await press('Warmth', 'Warmth +1')
    await (await history()).getByRole('button', { name: 'Contrast +1' }).click()
    await expect.poll(() => slider('Contrast').inputValue()).toBe('0')
    expect(await slider('Warmth').inputValue()).toBe('0')
  })
})

test('a shot is seen in its row: framed between its neighbours, redrawn as it changes, and walked along', async () => {
  const { page } = app
  await openShoot(
    app,
    ['OCK-108-front.jpg', 'OCK-108-three-quarter.jpg', 'OCK-111-top.jpg'],
    'made',
  )
  await page.locator('.tile[aria-label^="OCK-108-three-quarter"]').dblclick()
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Light' }).click()
  const now = page.locator('[data-testid=framed-now][data-drawn=true] canvas')
  await now.waitFor({ timeout: 30_000 })
  const neighbours = page.getByRole('group', { name: 'Row' }).getByRole('button')
  await expect.poll(() => neighbours.count()).toBe(2)
  // All stand on one line, at one size.
  const boxes = await Promise.all(
    [now, neighbours.nth(0), neighbours.nth(1)].map((one) => one.boundingBox()),
  )
  const [own, before, after] = boxes.map((box) => box!)
  for (const other of [before!, after!]) {
    expect([other.width, other.height, other.y]).toEqual([own!.width, own!.height, own!.y])
  }
  expect(own!.x - before!.x).toBe(after!.x - own!.x)
  const middle = () =>
    now.evaluate((canvas: HTMLCanvasElement) => {
      const at = [canvas.width / 2, canvas.height * 0.7] as const
      return [...canvas.getContext('2d')!.getImageData(...at, 1, 1).data]
    })
  const [red = 0] = await middle()
  await slider('Exposure').focus()
  await page.keyboard.press('Home')
  await expect.poll(async () => (await middle())[0]!, { timeout: 20_000 }).toBeLessThan(red * 0.7)

  // Escape closes the list of changes, not the bench.
  await history()
  await page.keyboard.press('Escape')
  await page.getByRole('list', { name: 'History' }).waitFor({ state: 'detached' })
  await page.getByRole('group', { name: 'Row' }).waitFor()

  // The row's lines follow the hand, before it lets go.
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Frame' }).click()
  const foot = async (): Promise<number> => (await page.getByTestId('base-line').boundingBox())!.y
  const stood = await foot()
  const fill = (await slider('Fill').boundingBox())!
  await page.mouse.move(fill.x + fill.width * 0.8, fill.y + fill.height / 2)
  await page.mouse.down()
  await page.mouse.move(fill.x + fill.width * 0.3, fill.y + fill.height / 2, { steps: 4 })
  await expect.poll(foot).toBeLessThan(stood - 20)
  await page.mouse.up()

  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('ArrowLeft')
  await page.getByRole('heading', { level: 1, name: 'OCK-108-front.jpg' }).waitFor()
  await page.getByRole('button', { name: 'Open OCK-108-three-quarter.jpg' }).click()
  await page.getByRole('heading', { level: 1, name: 'OCK-108-three-quarter.jpg' }).waitFor()
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Light' }).click()
  expect(await slider('Exposure').inputValue()).toBe('-4')
})
