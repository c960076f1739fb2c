import { hostname, networkInterfaces } from 'node:os'
import { fileURLToPath } from 'node:url'
import { optionIn } from './option'
import { createServer } from './server'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const option = (name: string) => optionIn(process.argv, name)
/** `--host` alone opens it to the house network; `--host=…` to that one address. */
const host = option('host') ?? (process.argv.includes('--host') ? '0.0.0.0' : '127.0.0.1')
const LOOPBACK = /^(127\.|localhost$|::1$)/
let port = 0
/** Where a phone on the same network finds it. */
function addresses(): string[] {
  if (LOOPBACK.test(host)) return []
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? [])
  const outside = all.filter((a) => a.family === 'IPv4' && !a.internal).map((a) => a.address)
  return (host === '0.0.0.0' ? outside : [host]).map((a) => `http://${a}:${port}/`)
}
const wanted = Number(option('port') ?? process.env.PORT ?? 4780)
const demo = process.argv.includes('--demo') ? here('../demo') : undefined
/** What the house may call this computer by, where it is open to it. */
const names = LOOPBACK.test(host) ? [] : [hostname(), `${hostname()}.local`]
const app = createServer({ dist: here('../dist'), demo, addresses, names })

/** Listens on the port wanted, or on the next free one. */
function listen(wished: number, triesLeft: number): void {
  const server = app.listen(wished, host)
  server.on('listening', () => {
    const address = server.address()
    port = typeof address === 'object' && address ? address.port : wished
    console.log(`Tall Spindle is at http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}/`)
    if (!LOOPBACK.test(host))
      console.log(
        `Anybody in the house network can open it too: ${addresses().join(' ') || 'no network found'}`
      )
  })
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE' && triesLeft > 0) listen(wished + 1, triesLeft - 1)
    else {
      console.error(`Cannot listen on ${host}:${wished}: ${error.message}`)
      process.exitCode = 1
    }
  })
}
if (!Number.isInteger(wanted) || wanted < 0 || wanted > 65535) {
  console.error(`--port: was ${option('port')}; must be 0 to 65535`)
  process.exitCode = 2
} else listen(wanted, 20)
