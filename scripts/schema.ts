import { readFileSync, writeFileSync } from 'node:fs'
import { publishedSchema } from '../core/build/file/publishedSchema'

/**
 * Writes the JSON Schema of the build file, or with --check says whether the one in docs/ is that
 * of the code.
 */
const path = new URL('../docs/build.schema.json', import.meta.url)
const text = `${JSON.stringify(publishedSchema(), null, 2)}\n`
if (process.argv.includes('--check')) process.exitCode = readFileSync(path, 'utf8') === text ? 0 : 1
else writeFileSync(path, text)
