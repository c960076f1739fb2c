import { expect } from 'chai'
import { attackApp } from '../attack/app'
import { attackStore } from '../attack/store'
import { dial } from '../support/dial'

describe('Attacks on the browser', function () {
  this.timeout(900_000)

  it('what was called saved is there, a restore is whole or nothing, and no build comes twice', async () => {
    const [kills, times] = [dial(3, 7), dial(1, 10)]
    const all = await attackStore(1, times * (kills + 1), kills)
    for (const [name, c] of Object.entries(all))
      expect([...c.crashes, ...c.silent], name).to.deep.equal([])
    expect(all['killed while typing']!.tried).to.equal(times * kills)
    expect(all['killed in a restore']!.tried).to.equal(times)
  })
  it('two tabs in any order, disks that fill, clocks that jump, zones around the world: nothing typed is lost, and the bin is as it was', async () => {
    const rounds = dial(1, 20)
    const { 'two tabs, disk, clock': all } = await attackApp(1, rounds)
    expect([...all!.crashes, ...all!.silent]).to.deep.equal([])
    expect(all!.tried).to.equal(12 * rounds)
  })
})
