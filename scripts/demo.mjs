// npm run demo: installs what is missing, builds, serves with the demo builds and prints the address.
import { spawn } from 'node:child_process'
import { BUILD, ROOT, bin, installPackages, run } from './ready.mjs'

installPackages()
console.log('Building …')
if (run(bin('vite'), BUILD) !== 0) process.exit(1)
const demo = process.argv.includes('--no-demo-builds') ? [] : ['--demo']
const rest = process.argv.slice(2).filter((a) => a !== '--no-demo-builds')
const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts', ...demo, ...rest], {
  cwd: ROOT,
  stdio: 'inherit'
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
