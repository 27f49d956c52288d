import { doneOf, identityOf } from '../../strokes'
import { MATTE } from '../../matte'
import type { Pass } from '../pass'
import { nonDefaults } from '../nonDefaults'
import { defineStep } from '../step'
import { bandingOf } from './banding'
import { blurBehind } from './blurBehind'
import { TIDY_CONTROLS } from './controls'
import { countStanding, type MarkStanding } from './dirt'
import { bandFindings, cleanFindings, TIDY_FINDINGS } from './findings'
import { TIDY_HANDS } from './hands'
import { TidySettings } from './settings'
import { sweepPass } from './sweep'
import { tidiedAt } from './tidied'
import { isTextured } from './tools'
import { isSweep, TidyOwn } from './retouches'
import { TIDY_VIEWS } from './views'
import { recallSheet, storeSheet } from './workedOut'

/** Tidy: dirt, marks and stains go, texture stays. Everything it does lies over the photograph. */
export const tidy = defineStep({
  id: 'tidy',
  title: 'Tidy',
  // 4: rows of print are left, and what may be print stays until it is accepted as dirt.
  engine: 4,
  settings: TidySettings,
  own: TidyOwn,
  controls: TIDY_CONTROLS,
  findings: TIDY_FINDINGS,
  hands: TIDY_HANDS,
  views: TIDY_VIEWS,
  describe: ({ specks, sweepPct, blurPct }) =>
    [
      specks !== 'none' && `dirt cleaned ${specks === 'firm' ? 'firmly' : 'gently'}`,
      sweepPct > 0 && `backdrop swept ${sweepPct} %`,
      blurPct > 0 && `backdrop blurred ${blurPct} %`,
    ]
      .filter((part) => typeof part === 'string')
      .join(', ') || 'as photographed',
  // What says how says nothing while nothing is done.
  keyPart: (settings) => {
    const { largestPct: _largest, cleanAt: _at, sweepMarginPct: _margin, ...rest } = settings
    return nonDefaults(TidySettings, {
      ...rest,
      ...(settings.specks === 'none'
        ? {}
        : { largestPct: settings.largestPct, cleanAt: settings.cleanAt }),
      ...(settings.sweepPct === 0 ? {} : { sweepMarginPct: settings.sweepMarginPct }),
    })
  },
  ownKeyPart: ({ works, refused, accepted }) => {
    const parts = Object.entries({
      done: doneOf(works).map(identityOf),
      places: Object.values(refused),
      accepted: Object.values(accepted),
    }).filter(([, list]) => list.length > 0)
    return parts.length > 0 ? Object.fromEntries(parts) : null
  },
  mend: ({ facts, settings, own }, { source, sides, checkpoint, onRetouch }) => {
    const matte = facts.of(MATTE)
    const cut = matte?.kind === 'cut' ? matte : null
    const stage = (): void => checkpoint('tidy')
    const done = doneOf(own.works)
    const sweep = sweepPass(source, cut, settings, done.filter(isSweep))
    const passes: Pass[] = [
      // What is swept keeps the grain that hides the steps of 8 bits: it comes last.
      ...(settings.blurPct > 0 ? [blurBehind(settings.blurPct)] : []),
      ...(sweep ? [sweep] : []),
    ]
    const textured = done.filter((work) => work.kind === 'calm' && isTextured(source, work))
    const largest = Math.max(0, ...sides)
    const count = (as: MarkStanding): number => countStanding(as, source, settings, own, largest)
    return {
      at: (sidePx) => tidiedAt(source, settings, own, sidePx, stage, onRetouch),
      passes,
      findings: cleanFindings({
        cleaned: count('cleaned'),
        asked: count('asked'),
        works: done.length,
        textured: textured.length,
      }),
    }
  },
  storeWork: storeSheet,
  recallWork: recallSheet,
  inspect: (picture, { settings: { sweepPct, blurPct }, own: { works } }) =>
    sweepPct > 0 || blurPct > 0 || doneOf(works).some(isSweep)
      ? bandFindings(bandingOf(picture))
      : [],
})
