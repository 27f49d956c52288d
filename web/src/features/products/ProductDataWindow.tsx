import {
  guessMapping,
  guessPattern,
  isNamePattern,
  type Mapping,
  mapProducts,
  PATTERNS,
  PRODUCT_FIELDS,
  readName,
  readTable,
  type Table,
  TableError,
  type TableProblem,
} from '@cloudbank/core/shoot'
import {
  Box,
  Flex,
  Heading,
  Input,
  NativeSelect,
  Table as Rows,
  Text,
  Textarea,
} from '@chakra-ui/react'
import { useEffect, useMemo, useState } from 'react'
import { stemOf } from '@cloudbank/core/names'
import { countOf } from '@cloudbank/core/words'
import type { ShootView } from '../../data'
import { attempt, useNotices } from '../../notices'
import { Action, Attention, Window } from '../../ui'
import {
  applyNamePattern,
  dropTable,
  takeInProducts,
  useProductData,
  useWaitingTable,
} from '../../work/products'
import { strings } from './strings'

const PREVIEW_ROWS = 4
const SHOWN_PROBLEMS = 6

/** Takes in product data: what each column is, a preview, what is wrong; and how names lead to products. */
export function ProductDataWindow({ view }: { view: ShootView }) {
  const waiting = useWaitingTable(view.shoot.id)
  const { text, type, close } = useProductData()
  // A table that was dropped is looked at first; those behind it open one after the other.
  const shown = waiting?.text ?? text
  const done = (): void => {
    if (waiting) attempt(dropTable(waiting.id), strings.tableCouldntBeClosed)
    else close()
  }
  return (
    <Window
      title={waiting ? strings.importProductsFrom(waiting.fileName) : strings.productData}
      open={shown !== null}
      onClose={done}
      size="lg"
    >
      {shown !== null && (
        <>
          {waiting && waiting.more > 0 && (
            <Text color="softInk" marginBottom="8px">
              {strings.afterThisOne(waiting.more)}
            </Text>
          )}
          {!waiting && (
            <Textarea
              aria-label={strings.productData}
              placeholder={strings.pasteRowsWithHeadingHere}
              rows={3}
              fontFamily="mono"
              fontSize="12px"
              value={shown}
              onChange={(event) => type(event.target.value)}
            />
          )}
          {shown.trim() !== '' && (
            <Columns key={waiting?.id} view={view} text={shown} onDone={done} />
          )}
          {shown.trim() === '' && <NamePattern view={view} skus={new Set(view.products.keys())} />}
        </>
      )}
    </Window>
  )
}

function Columns(props: { view: ShootView; text: string; onDone: () => void }) {
  const { text, onDone } = props
  const read = useMemo(() => tryReading(text), [text])
  if (read.ok) return <Mapped {...props} table={read.table} />
  return (
    <>
      <Flex gap="8px" align="center" marginTop="12px" role="alert">
        <Attention />
        <Text>{read.problem}.</Text>
      </Flex>
      <Flex justify="flex-end" marginTop="14px">
        <Action onClick={onDone}>{strings.cancel}</Action>
      </Flex>
    </>
  )
}

function tryReading(text: string): { ok: true; table: Table } | { ok: false; problem: string } {
  try {
    return { ok: true, table: readTable(text) }
  } catch (error) {
    if (!(error instanceof TableError)) throw error
    return { ok: false, problem: error.message }
  }
}

function Mapped(props: { view: ShootView; table: Table; onDone: () => void }) {
  const { view, table, onDone } = props
  const headings = table.headings.join('\n')
  const [mapping, setMapping] = useState<Mapping>(() => guessMapping(table.headings))
  // eslint-disable-next-line react-hooks/exhaustive-deps -- other headings, another guess
  useEffect(() => setMapping(guessMapping(table.headings)), [headings])
  const { products, problems } = useMemo(
    () => mapProducts(view.shoot.id, table, mapping),
    [view.shoot.id, table, mapping],
  )
  // A table of what is not there says nothing and cuts off the rest.
  const fields = PRODUCT_FIELDS.filter(({ key }) => mapping[key] !== null)
  const take = async (): Promise<void> => {
    await takeInProducts(view.shoot.id, products)
    const skus = new Set([...view.products.keys(), ...products.map(({ sku }) => sku)])
    const guess = guessPattern(
      view.shots.map(({ fileName }) => stemOf(fileName)),
      skus,
    )
    const merged = new Map([
      ...view.products,
      ...products.map((product) => [product.sku, product] as const),
    ])
    const moved = guess ? await applyNamePattern({ ...view, products: merged }, guess.pattern) : 0
    useNotices
      .getState()
      .say(
        `${countOf(products.length, 'product')} imported. ${guess ? strings.namesReadAsChanged(guess.pattern, moved) : ''}`,
      )
    onDone()
  }
  return (
    <>
      <Heading as="h3" fontSize="14px" marginTop="14px" marginBottom="6px">
        {strings.columns}
      </Heading>
      <Flex wrap="wrap" gap="8px">
        {PRODUCT_FIELDS.map(({ key, label }) => (
          <label key={key} style={{ fontSize: 12 }}>
            {label}
            <NativeSelect.Root size="xs" width="140px">
              <NativeSelect.Field
                aria-label={strings.columnFor(label)}
                value={mapping[key] ?? ''}
                onChange={(event) =>
                  setMapping({
                    ...mapping,
                    [key]: event.target.value === '' ? null : Number(event.target.value),
                  })
                }
              >
                <option value="">{strings.none}</option>
                {table.headings.map((heading, i) => (
                  <option key={i} value={i}>
                    {heading}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          </label>
        ))}
      </Flex>
      <Box marginTop="12px">
        <Rows.Root size="sm" fontSize="12px" tableLayout="fixed">
          <Rows.Header>
            <Rows.Row>
              {fields.map(({ key, label }) => (
                <Rows.ColumnHeader key={key} truncate>
                  {label}
                </Rows.ColumnHeader>
              ))}
            </Rows.Row>
          </Rows.Header>
          <Rows.Body>
            {products.slice(0, PREVIEW_ROWS).map((product) => (
              <Rows.Row key={product.id}>
                {fields.map(({ key }) => (
                  <Rows.Cell key={key} truncate title={product[key] ?? undefined}>
                    {product[key]}
                  </Rows.Cell>
                ))}
              </Rows.Row>
            ))}
          </Rows.Body>
        </Rows.Root>
      </Box>
      <Problems problems={problems} />
      <Flex justify="flex-end" gap="8px" marginTop="14px">
        <Action onClick={onDone}>{strings.cancel}</Action>
        <Action
          look="main"
          disabled={products.length === 0}
          onClick={() => attempt(take(), strings.productsCouldntBeImported)}
        >
          {strings.import(products.length)}
        </Action>
      </Flex>
    </>
  )
}

function Problems({ problems }: { problems: readonly TableProblem[] }) {
  if (problems.length === 0) return null
  return (
    <Box marginTop="10px" data-testid="table-problems">
      {problems.slice(0, SHOWN_PROBLEMS).map(({ row, column, message }, i) => (
        <Flex key={i} gap="8px" align="center" fontSize="12px">
          <Attention />
          <Text>
            {strings.row} {row}
            {column && `, ${column}`}: {message}
          </Text>
        </Flex>
      ))}
      {problems.length > SHOWN_PROBLEMS && (
        <Text fontSize="12px">{strings.andMore(problems.length - SHOWN_PROBLEMS)}</Text>
      )}
    </Box>
  )
}

/** How names are read: guessed, shown with what it leads to, and editable. */
function NamePattern({ view, skus }: { view: ShootView; skus: ReadonlySet<string> }) {
  const stems = view.shots.map(({ fileName }) => stemOf(fileName))
  const [pattern, setPattern] = useState(
    () => view.shoot.namePattern ?? guessPattern(stems, skus)?.pattern ?? PATTERNS[0],
  )
  const fits = stems.filter((stem) => {
    const { sku } = readName(stem, pattern)
    return sku !== null && (skus.size === 0 || skus.has(sku))
  }).length
  return (
    <Box marginTop="14px">
      <Heading as="h3" fontSize="14px" marginBottom="6px">
        {strings.howFileNamesAreRead}
      </Heading>
      <Flex align="center" gap="10px">
        <Input
          aria-label={strings.patternOfFileNames}
          size="xs"
          width="220px"
          fontFamily="mono"
          value={pattern}
          onChange={(event) => setPattern(event.target.value)}
        />
        <Text>
          {isNamePattern(pattern)
            ? strings.matchesOfToProducts(fits, stems.length)
            : strings.hasNoSku}
        </Text>
        <Box flex="1" />
        <Action
          disabled={!isNamePattern(pattern)}
          onClick={() => attempt(applyNamePattern(view, pattern), strings.namesCouldntBeRead)}
        >
          {strings.applyToFileNames}
        </Action>
      </Flex>
      <Text color="softInk" fontSize="12px" marginTop="4px">
        {strings.skuAngleOrderAndAny}
      </Text>
    </Box>
  )
}
