import { expect } from 'chai'
import { attackApp } from '../attack/app'
import { attackStore } from '../attack/store'

describe('Attacks on the browser', function () {
  this.timeout(900_000)

  it('what was called saved is there, a restore is whole or nothing, and no build comes twice', async () => {
    const all = await attackStore(1, 8)
    for (const [name, c] of Object.entries(all))
      expect([...c.crashes, ...c.silent], name).to.deep.equal([])
    expect(all['killed while typing']!.tried).to.equal(7)
    expect(all['killed in a restore']!.tried).to.equal(1)
  })
  it('two tabs in any order, disks that fill, clocks that jump, zones around the world: nothing typed is lost, and the bin is as it was', async () => {
    const { 'two tabs, disk, clock': all } = await attackApp(1, 4)
    expect([...all!.crashes, ...all!.silent]).to.deep.equal([])
    expect(all!.tried).to.equal(48)
  })
})
