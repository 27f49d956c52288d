import { expandPattern, variablesOf, type NamePattern, type ShotAbout } from '../../names'
import type { TextSpan } from '../../typeset'
import { oldPriceOf } from './which'

/** Text between two of these is struck through, as in Markdown. */
const STRUCK = /~~(.+?)~~/g

/** Lines of a text are kept; what stands in each is a pattern of its own. */
const expanded = (text: string, about: ShotAbout): string => {
  const words = { ...about.words, 'old price': oldPriceOf(about) }
  return text
    .split('\n')
    .map((line) => expandPattern(line, words))
    .join('\n')
}

/** What a mark says of a shot: its pattern with the product's data, and which of it is struck through. */
export function textOf(pattern: NamePattern, about: ShotAbout): readonly TextSpan[] {
  const spans: TextSpan[] = []
  let from = 0
  const add = (text: string, struck: boolean): void => {
    if (text !== '') spans.push({ text, struck })
  }
  for (const match of pattern.matchAll(STRUCK)) {
    const [whole, inner = ''] = match
    add(plain(pattern.slice(from, match.index), about), false)
    add(expanded(inner, about), true)
    from = match.index + whole.length
  }
  add(plain(pattern.slice(from), about), false)
  return spans.some(({ text }) => text.trim() !== '') ? spans : []
}

/** Expanding takes the spaces off both ends, which set a piece apart from its neighbours. */
function plain(pattern: string, about: ShotAbout): string {
  const [before = ''] = /^[ ]*/.exec(pattern) ?? []
  const [after = ''] = /[ ]*$/.exec(pattern) ?? []
  const text = expanded(pattern, about)
  return text === '' ? (pattern.trim() === '' ? pattern : '') : before + text + after
}

/** Words that a text asks for and a shot does not have. */
export const wordsMissing = (pattern: NamePattern, about: ShotAbout): string[] =>
  variablesOf(pattern).filter(
    (name) => (name === 'old price' ? oldPriceOf(about) : (about.words[name] ?? '')).trim() === '',
  )
