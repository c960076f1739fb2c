import { expect } from 'chai'
import { attackStore } from '../attack/store'

describe('Killed browsers', function () {
  this.timeout(900_000)

  it('what was called saved is there, a restore is whole or nothing, and no build comes twice', async () => {
    const all = await attackStore(1, 8)
    for (const [name, c] of Object.entries(all))
      expect([...c.crashes, ...c.silent], name).to.deep.equal([])
    expect(all['killed while typing']!.tried).to.equal(7)
    expect(all['killed in a restore']!.tried).to.equal(1)
  })
})
