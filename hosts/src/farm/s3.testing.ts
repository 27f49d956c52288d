import { createHash } from 'node:crypto'
import { createServer, type IncomingMessage } from 'node:http'
import type { AddressInfo } from 'node:net'
import aws4 from 'aws4'

/** Keys in one answer to a list; more are on the next page. */
const PAGE = 100

export interface TestBuckets {
  readonly endpoint: string
  readonly stop: () => void
}

/**
 * As much of the S3 protocol as a store needs, in memory. Signatures are calculated by another library than the client's
 * and compared, and so are the hashes of what is sent.
 */
export async function startBuckets(keys: {
  readonly accessKeyId: string
  readonly secretAccessKey: string
}): Promise<TestBuckets> {
  const things = new Map<string, { bytes: Buffer; at: Date }>()
  const server = createServer((request, response) => {
    const chunks: Buffer[] = []
    request.on('data', (chunk: Buffer) => chunks.push(chunk))
    request.on('end', () => {
      const body = Buffer.concat(chunks)
      const answer = (status: number, xml = ''): void => {
        response.writeHead(status, { 'Content-Type': 'application/xml' }).end(xml)
      }
      if (!isSigned(request, body))
        return answer(403, error('SignatureDoesNotMatch', 'The signature is wrong.'))
      const { pathname, searchParams } = new URL(request.url ?? '', 'http://here')
      const key = decodeURIComponent(pathname)
      const thing = things.get(key)
      switch (request.method ?? 'GET') {
        case 'PUT':
          things.set(key, { bytes: body, at: new Date() })
          return answer(200)
        case 'DELETE':
          things.delete(key)
          return answer(204)
        case 'HEAD':
          return answer(thing ? 200 : 404)
        default:
          if (searchParams.get('list-type') === '2') return answer(200, list(key, searchParams))
          if (!thing) return answer(404, error('NoSuchKey', 'There is no such key.'))
          response.writeHead(200, { 'Content-Length': thing.bytes.length }).end(thing.bytes)
      }
    })
  })

  function isSigned(request: IncomingMessage, body: Buffer): boolean {
    const { authorization = '', ...headers } = request.headers
    const [, names = ''] = /SignedHeaders=([^,]+)/.exec(authorization) ?? []
    const [, scope = ''] = /Credential=[^/]+\/\d+\/([^/]+)/.exec(authorization) ?? []
    if (headers['x-amz-content-sha256'] !== createHash('sha256').update(body).digest('hex'))
      return false
    const signed = Object.fromEntries(
      names.split(';').map((name) => [name, headers[name] as string]),
    )
    const { headers: again } = aws4.sign(
      {
        service: 's3',
        region: scope,
        method: request.method ?? '',
        path: request.url ?? '',
        headers: signed,
        // The hash of the body is among the headers.
      },
      keys,
    )
    return again?.['Authorization'] === authorization
  }

  function list(bucket: string, asked: URLSearchParams): string {
    const root = `${bucket.replace(/\/$/, '')}/`
    const after = asked.get('continuation-token') ?? ''
    const found = [...things.keys()]
      .filter((key) => key.startsWith(`${root}${asked.get('prefix') ?? ''}`) && key > after)
      .sort()
    const page = found.slice(0, PAGE)
    const entries = page.map((key) => {
      const { bytes, at } = things.get(key)!
      return `<Contents><Key>${key.slice(root.length)}</Key><Size>${bytes.length}</Size><LastModified>${at.toISOString()}</LastModified></Contents>`
    })
    const next =
      found.length > PAGE ? `<NextContinuationToken>${page.at(-1)}</NextContinuationToken>` : ''
    return `<ListBucketResult>${entries.join('')}<IsTruncated>${next !== ''}</IsTruncated>${next}</ListBucketResult>`
  }

  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as AddressInfo // a port, no pipe
  return {
    endpoint: `http://127.0.0.1:${port}`,
    stop: () => {
      server.closeAllConnections()
      server.close()
    },
  }
}

const error = (code: string, message: string): string =>
  `<Error><Code>${code}</Code><Message>${message}</Message></Error>`
