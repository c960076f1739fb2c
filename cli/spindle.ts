import { main, type Says } from './main'
import { papers } from './papers'

const args = process.argv.slice(2)
const says: Says = {
  out: (text) => console.log(text),
  err: (text) => console.error(text)
}
process.exitCode = (await papers(args, says)) ?? main(args, says)
