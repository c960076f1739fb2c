import fc from 'fast-check'
import {
  addReach,
  addSea,
  addSplash,
  changeFall,
  changeOutlet,
  changePool,
  changeReach,
  changeSplash,
  moveReachPoint,
  removeWater,
  setFlow,
  setOutlet,
  type Edit
} from '../../core/build/edits'
import { OUTLETS } from '../../core/build/types'
import { placeEnd } from '../../core/build/runEdits'

/** Edits of the gorge and the mole that nobody in their senses makes. */
export const wild = (): fc.Arbitrary<Edit> =>
  fc.oneof(
    fc.double({ min: 0.0001, max: 1e5, noNaN: true }).map((q) => setFlow({ dischargeM3S: q })),
    fc.constantFrom('1:1', '1:5000', '1:12', 'N').map((scale): Edit => (b) => ({ ...b, scale })),
    fc
      .tuple(
        fc.double({ min: -200, max: 800, noNaN: true }),
        fc.double({ min: -200, max: 800, noNaN: true })
      )
      .map(([x, y]) => moveReachPoint('rapid', 'p4', [x, y])),
    fc
      .double({ min: 0.5, max: 9000, noNaN: true })
      .map((widthMm) => changeReach('rapid', { widthMm })),
    fc
      .tuple(fc.integer({ min: 1, max: 60 }), fc.double({ min: 0.1, max: 900, noNaN: true }))
      .map(([steps, treadMm]) => changeFall('ledgefall', { steps, treadMm })),
    fc
      .double({ min: 0.1, max: 5000, noNaN: true })
      .map((dropMm) => changeFall('ledgefall', { dropMm })),
    fc
      .tuple(
        fc.constantFrom(...OUTLETS),
        fc.double({ min: -200, max: 800, noNaN: true }),
        fc.double({ min: 0.1, max: 900, noNaN: true }),
        fc.double({ min: -90, max: 900, noNaN: true })
      )
      .map(
        ([kind, x, widthMm, zMm]): Edit =>
          (b) =>
            [
              setOutlet('ledgefall', kind),
              changeOutlet('ledgefall', { x, zMm }),
              changeFall('ledgefall', { widthMm, partings: [{ atMm: widthMm / 3, widthMm: 4 }] })
            ].reduce((now, edit) => edit(now), b)
      ),
    fc
      .tuple(
        fc.constantFrom('ledge', 'eddy', 'putin'),
        fc.double({ min: -100, max: 300, noNaN: true })
      )
      .map(([id, levelMm]) => changePool(id, { levelMm })),
    fc.constantFrom(
      addSea,
      addSplash,
      addReach,
      removeWater('eddy'),
      removeWater('putin'),
      changeReach('rapid', {
        path: [
          { id: 'p1', x: 5, y: 5 },
          { id: 'p4', x: 5, y: 5 }
        ]
      })
    ),
    fc
      .tuple(
        fc.double({ min: 0.1, max: 2000, noNaN: true }),
        fc.double({ min: 0.3, max: 90, noNaN: true }),
        fc.integer({ min: -360, max: 360 })
      )
      .map(([breakerMm, periodS, headingDeg]): Edit => (b) => ({
        ...b,
        waters: b.waters.map((w) =>
          w.kind === 'sea' ? { ...w, breakerMm, periodS, headingDeg } : w
        )
      })),
    fc
      .tuple(
        fc.integer({ min: 0, max: 180 }),
        fc.integer({ min: 0, max: 180 }),
        fc.double({ min: 0.1, max: 120, noNaN: true })
      )
      .map(([loDeg, hiDeg, speedMS]) => changeSplash('paddle', { loDeg, hiDeg, speedMS }))
  )

/** Ends anywhere, other bases: what only matters where water is let run. */
export const wildRunning = (): fc.Arbitrary<Edit> =>
  fc.oneof(
    wild(),
    fc
      .tuple(
        fc.constantFrom('source' as const, 'out' as const),
        fc.double({ min: 0, max: 600, noNaN: true }),
        fc.double({ min: 0, max: 260, noNaN: true })
      )
      .map(([end, x, y]) => placeEnd(end, [x, y])),
    fc
      .tuple(fc.constantFrom(50, 60.5, 1000, 3000), fc.constantFrom(50, 333, 2000))
      .map(([widthMm, depthMm]): Edit => (b) => ({ ...b, base: { ...b.base, widthMm, depthMm } }))
  )
