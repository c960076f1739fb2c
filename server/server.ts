import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import pressed from 'express-static-gzip'
import express, { type Express, type NextFunction, type Request, type Response } from 'express'
import helmet from 'helmet'
import { devices } from './standIns/devices'

export interface ServerOptions {
  /** Folder of the built app. */
  dist: string
  /** Folder of demo builds to offer for seeding; left out: none. */
  demo?: string
  /** Where other devices of the house find it, asked for each time; left out: nowhere. */
  addresses?: () => string[]
  /** Names beside those addresses that the house may call it by. */
  names?: readonly string[]
}

/** What a page may ask of the machine: a scale on a serial port, a screen that stays on, nothing else. */
const ALLOWED = [
  ...['camera', 'microphone', 'geolocation', 'payment', 'usb', 'midi'].map((what) => `${what}=()`),
  ...['serial', 'screen-wake-lock', 'fullscreen'].map((what) => `${what}=(self)`)
].join(', ')

/** Names of this very computer. */
const LOOPBACK = /^(127(\.\d{1,3}){3}|localhost|\[::1\])$/
/** The name that a request was sent to, without its port. */
const nameIn = (host: string | undefined): string => (host ?? '').replace(/:\d*$/, '').toLowerCase()

/**
 * The one worker that compiles WebAssembly, the inner loops of running water: pages and all others
 * may not.
 */
const RUNS_KERNEL = /^\/assets\/run\.worker-[\w-]+\.js$/

/**
 * The server of the built app: files with sane security headers, and the demo builds where they are wanted.
 *
 * @throws Error when the app has not been built
 */
export function createServer({ dist, demo, addresses, names = [] }: ServerOptions): Express {
  const index = join(dist, 'index.html')
  if (!existsSync(index)) throw new Error(`${index} is missing: build the app first`)
  const app = express()
  app.disable('x-powered-by')
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: [
            "'self'",
            (request) => (RUNS_KERNEL.test(request.url ?? '') ? "'wasm-unsafe-eval'" : "'self'")
          ],
          workerSrc: ["'self'"],
          // the hash is that of an empty style sheet: the chart library makes one and fills it rule by rule
          styleSrc: ["'self'", "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
          objectSrc: ["'none'"]
        }
      },
      frameguard: { action: 'deny' },
      // it is served on the loopback address without TLS
      hsts: false
    })
  )
  app.use((_request, response, next) => {
    response.set('permissions-policy', ALLOWED)
    next()
  })
  // another site's name that was made to lead here is none of ours
  app.use((request, response, next) => {
    const name = nameIn(request.headers.host)
    const ours = [...names, ...(addresses?.() ?? []).map((a) => new URL(a).hostname)]
    if (LOOPBACK.test(name) || ours.some((n) => n.toLowerCase() === name)) return next()
    response.status(421).type('text/plain').send('Tall Spindle is not served under this name.')
  })
  // what a device says goes out as it comes: compressed it would wait for more
  app.use('/devices', devices())
  app.use(compression())
  app.get('/addresses.json', (_request, response) => {
    response.set('cache-control', 'no-store').json(addresses?.() ?? [])
  })
  if (demo) {
    const builds = readdirSync(demo)
      .filter((file) => file.endsWith('.json'))
      .sort()
      .map((file) => JSON.parse(readFileSync(join(demo, file), 'utf8')) as unknown)
    app.get('/demo-builds.json', (_request, response) => {
      response.set('cache-control', 'no-store').json(builds)
    })
  } else {
    app.get('/demo-builds.json', (_request, response) => {
      response.status(204).end()
    })
  }
  app.use(
    '/assets',
    pressed(join(dist, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: { immutable: true, maxAge: '1y' }
    })
  )
  app.use(express.static(dist, { index: false, maxAge: 0 }))
  // the app's own addresses: a page asked for by name is the app, a file or a hidden place is not
  app.use((request, response, next) => {
    if (
      !['GET', 'HEAD'].includes(request.method) ||
      !request.accepts('html') ||
      /\.\w+$|\/\./.test(request.path)
    )
      return next()
    response.set('cache-control', 'no-cache').sendFile('index.html', { root: dist })
  })
  app.use((_error: unknown, _request: Request, response: Response, _next: NextFunction) => {
    response.status(400).type('text/plain').send('That was no message this server takes.')
  })
  app.use((_request, response) => {
    response.status(404).type('text/plain').send('Not here.')
  })
  return app
}
