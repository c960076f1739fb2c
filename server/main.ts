import { fileURLToPath } from 'node:url'
import { createServer } from './server'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const option = (name: string) => process.argv.find((a) => a.startsWith(`--${name}=`))?.split('=')[1]
const host = option('host') ?? '127.0.0.1'
const wanted = Number(option('port') ?? process.env.PORT ?? 4780)
const demo = process.argv.includes('--demo') ? here('../demo') : undefined
const app = createServer({ dist: here('../dist'), demo })

/** Listens on the port wanted, or on the next free one. */
function listen(port: number, triesLeft: number): void {
  const server = app.listen(port, host)
  server.on('listening', () => {
    const address = server.address()
    const actual = typeof address === 'object' && address ? address.port : port
    console.log(`Tall Spindle is at http://${host}:${actual}/`)
  })
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE' && triesLeft > 0) listen(port + 1, triesLeft - 1)
    else {
      console.error(`Cannot listen on ${host}:${port}: ${error.message}`)
      process.exitCode = 1
    }
  })
}
if (!Number.isInteger(wanted) || wanted < 0 || wanted > 65535) {
  console.error(`--port: was ${option('port')}; must be 0 to 65535`)
  process.exitCode = 2
} else listen(wanted, 20)
