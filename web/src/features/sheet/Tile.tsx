import { fill01, type LightReading, type OutletVerdict, verdictWords } from '@cloudbank/core/shoot'
import { memo, useRef, useState } from 'react'
import type { FrameSettings, HemSegment } from '@cloudbank/core/steps'
import { formatBytes, formatPercent, formatSigned } from '@cloudbank/core/words'
import { usePictureUrl, type Rendition, type ShootView, type Shot } from '../../data'
import { useDragShots } from '../../drag'
import { LitPreview } from '../../preview'
import { STEP_LENSES } from '../../steps'
import { FrameMarks } from './FrameMarks'
import { LensPicture, LensReading } from './StepLensParts'
import { Hem } from './Hem'
import type { LensId } from './lens'
import { RuleMarks, verdictSaid } from './RuleMarks'
import './tile.css'
import { strings } from './strings'

/** From this size on there is room for the weight beside the angle, in pixels. */
const WITH_WEIGHT_PX = 136

export interface TileProps {
  readonly shot: Shot
  /** The smallest rendition that fills the tile, if one is made. */
  readonly rendition: Rendition | undefined
  readonly frame: FrameSettings
  /** The shoot, where the lens draws the shot by it: any change of it draws the tile again. */
  readonly view: ShootView | null
  /** How it stands against its lighting's neutral, for the Light lens. */
  readonly reading: LightReading | undefined
  /** How it stands with the outlets, for the Rules lens. */
  readonly outlets: readonly OutletVerdict[] | undefined
  /** What wants a look, in words; nothing where nothing does. */
  readonly why: string
  readonly segments: readonly HemSegment[]
  readonly lens: LensId
  readonly px: number
  /** Whether there is room for a caption, and for a hem. */
  readonly captioned: boolean
  readonly hemmed: boolean
  readonly selected: boolean
  readonly focused: boolean
  /** Shows the photograph instead of the result. */
  readonly original: boolean
  readonly onPick: (id: string, event: React.MouseEvent) => void
  readonly onOpen: (id: string) => void
}

/** One shot on the sheet: the picture whole on a mat, one line, the hem. */
export const Tile = memo(function Tile(props: TileProps) {
  const { shot, rendition, lens, px, selected, focused, segments, onPick, onOpen } = props
  const [hovered, setHovered] = useState(false)
  const tile = useRef<HTMLDivElement>(null)
  useDragShots(tile, shot.id)
  const asOriginal = !rendition || props.original || (lens === 'photo' && hovered)
  const stepLens = STEP_LENSES.find(({ id }) => id === lens)
  const result = usePictureUrl(rendition ? { table: 'contents', hash: rendition.fileHash } : null)
  const preview = usePictureUrl({ table: 'previews', hash: shot.originalHash })
  const photograph = (
    <img
      src={asOriginal ? preview : (result ?? preview)}
      alt=""
      draggable={false}
      decoding="async"
    />
  )
  return (
    <div
      ref={tile}
      id={`tile-${shot.id}`}
      data-shot={shot.id}
      data-verdict={shot.verdict?.kind}
      data-focused={focused || undefined}
      className="tile"
      role="option"
      aria-selected={selected}
      aria-label={nameOf(props)}
      style={{ width: px }}
      onClick={(event) => onPick(shot.id, event)}
      onDoubleClick={() => onOpen(shot.id)}
      onMouseEnter={() => setHovered(true)}
      onMouseLeave={() => setHovered(false)}
    >
      <div className="tile-mat" style={{ width: px, height: px }}>
        {stepLens && props.view && !props.original ? (
          <LensPicture lens={stepLens} shot={shot} view={props.view}>
            {photograph}
          </LensPicture>
        ) : lens === 'light' && props.view && !props.original ? (
          <>
            <LitPreview view={props.view} shot={shot} sidePx={320} />
            {props.reading && <Patch reading={props.reading} />}
          </>
        ) : (
          photograph
        )}
        {shot.verdict && (
          <i className="tile-verdict" title={verdictWords(shot.verdict)} aria-hidden />
        )}
        {lens === 'rules' && props.outlets && <RuleMarks verdicts={props.outlets} px={px} />}
        {lens === 'frame' && rendition && !asOriginal && (
          <FrameMarks rendition={rendition} frame={props.frame} />
        )}
      </div>
      {props.captioned ? (
        <div className="tile-caption">
          {props.why !== '' && <i data-why="look" />}
          <span title={shot.fileName}>{shot.angle ?? shot.fileName}</span>
          {(lens !== 'photo' || px >= WITH_WEIGHT_PX || shot.failure !== null) && (
            <span
              className={lens === 'light' ? 'is-long' : undefined}
              title={lens === 'light' ? reading(props) : undefined}
            >
              {stepLens && props.view ? (
                <LensReading lens={stepLens} shot={shot} view={props.view} />
              ) : (
                reading(props)
              )}
            </span>
          )}
        </div>
      ) : (
        <div className="tile-dash">{props.why !== '' && <i data-why="look" />}</div>
      )}
      {props.hemmed && <Hem segments={segments} />}
    </div>
  )
})

/** What a tile is called when it is read aloud. */
function nameOf({ shot, why, outlets }: TileProps): string {
  return [
    shot.fileName,
    shot.angle,
    shot.failure && `failed: ${shot.failure}`,
    shot.verdict && verdictWords(shot.verdict),
    why && strings.needsAttention(why),
    ...(outlets ?? []).map(verdictSaid),
  ]
    .filter((part) => part !== null && part !== '')
    .join(', ')
}

/** The backdrop after the neutral, beside a grey of the screen's own. */
function Patch({ reading }: { reading: LightReading }) {
  return (
    <div className="tile-patch" title={strings.backdropAfterNeutralBesideMid}>
      <div style={{ background: reading.patch }} />
      <div style={{ background: '#808080' }} />
    </div>
  )
}

/** The figure in a tile's caption: what the lens is about. */
function reading({ shot, rendition, lens, reading: light }: TileProps): string {
  if (shot.failure) return 'failed'
  if (lens === 'light') return light ? describeReading(light) : ''
  if (lens === 'rules') return ''
  if (lens === 'photo') return formatBytes(rendition?.bytes ?? shot.bytes)
  if (!rendition) return ''
  const fill = fill01(rendition)
  return fill === null ? 'whole' : formatPercent(fill)
}

/** “cast 3.2”; “3.2, −0.8 EV” where the light is off as well, for there is little room. */
function describeReading({ chroma, ev }: LightReading): string {
  const off = ev === null || Math.abs(ev) < 0.05 ? null : `${formatSigned(ev, 1)} EV`
  if (chroma === null) return off ?? ''
  return off === null ? `cast ${chroma.toFixed(1)}` : `${chroma.toFixed(1)}, ${off}`
}
