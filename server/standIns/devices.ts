import express, { type Request, type Response, type Router } from 'express'
import { standInScale, type ScaleFault } from './scale'
import { standInLevel, standInRoom } from './sensors'

/** How often each device speaks, ms. */
const EVERY_MS = { scale: 120, room: 1000, level: 400 } as const
type DeviceName = keyof typeof EVERY_MS
/** More listeners than this are sent away: a bench has one. */
const MOST_STREAMS = 24
const FAULTS: readonly ScaleFault[] = ['none', 'silent', 'rubbish', 'ounces']

/** What a hand does to a stand-in: the part of the world that a real device would feel by itself. */
interface Hand {
  place?: unknown
  pour?: unknown
  stop?: unknown
  fault?: unknown
  restart?: unknown
  tempC?: unknown
  rhPct?: unknown
  xDeg?: unknown
  yDeg?: unknown
}
const finite = (value: unknown): value is number =>
  typeof value === 'number' && Number.isFinite(value)

/**
 * The stand-ins of the bench: a scale, a room sensor and a digital level. `GET /devices/NAME`
 * streams lines the way a
 * serial port does, `POST /devices/NAME/line` takes what is written to it, `POST
 * /devices/NAME/hand` moves the world.
 */
export function devices(): Router {
  const scale = standInScale()
  const room = standInRoom()
  const level = standInLevel()
  const lines: Record<DeviceName, () => string | null> = {
    scale: () => scale.line(),
    room: () => room.line(),
    level: () => level.line()
  }
  let streams = 0
  const router = express.Router()
  const named = (request: Request, response: Response): DeviceName | null => {
    const { name } = request.params
    if (typeof name === 'string' && Object.hasOwn(EVERY_MS, name)) return name as DeviceName
    response.status(404).type('text/plain').send('No such device.')
    return null
  }

  // a page of another origin cannot set this header without being asked first
  router.use((request, response, next) => {
    if (request.get('x-spindle') === 'bench') return next()
    response.status(403).type('text/plain').send('Not from here.')
  })
  router.get('/:name', (request, response) => {
    const name = named(request, response)
    if (!name) return
    if (streams >= MOST_STREAMS) {
      response.status(503).type('text/plain').send('Too many listen already.')
      return
    }
    streams++
    response
      .set({
        'content-type': 'application/octet-stream',
        'cache-control': 'no-store',
        'x-accel-buffering': 'no'
      })
      .flushHeaders()
    const speak = () => {
      const line = lines[name]()
      if (line !== null) response.write(`${line}\r\n`)
    }
    speak()
    const timer = setInterval(speak, EVERY_MS[name])
    response.on('close', () => {
      clearInterval(timer)
      streams--
    })
  })

  router.post('/:name/line', express.text({ type: '*/*', limit: '1kb' }), (request, response) => {
    const name = named(request, response)
    if (!name) return
    if (name === 'scale' && typeof request.body === 'string')
      for (const line of request.body.split(/\r?\n/)) scale.command(line)
    response.status(204).end()
  })

  router.post('/:name/hand', express.json({ limit: '1kb' }), (request, response) => {
    const name = named(request, response)
    if (!name) return
    const hand = (
      typeof request.body === 'object' && request.body !== null ? request.body : {}
    ) as Hand
    if (name === 'scale') {
      if (finite(hand.place)) scale.place(Math.max(-5000, Math.min(5000, hand.place)))
      if (finite(hand.pour)) scale.pour(hand.pour)
      if (hand.stop === true) scale.stop()
      if (hand.restart === true) scale.restart()
      if (FAULTS.includes(hand.fault as ScaleFault)) scale.fail(hand.fault as ScaleFault)
    }
    if (name === 'room' && finite(hand.tempC) && finite(hand.rhPct))
      room.set(hand.tempC, hand.rhPct)
    if (name === 'level' && finite(hand.xDeg) && finite(hand.yDeg)) level.set(hand.xDeg, hand.yDeg)
    response.status(204).end()
  })
  return router
}
