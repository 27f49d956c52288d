import { Box, Flex, NativeSelect, Text, Textarea } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { useRef, useState } from 'react'
import { FORMATS } from '@cloudbank/core/codec'
import { WeighOptions, type HostRule } from '@cloudbank/core/weigh'
import { database, ShootId } from '../../data'
import { attempt } from '../../notices'
import { Action, Attention, Choose, Labelled } from '../../ui'
import { allowHost } from '../../work/weighing'
import { strings } from './strings'
import type { StartProblem, StartWeighIn } from './useStartWeighIn'

const DEMO_PAGE = '/demo/shop/'
const DENSITIES = [1, 2, 3] as const

/** What is to be weighed: addresses, files, or what a shoot made; and by what it is judged. */
export function NewWeighIn({ start }: { readonly start: StartWeighIn }) {
  const [text, setText] = useState('')
  const shoots = useLiveQuery(() => database.shoots.orderBy('createdAt').reverse().toArray()) ?? []
  const addresses = text.split(/\s+/).filter((line) => line !== '')
  const weigh = (): void => start.weighAddresses(addresses)
  const { options, setOptions } = start
  return (
    <Box>
      <Flex gap="10px" align="stretch">
        <Textarea
          aria-label={strings.addresses}
          placeholder={`${strings.addresses}\n${strings.addressesExample}`}
          rows={3}
          flex="1"
          fontFamily="mono"
          fontSize="13px"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) weigh()
          }}
        />
        <Flex direction="column" gap="8px" width="190px">
          <Action look="main" disabled={addresses.length === 0 || start.isReading} onClick={weigh}>
            {start.isReading ? strings.reading : strings.weigh}
          </Action>
          <Action
            disabled={start.isReading}
            onClick={() => start.weighAddresses([new URL(DEMO_PAGE, location.href).href])}
          >
            {strings.demoPage}
          </Action>
        </Flex>
      </Flex>
      {start.problem && <Problem problem={start.problem} again={weigh} />}
      <Flex gap="10px" align="center" wrap="wrap" marginTop="10px">
        <FileButtons onFiles={start.weighFiles} />
        {shoots.length > 0 && (
          <Choose
            words={strings.finishedFilesOf}
            width="230px"
            options={shoots.map(({ id, name }) => ({ id, words: name }))}
            onChoose={(id) => start.weighShoot(ShootId.parse(id))}
          />
        )}
        <Box flex="1" />
        <Labelled words={strings.sharpness}>
          <NativeSelect.Root size="xs" width="170px">
            <NativeSelect.Field
              value={options.density}
              onChange={(event) => setOptions({ ...options, density: Number(event.target.value) })}
            >
              {DENSITIES.map((density) => (
                <option key={density} value={density}>
                  {strings.density(density)}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </Labelled>
        <Labelled words={strings.lighterFormat}>
          <NativeSelect.Root size="xs" width="90px">
            <NativeSelect.Field
              value={options.format}
              onChange={(event) =>
                setOptions(WeighOptions.parse({ ...options, format: event.target.value }))
              }
            >
              {(['webp', 'avif', 'jpeg'] as const).map((format) => (
                <option key={format} value={format}>
                  {FORMATS[format].word}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </Labelled>
      </Flex>
      <Text fontSize="12px" color="softInk" marginTop="6px">
        {strings.filesHint}
      </Text>
    </Box>
  )
}

/** Why it was not fetched, and the way to let it be. */
function Problem({
  problem: { words, host },
  again,
}: {
  problem: StartProblem
  again: () => void
}) {
  const allow = async (reach: HostRule['reach']): Promise<void> => {
    await allowHost({ host: host!, reach })
    again()
  }
  return (
    <Flex role="alert" align="center" gap="10px" marginTop="8px" wrap="wrap">
      <Attention />
      <Text fontWeight="600">{words}</Text>
      {host !== null && (
        <>
          <Action onClick={() => attempt(allow('public'), strings.hostsCouldntBeChanged)}>
            {strings.allow(host)}
          </Action>
          <Action
            look="quiet"
            onClick={() => attempt(allow('private'), strings.hostsCouldntBeChanged)}
          >
            {strings.allowPrivate(host)}
          </Action>
        </>
      )}
    </Flex>
  )
}

/** Files, or a whole folder with their paths in it. */
function FileButtons({ onFiles }: { readonly onFiles: (files: readonly File[]) => void }) {
  const files = useRef<HTMLInputElement>(null)
  const folder = useRef<HTMLInputElement>(null)
  const take = ({ target }: React.ChangeEvent<HTMLInputElement>): void => {
    const chosen = [...(target.files ?? [])]
    target.value = ''
    if (chosen.length > 0) onFiles(chosen)
  }
  return (
    <>
      <Action onClick={() => files.current?.click()}>{strings.files}</Action>
      <Action onClick={() => folder.current?.click()}>{strings.folder}</Action>
      <input
        ref={files}
        type="file"
        multiple
        hidden
        aria-label={strings.filesToWeigh}
        onChange={take}
      />
      <input
        ref={(element) => {
          folder.current = element
          // No property of React's says that a folder is meant.
          element?.setAttribute('webkitdirectory', '')
        }}
        type="file"
        multiple
        hidden
        aria-label={strings.folderToWeigh}
        onChange={take}
      />
    </>
  )
}
