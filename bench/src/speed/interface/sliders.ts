import type { Page } from 'playwright-core'

export interface SliderTimes {
  readonly median: number
  readonly p95: number
  readonly worst: number
}

export interface SliderResult {
  /** From a slider's input event to the picture drawn, 1600 px preview, in ms. */
  readonly plain: SliderTimes
  /** The same with every kind of setting of Light at work. */
  readonly full: SliderTimes
}

const MOVES = 40

/** Opens the first shot of the sheet on the bench and moves sliders of Light. */
export async function measureSliders(page: Page): Promise<SliderResult> {
  const id = await page.locator('[data-shot]').first().getAttribute('data-shot')
  await page.goto(`${page.url()}/shots/${id ?? ''}`)
  // The cut comes first, in the row, so that it does not compete.
  await page.locator('[data-testid=framed-now][data-drawn=true]').waitFor({ timeout: 60_000 })
  await page.keyboard.press('f')
  await page.locator('[data-testid=viewer] [data-drawn]').waitFor({ timeout: 60_000 })
  const plain = await dragSlider(page, 'Exposure')
  for (const label of ['Contrast', 'Shadows', 'Warmth', 'Saturation', 'Vibrance']) {
    await page.getByLabel(label, { exact: true }).focus()
    await page.keyboard.press('PageUp')
  }
  await page.waitForTimeout(1500)
  return { plain, full: await dragSlider(page, 'Highlights') }
}

/** Moves a slider step by step; each step waits for its picture. */
async function dragSlider(page: Page, label: string): Promise<SliderTimes> {
  const times = await page.evaluate(
    async ({ label, moves }) => {
      const slider = document.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`)
      const drawn = document.querySelector('[data-testid=viewer] [data-drawn]')
      if (!slider || !drawn) throw new Error('The bench is not open')
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set
      const [low, high] = [Number(slider.min) / 2, Number(slider.max) / 2]
      const found: number[] = []
      for (let i = 0; i < moves; i++) {
        await new Promise<void>((done) => {
          const observer = new MutationObserver(() => {
            observer.disconnect()
            found.push(performance.now() - began)
            done()
          })
          observer.observe(drawn, { attributes: true, attributeFilter: ['data-turn'] })
          const began = performance.now()
          set?.call(slider, String(low + ((high - low) * i) / moves))
          slider.dispatchEvent(new Event('input', { bubbles: true }))
        })
        await new Promise((rest) => setTimeout(rest, 30))
      }
      return found
    },
    { label, moves: MOVES },
  )
  const sorted = [...times].sort((a, b) => a - b)
  return {
    median: sorted[sorted.length >> 1] ?? 0,
    p95: sorted[Math.floor(sorted.length * 0.95)] ?? 0,
    worst: sorted.at(-1) ?? 0,
  }
}
