// Each test in a line, file by file as they end, its failures at the foot; and its counts in a file.
const { writeFileSync } = require('node:fs')
const Mocha = require('mocha')

module.exports = class extends Mocha.reporters.Spec {
  constructor(runner, options) {
    super(runner, options)
    runner.once('end', () => {
      const { passes, failures, pending } = this.stats
      writeFileSync(options.reporterOptions.file, JSON.stringify({ passes, failures, pending }))
    })
  }
}
