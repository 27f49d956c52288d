import { expect, test } from 'vitest'
import { BriefSteps } from '@cloudbank/core/brief'
import { isAnswered, QUESTIONS, withAnswer } from './questions'

const start = BriefSteps.parse({})

test('there are six to nine questions, and every answer is a valid brief', () => {
  expect(QUESTIONS.length).toBeGreaterThanOrEqual(6)
  expect(QUESTIONS.length).toBeLessThanOrEqual(9)
  for (const answer of QUESTIONS.flatMap(({ answers }) => answers)) {
    const given = withAnswer(start, answer)
    expect(BriefSteps.parse(given)).toEqual(given)
    expect(isAnswered(given, answer)).toBe(true)
  }
})

test('of the answers to one question only the one that was given stands', () => {
  for (const { answers } of QUESTIONS)
    for (const answer of answers) {
      const given = withAnswer(start, answer)
      expect(answers.filter((other) => isAnswered(given, other))).toEqual([answer])
    }
})

test('an answer leaves what the other questions are about as it was', () => {
  const shadow = QUESTIONS.find(({ id }) => id === 'shadow')!.answers[2]!
  const ground = QUESTIONS.find(({ id }) => id === 'ground')!.answers[1]!
  const both = withAnswer(withAnswer(start, shadow), ground)
  expect(isAnswered(both, shadow)).toBe(true)
  expect(isAnswered(both, ground)).toBe(true)
})
