import type { ShopListing, ShopProduct } from '@cloudbank/core/live'
import { UnreachableError } from '@cloudbank/hosts/pool'
import { strings } from '../strings'

/**
 * A shop whose products are replaced as a whole. Everything may be asked again; a product is changed only by whoever
 * names the version that is there.
 *
 * All of it throws `ShopAwayError` where the shop doesn't answer, and `ShopKeyError` where it doesn't know the key.
 */
export interface ShopPort {
  /** Everything that is live. */
  readonly products: () => Promise<readonly ShopProduct[]>
  /** The bytes of a file that the shop has. */
  readonly file: (hash: string) => Promise<Blob>
  readonly giveFile: (hash: string, content: Blob) => Promise<void>
  /**
   * Replaces a product.
   *
   * @param version what is replaced; null where the product isn't there yet.
   * @returns its new version.
   * @throws MissingFilesError, PicturesRefusedError, ChangedMeanwhileError: then nothing is changed.
   */
  readonly show: (product: string, listing: ShopListing, version: string | null) => Promise<string>
  /** @throws ChangedMeanwhileError */
  readonly takeDown: (product: string, version: string | null) => Promise<void>
}

/** The shop doesn't answer, or asks to be left alone for a while. Worth another try. */
export class ShopAwayError extends UnreachableError {
  constructor(options?: ErrorOptions) {
    super(strings.theShop, options)
    this.message = strings.shopDoesntAnswer
  }
}

export class ShopKeyError extends Error {
  override readonly name = 'ShopKeyError'
  constructor() {
    super(strings.shopDoesntKnowKey)
  }
}

/** The shop answers that it won't, for a reason that asking again doesn't change. */
export class ShopDeclinesError extends Error {
  override readonly name = 'ShopDeclinesError'
}

/** The shop needs these files first. */
export class MissingFilesError extends Error {
  override readonly name = 'MissingFilesError'
  constructor(readonly hashes: readonly string[]) {
    super(strings.shopMissesFiles(hashes.length))
  }
}

/** The shop won't show some pictures. */
export class PicturesRefusedError extends Error {
  override readonly name = 'PicturesRefusedError'
  constructor(readonly pictures: readonly { readonly name: string; readonly reason: string }[]) {
    super(strings.shopRefuses)
  }
}

/** The product isn't as it was when this was planned. */
export class ChangedMeanwhileError extends Error {
  override readonly name = 'ChangedMeanwhileError'
  constructor() {
    super(strings.changedInShop)
  }
}
