import type { RequestHandler } from 'express'

/** Only the app itself, or a program of this machine, may ask: never a page from elsewhere. */
export const sameOriginOnly: RequestHandler = (request, response, next) => {
  const site = request.get('Sec-Fetch-Site')
  const origin = request.get('Origin')
  const isOwn = site === undefined || site === 'same-origin' || site === 'none'
  const isHere = origin === undefined || origin === `${request.protocol}://${request.get('Host')}`
  if (isOwn && isHere) next()
  else
    response.status(403).type('text').send('Cloudbank’s orders are taken from its own page only.')
}
