import { z } from 'zod'
import { PER_PLACEMENT, perPlacement } from '../perPlacement'
import { isConvex } from './convex'

/** How pixels are made that the photograph does not have. */
export const Enlarging = z.enum(['plain', 'fine'])
export type Enlarging = z.infer<typeof Enlarging>

const Share = z.number().min(-0.5).max(1.5)
const Margin = z.number().min(0).max(45).default(5)

const Side = z.number().int().min(1).max(2000)

/** How the product sits in the picture. Shares are of the frame, so that a set has one look at every size. */
export const FrameSettings = z.strictObject({
  ratio: z
    .strictObject({ width: Side, height: Side })
    .default({ width: 1, height: 1 })
    .describe('Width to height of the picture.'),
  reach: z
    .enum(['pad', 'crop', 'extend'])
    .default('pad')
    .describe(
      'How an uncut photograph gets to the ratio: ground is added around it, it is cropped around what matters, or its backdrop is extended.',
    ),
  fillPct: z
    .number()
    .min(10)
    .max(100)
    .default(85)
    .describe('How much of the frame the product fills, in per cent.'),
  fillOf: z
    .enum(['tighter', 'width', 'height', 'margins'])
    .default('tighter')
    .describe(
      'What the fill is measured along: the tighter side, the width or the height; or the product fills the space inside four margins.',
    ),
  marginTopPct: Margin.describe('Margin above the product, in per cent of the frame’s height.'),
  marginRightPct: Margin.describe('Margin to its right, in per cent of the frame’s width.'),
  marginBottomPct: Margin.describe('Margin below it, in per cent of the frame’s height.'),
  marginLeftPct: Margin.describe('Margin to its left, in per cent of the frame’s width.'),
  centreBy: z
    .enum(['box', 'weight'])
    .default('box')
    .describe('What is centred: the product’s bounding box, or its visual weight.'),
  stand: z
    .enum(['centre', 'base'])
    .default('centre')
    .describe('Where it stands: in the middle, or on a base line so that rows line up.'),
  basePct: z
    .number()
    .min(0)
    .max(50)
    .default(8)
    .describe('Height of the base line above the frame’s lower edge, in per cent.'),
  sizePct: z
    .number()
    .min(20)
    .max(300)
    .default(100)
    .describe('Size relative to the fill, in per cent, for a small product beside a large one.'),
  shiftXPct: z
    .number()
    .min(-50)
    .max(50)
    .default(0)
    .describe('Moves the product to the right, or left, in per cent of the frame’s width.'),
  shiftYPct: z
    .number()
    .min(-50)
    .max(50)
    .default(0)
    .describe('Moves the product down, or up, in per cent of the frame’s height.'),
  turnDeg: z
    .number()
    .min(-45)
    .max(45)
    .default(0)
    .describe('Rotates the picture clockwise, in degrees.'),
  straighten: z
    .enum(['by-hand', 'symmetry'])
    .default('by-hand')
    .describe('Straightens a product whose outline is symmetrical; the rotation comes on top.'),
  corners: z
    .array(z.strictObject({ x: Share, y: Share }))
    .length(4)
    .refine(isConvex, 'four corners, clockwise from the upper left')
    .nullable()
    .default(null)
    .describe(
      'Four points of the photograph, clockwise from the upper left, that become the corners of a rectangle.',
    ),
  mostPx: z
    .number()
    .int()
    .min(16)
    .max(10000)
    .default(10000)
    .describe('Longest side of the finished picture at most, whatever its placement asks; pixels.'),
  enlarge: z
    .boolean()
    .default(false)
    .describe(
      'Allows enlarging beyond the photograph’s own resolution. When off, small photographs stay small.',
    ),
  enlargeBy: Enlarging.default('plain').describe(
    'How photographs are enlarged: smoothly, or in detail by a network, which takes seconds per picture.',
  ),
})
export type FrameSettings = z.infer<typeof FrameSettings>

/** What a shot has besides: how it is framed for one placement alone. */
export const FrameOwn = z.strictObject({ [PER_PLACEMENT]: perPlacement(FrameSettings) })
