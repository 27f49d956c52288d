// Fits the judge of Cut (core/src/steps/cut/confidence.ts) to scorecards, and says how well it is calibrated.
//   npm run score -- cut --set FOLDER --json > CARD.json      (as many sets as there are)
//   node training/judge.mjs FIT.json… [-- HELD_OUT.json…]
// A logistic regression on logarithms of the signs that a cut gives of itself, against whether it was good.
import { readFileSync } from 'node:fs'

/** As in confidence.ts. */
const LEAST_SHARE = 0.0005
const RIDGE = 3
const FOLDS = 8
const NAMES = ['moved', 'raggedness', 'explained', 'holes']

const [fitFiles, heldOutFiles] = split(process.argv.slice(2))
const fit = fitFiles.flatMap(readCard)
if (fit.length === 0) {
  console.error('node training/judge.mjs FIT.json… [-- HELD_OUT.json…]')
  process.exit(2)
}
const model = train(fit)
const [intercept, ...weights] = model
console.log(`const INTERCEPT = ${intercept.toFixed(2)}`)
console.log(
  `const WEIGHTS = { ${NAMES.map((name, i) => `${name}: ${weights[i].toFixed(3)}`).join(', ')} }`,
)
report('fitted on, each eighth judged by the others', crossJudged(fit))
const heldOut = heldOutFiles.flatMap(readCard)
if (heldOut.length > 0)
  report(
    'held out',
    heldOut.map((shot) => ({ ...shot, chance: chanceOf(model, shot.x) })),
  )

function split(args) {
  const at = args.indexOf('--')
  return at < 0 ? [args, []] : [args.slice(0, at), args.slice(at + 1)]
}

/** The shots of a card that were cut: their signs as regressors, and whether they are good. */
function readCard(file) {
  const { shots } = JSON.parse(readFileSync(file, 'utf8'))
  return shots
    .filter(({ signs }) => signs !== null)
    .map(({ signs: { moved, raggedness, explained01, holes }, good }) => ({
      x: [1, Math.log(moved + LEAST_SHARE), Math.log(raggedness), explained01, Math.log(1 + holes)],
      good: good ? 1 : 0,
    }))
}

function chanceOf(model, x) {
  return 1 / (1 + Math.exp(-x.reduce((sum, value, i) => sum + value * model[i], 0)))
}

/** Newton's method on the likelihood, with a ridge on the weights of the standardised regressors. */
function train(shots) {
  const count = shots[0].x.length
  const mean = Array.from({ length: count }, (_, i) => average(shots.map(({ x }) => x[i])))
  const spread = mean.map((m, i) =>
    i === 0 ? 1 : Math.sqrt(average(shots.map(({ x }) => (x[i] - m) ** 2))) + 1e-9,
  )
  const scaled = shots.map(({ x, good }) => ({
    z: x.map((value, i) => (i === 0 ? 1 : (value - mean[i]) / spread[i])),
    good,
  }))
  let model = new Array(count).fill(0)
  for (let round = 0; round < 50; round++) {
    const gradient = model.map((w, i) => (i === 0 ? 0 : RIDGE * w))
    const hessian = model.map((_, i) => model.map((_, j) => (i === j && i > 0 ? RIDGE : 0)))
    for (const { z, good } of scaled) {
      const p = chanceOf(model, z)
      for (let i = 0; i < count; i++) {
        gradient[i] += (p - good) * z[i]
        for (let j = 0; j < count; j++) hessian[i][j] += p * (1 - p) * z[i] * z[j]
      }
    }
    const step = solve(hessian, gradient)
    model = model.map((w, i) => w - step[i])
  }
  const weights = model.map((w, i) => (i === 0 ? 0 : w / spread[i]))
  weights[0] = model[0] - weights.reduce((sum, w, i) => sum + (i === 0 ? 0 : w * mean[i]), 0)
  return weights
}

/** Gaussian elimination with pivots. */
function solve(matrix, right) {
  const rows = matrix.map((row, i) => [...row, right[i]])
  for (let i = 0; i < rows.length; i++) {
    const pivot = rows.reduce(
      (best, row, k) => (k >= i && Math.abs(row[i]) > Math.abs(rows[best][i]) ? k : best),
      i,
    )
    ;[rows[i], rows[pivot]] = [rows[pivot], rows[i]]
    for (let k = 0; k < rows.length; k++) {
      if (k === i) continue
      const factor = rows[k][i] / rows[i][i]
      for (let j = i; j < rows[k].length; j++) rows[k][j] -= factor * rows[i][j]
    }
  }
  return rows.map((row, i) => row.at(-1) / row[i])
}

/** Every eighth shot judged by a model of the others. */
function crossJudged(shots) {
  return shots.map((shot, i) => {
    const others = shots.filter((_, k) => k % FOLDS !== i % FOLDS)
    crossJudged.models ??= new Map()
    const known = crossJudged.models.get(i % FOLDS) ?? train(others)
    crossJudged.models.set(i % FOLDS, known)
    return { ...shot, chance: chanceOf(known, shot.x) }
  })
}

function report(title, judged) {
  console.log(`\n${title}: ${judged.length} cuts, ${judged.filter(({ good }) => good).length} good`)
  for (const [from, to] of [
    [0, 0.2],
    [0.2, 0.4],
    [0.4, 0.6],
    [0.6, 0.8],
    [0.8, 1.01],
  ]) {
    const within = judged.filter(({ chance }) => chance >= from && chance < to)
    if (within.length === 0) continue
    const chance = average(within.map((shot) => shot.chance)).toFixed(2)
    const good = average(within.map((shot) => shot.good)).toFixed(2)
    console.log(
      `  ${from}–${Math.min(1, to)}: ${within.length} cuts, chance ${chance}, good ${good}`,
    )
  }
  for (const limit of [0.3, 0.4, 0.5, 0.6, 0.7]) {
    const flagged = (good) =>
      average(
        judged.filter((shot) => shot.good === good).map(({ chance }) => (chance < limit ? 1 : 0)),
      )
    console.log(
      `  amber below ${limit}: of the bad ${flagged(0).toFixed(2)}, of the good ${flagged(1).toFixed(2)}`,
    )
  }
}

function average(values) {
  return values.reduce((sum, value) => sum + value, 0) / values.length
}
