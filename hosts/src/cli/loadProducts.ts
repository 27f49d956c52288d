import {
  guessMapping,
  mapProducts,
  readTable,
  TableError,
  type Product,
} from '@cloudbank/core/shoot'
import { SHOOT_ID } from './photoRows'
import { MAX_TEXT_BYTES, readText } from './readText'
import { strings } from './strings'
import { UsageError } from './UsageError'

/**
 * Products from a CSV file, its columns known by their headings.
 *
 * @throws UsageError naming the file and what is wrong with it.
 */
export async function loadProducts(path: string): Promise<Product[]> {
  const text = await readText(path, MAX_TEXT_BYTES.table, strings.cantBeRead(path))
  try {
    const table = readTable(text)
    const mapping = guessMapping(table.headings)
    if (mapping.sku === null) throw new UsageError(strings.noSkuColumn(path))
    return mapProducts(SHOOT_ID, table, mapping).products
  } catch (error) {
    if (error instanceof TableError) throw new UsageError(strings.tableProblem(path, error.message))
    throw error
  }
}
