// Fits the judge of Cut (core/src/steps/cut/confidence.ts) to scorecards, and says how well it is calibrated.
//   npm run score -- cut --set FOLDER --json > CARD.json      (as many sets as there are)
//   node training/judge.mjs CARD.json…
// A logistic regression on signs that a cut gives of itself, against whether it is good. Every set counts alike,
// and each is judged by a model of the others.
import { readFileSync } from 'node:fs'
import { basename } from 'node:path'

/** As in confidence.ts. */
const MIN_SHARE = 0.0005
const MIN_MISS = 0.005
const RIDGE = 3
const NAMES = ['moved', 'raggedness', 'holes', 'expected', 'agreement']

/** A cut is good from this IoU on; what is under the one must be flagged, what is over the other should not. */
const GOOD_IOU = 0.95
const BAD_IOU = 0.93
const CLEAN_IOU = 0.97

const files = process.argv.slice(2)
if (files.length === 0) {
  console.error('node training/judge.mjs CARD.json…')
  process.exit(2)
}
const sets = files.map((file) => ({ name: basename(file, '.json'), shots: readCard(file) }))
printJudge('GOOD', train(weighted(sets)))
printJudge('MISS', trainMiss(weighted(sets)))
const judged = sets.flatMap((set) => {
  const others = sets.filter((other) => other !== set)
  const among = weighted(others.length > 0 ? others : sets)
  const model = train(among)
  const missModel = trainMiss(among)
  return set.shots.map((shot) => ({
    ...shot,
    set: set.name,
    chance: chanceOf(model, shot.x),
    miss: Math.exp(sumOf(missModel, shot.x)) - MIN_MISS,
  }))
})
for (const { name } of sets)
  reportFlags(
    name,
    judged.filter(({ set }) => set === name),
  )
report(judged)
reportMiss(judged)

function printJudge(name, [intercept, ...weights]) {
  const entries = NAMES.map((sign, i) => `${sign}: ${weights[i].toFixed(3)}`).join(', ')
  console.log(`const ${name}: Judge = { intercept: ${intercept.toFixed(2)}, ${entries} }`)
}

/** The shots of a card that were cut: their signs as regressors, and how good they are. */
function readCard(file) {
  const { shots } = JSON.parse(readFileSync(file, 'utf8'))
  return shots
    .filter(({ signs }) => signs !== null)
    .map(({ iou, signs }) => ({
      x: [
        1,
        Math.log(signs.moved + MIN_SHARE),
        Math.log(signs.raggedness),
        Math.log(1 + signs.holes),
        Math.log(1 - signs.expectedIou + MIN_MISS),
        Math.log(1 - signs.agreement01 + MIN_MISS),
      ],
      iou,
      good: iou >= GOOD_IOU ? 1 : 0,
    }))
}

/** The shots of all sets, each set with the same weight. */
function weighted(all) {
  const mean = average(all.map(({ shots }) => shots.length))
  return all.flatMap(({ shots }) => shots.map((shot) => ({ ...shot, weight: mean / shots.length })))
}

function sumOf(model, x) {
  return x.reduce((sum, value, i) => sum + value * model[i], 0)
}

function chanceOf(model, x) {
  return 1 / (1 + Math.exp(-sumOf(model, x)))
}

/** Regressors with a mean of 0 and a spread of 1 but for the first, and the way back for the weights found. */
function standardised(shots) {
  const count = shots[0].x.length
  const mean = Array.from({ length: count }, (_, i) => average(shots.map(({ x }) => x[i])))
  const spread = mean.map((m, i) =>
    i === 0 ? 1 : Math.sqrt(average(shots.map(({ x }) => (x[i] - m) ** 2))) + 1e-9,
  )
  const scaled = shots.map((shot) => ({
    ...shot,
    z: shot.x.map((value, i) => (i === 0 ? 1 : (value - mean[i]) / spread[i])),
  }))
  const back = (model) => {
    const weights = model.map((w, i) => (i === 0 ? 0 : w / spread[i]))
    weights[0] = model[0] - weights.reduce((sum, w, i) => sum + (i === 0 ? 0 : w * mean[i]), 0)
    return weights
  }
  return { scaled, count, back }
}

/** Least squares on the logarithm of what a cut lacks, with a ridge on the weights. */
function trainMiss(shots) {
  const { scaled, count, back } = standardised(shots)
  const right = new Array(count).fill(0)
  const matrix = right.map((_, i) => right.map((_, j) => (i === j && i > 0 ? RIDGE : 0)))
  for (const { z, iou, weight } of scaled)
    for (let i = 0; i < count; i++) {
      right[i] += weight * z[i] * Math.log(1 - iou + MIN_MISS)
      for (let j = 0; j < count; j++) matrix[i][j] += weight * z[i] * z[j]
    }
  return back(solve(matrix, right))
}

/** Newton's method on the likelihood, with a ridge on the weights of the standardised regressors. */
function train(shots) {
  const { scaled, count, back } = standardised(shots)
  let model = new Array(count).fill(0)
  for (let round = 0; round < 50; round++) {
    const gradient = model.map((w, i) => (i === 0 ? 0 : RIDGE * w))
    const hessian = model.map((_, i) => model.map((_, j) => (i === j && i > 0 ? RIDGE : 0)))
    for (const { z, good, weight } of scaled) {
      const p = chanceOf(model, z)
      for (let i = 0; i < count; i++) {
        gradient[i] += weight * (p - good) * z[i]
        for (let j = 0; j < count; j++) hessian[i][j] += weight * p * (1 - p) * z[i] * z[j]
      }
    }
    const step = solve(hessian, gradient)
    model = model.map((w, i) => w - step[i])
  }
  return back(model)
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

function report(judged) {
  console.log(`\nall: ${judged.length} cuts, ${judged.filter(({ good }) => good).length} good`)
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
  reportFlags('all', judged)
}

/** How well cuts are put in order by what they are expected to lack: by classes of that, and Spearman's correlation. */
function reportMiss(judged) {
  console.log('\nexpected to lack, and do (median, mean)')
  for (const [from, to] of [
    [0, 0.02],
    [0.02, 0.04],
    [0.04, 0.08],
    [0.08, 0.16],
    [0.16, 1],
  ]) {
    const lacks = judged
      .filter(({ miss }) => miss >= from && miss < to)
      .map(({ iou }) => 1 - iou)
      .sort((a, b) => a - b)
    if (lacks.length === 0) continue
    const median = lacks[Math.floor(lacks.length / 2)].toFixed(3)
    console.log(`  ${from}–${to}: ${lacks.length} cuts, ${median}, ${average(lacks).toFixed(3)}`)
  }
  const ranks = (values) => {
    const order = values.map((_, i) => i).sort((a, b) => values[a] - values[b])
    return order.reduce((rank, i, k) => ((rank[i] = k), rank), [])
  }
  const [a, b] = [ranks(judged.map(({ miss }) => miss)), ranks(judged.map(({ iou }) => -iou))]
  const middle = (judged.length - 1) / 2
  const both = a.reduce((sum, rank, i) => sum + (rank - middle) * (b[i] - middle), 0)
  const one = a.reduce((sum, rank) => sum + (rank - middle) ** 2, 0)
  console.log(`  rank correlation ${(both / one).toFixed(2)}`)
}

function reportFlags(name, judged) {
  const shareBelow = (limit, among) => {
    const shots = judged.filter(among)
    const flagged = shots.filter(({ chance }) => chance < limit).length
    return `${(flagged / shots.length).toFixed(2)} of ${shots.length}`
  }
  for (const limit of [0.7, 0.75, 0.8, 0.85, 0.9])
    console.log(
      `  ${name}, flagged below ${limit}: of cuts under ${BAD_IOU} ${shareBelow(limit, ({ iou }) => iou < BAD_IOU)}, over ${CLEAN_IOU} ${shareBelow(limit, ({ iou }) => iou > CLEAN_IOU)}`,
    )
}

function average(values) {
  return values.reduce((sum, value) => sum + value, 0) / values.length
}
