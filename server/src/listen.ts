import type { Server } from 'node:http'
import type { Express } from 'express'

/** The port is taken by another program. */
export class PortTakenError extends Error {
  override readonly name = 'PortTakenError'
  constructor(readonly port: number) {
    super(
      `Port ${port} is taken by another program. Stop that one, or choose another port: npm start -- --port ${port + 1}`,
    )
  }
}

/**
 * Starts listening on this machine only; port 0 takes a free one.
 *
 * @throws PortTakenError
 */
export function listen(app: Express, port: number): Promise<{ server: Server; url: string }> {
  return new Promise((resolve, reject) => {
    const server = app.listen(port, '127.0.0.1')
    server.once('listening', () => {
      const address = server.address()
      const actual = typeof address === 'object' && address ? address.port : port
      resolve({ server, url: `http://localhost:${actual}` })
    })
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'EADDRINUSE' ? new PortTakenError(port) : error),
    )
  })
}
