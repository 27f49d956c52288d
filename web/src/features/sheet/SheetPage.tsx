import { NO_FILTER } from '@cloudbank/core/shoot'
import { chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { useDropzone } from 'react-dropzone'
import { useEffect } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { KeyHints } from '../../keys/KeyHints'
import { Lost } from '../../ui/Lost'
import { useShootView, type ShootView } from '../../data'
import { attempt } from '../../notices'
import { giveFiles } from '../../work/intake'
import { useProductData } from '../../work/products'
import { BriefCard } from './BriefCard'
import { FindingsPanel } from './FindingsPanel'
import { TileGrid } from './TileGrid'
import { SheetHead } from './SheetHead'
import { useSheet } from './sheetStore'
import { useSheetModel } from './useSheetModel'
import { strings } from './strings'

/** The sheet: findings, tiles, brief card. */
export function SheetPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Sheet key={shootId} view={view} />
}

function Sheet({ view }: { view: ShootView }) {
  const { shoot, shots } = view
  const model = useSheetModel(view)
  const [params] = useSearchParams()
  const product = params.get('product')
  useEffect(() => {
    if (product !== null) useSheet.setState({ filter: { ...NO_FILTER, product: [product] } })
  }, [product])
  const give = (files: readonly File[]): void =>
    attempt(
      giveFiles(
        shoot.id,
        files.map((file) => ({ fileName: file.name, blob: file })),
      ),
    )
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: give,
    noClick: true,
    noKeyboard: true,
  })
  return (
    <Flex {...getRootProps()} height="100%" position="relative">
      <chakra.h1 srOnly>{shoot.name}</chakra.h1>
      <input {...getInputProps()} aria-label={strings.photographsToAdd} />
      <FindingsPanel
        view={view}
        counts={model.counts}
        failed={model.failed}
        selectedIds={model.selectedIds}
        onSelect={model.pickAndShow}
        onOnly={(code) => model.setFilter({ ...NO_FILTER, finding: [code] })}
        onVerdict={(verdict) => model.setFilter({ ...NO_FILTER, verdict: [verdict] })}
        onReview={model.review}
        remedies={model.remedies}
      />
      <Flex direction="column" flex="1" minWidth="0">
        <SheetHead
          view={view}
          model={model}
          onBrowse={open}
          onFolder={give}
          onProductData={() => useProductData.getState().open()}
        />
        {shots.length === 0 ? (
          <Flex flex="1" align="center" justify="center" direction="column" gap="6px">
            <Heading fontSize="22px">{strings.noPhotographsYet}</Heading>
            <Text color="softInk">{strings.dropThemAnywhereOnThis}</Text>
          </Flex>
        ) : (
          <TileGrid
            view={view}
            groups={model.groups}
            order={model.order}
            original={model.original}
            readings={model.readings}
            outlets={model.outlets}
            onOpen={model.open}
            onLaid={model.onLaid}
            onAssign={(id, sku) =>
              model.assign(
                model.selectedIds.has(id) ? model.selected : shots.filter((shot) => shot.id === id),
                sku,
              )
            }
          />
        )}
        <KeyHints hints={HINTS} />
      </Flex>
      <BriefCard view={view} model={model} />
      {isDragActive && <LetGo name={shoot.name} />}
    </Flex>
  )
}

const HINTS = [
  { keyName: 'next', words: strings.moves },
  { keyName: 'toggle', words: strings.selects },
  { keyName: 'open', words: strings.opens },
  { keyName: 'review', words: strings.reviews },
] as const

function LetGo({ name }: { name: string }) {
  return (
    <Flex
      position="absolute"
      inset="10px"
      align="center"
      justify="center"
      background="paper"
      opacity="0.94"
      borderWidth="2px"
      borderStyle="dashed"
      borderColor="ink"
      borderRadius="6px"
    >
      <Heading fontSize="24px">{strings.dropToAddThemTo(name)}</Heading>
    </Flex>
  )
}
