// Runs a TypeScript script after installing what it needs and building the app.
import { BUILD, ROOT, bin, installForTests, installPackages, run } from './ready.mjs'

installPackages()
installForTests()
if (run(bin('vite'), BUILD) !== 0) process.exit(1)
process.exit(
  run(process.execPath, ['--expose-gc', '--import', 'tsx', ...process.argv.slice(2)], { cwd: ROOT })
)
