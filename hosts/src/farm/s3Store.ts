import type { S3ClientConfig } from '@aws-sdk/client-s3'
import type { Stored, StorePort } from './store'

/** Where a bucket is. */
export interface Bucket {
  readonly name: string
  /** The folder in the bucket, without slashes at its ends; empty for the bucket itself. */
  readonly folder: string
  readonly client: S3ClientConfig
}

/**
 * A store in a bucket of whoever speaks the S3 protocol. Keys of access come from the environment
 * (`AWS_ACCESS_KEY_ID`, `AWS_SECRET_ACCESS_KEY`) unless the configuration says otherwise.
 */
export async function s3Store({
  name: Bucket,
  folder,
  client: config,
}: Bucket): Promise<StorePort> {
  // Loaded by those who use it: it is large.
  const {
    DeleteObjectCommand,
    GetObjectCommand,
    HeadObjectCommand,
    ListObjectsV2Command,
    NoSuchKey,
    NotFound,
    PutObjectCommand,
    S3Client,
  } = await import('@aws-sdk/client-s3')
  const isMissing = (error: unknown): boolean =>
    error instanceof NotFound || error instanceof NoSuchKey
  // Not every server of one's own knows the newer checksums; the signature covers the bytes.
  const client = new S3Client({
    requestChecksumCalculation: 'WHEN_REQUIRED',
    responseChecksumValidation: 'WHEN_REQUIRED',
    ...config,
  })
  const root = folder === '' ? '' : `${folder}/`
  const at = (key: string) => ({ Bucket, Key: `${root}${key}` })
  return {
    has: async (key) => {
      try {
        await client.send(new HeadObjectCommand(at(key)))
        return true
      } catch (error) {
        if (isMissing(error)) return false
        throw error
      }
    },
    get: async (key) => {
      try {
        const { Body } = await client.send(new GetObjectCommand(at(key)))
        return (await Body?.transformToByteArray()) ?? null
      } catch (error) {
        if (isMissing(error)) return null
        throw error
      }
    },
    put: async (key, bytes) => {
      await client.send(new PutObjectCommand({ ...at(key), Body: bytes }))
    },
    remove: async (key) => {
      await client.send(new DeleteObjectCommand(at(key)))
    },
    list: async (prefix) => {
      const found: Stored[] = []
      let ContinuationToken: string | undefined
      do {
        const page = await client.send(
          new ListObjectsV2Command({ Bucket, Prefix: `${root}${prefix}`, ContinuationToken }),
        )
        for (const { Key = '', Size = 0, LastModified } of page.Contents ?? [])
          found.push({
            key: Key.slice(root.length),
            bytes: Size,
            usedAt: LastModified?.getTime() ?? 0,
          })
        ContinuationToken = page.NextContinuationToken
      } while (ContinuationToken !== undefined)
      return found
    },
  }
}
