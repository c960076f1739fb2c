import { inUnit, mm, plain, quantity, say } from '../words/sentence'
import { FOAM_HALF_LIFE_S } from '../running/foam'
import type { RunAt } from '../plan/2-forms/ran/readRun'
import type { RunCheck } from '../plan/2-forms/ran/checks'
import type { RanPlan } from '../plan/2-forms/ran/ranPlan'
import type { Explanation, Line } from './explanations'

const SCHEME =
  'Shallow-water equations over the model’s own ground: hydrostatic reconstruction by Audusse et al. 2004, HLLC flux after Toro, Manning’s friction; from memory, checked against the solutions that Delestre et al. 2013 collected'

export const explainRunAt = (at: RunAt): Explanation => ({
  title: 'What the water does here',
  formula: 'volume and momentum kept from cell to cell at full size; Fr = V/√(gd)',
  inputs: [
    ['depth', mm(at.depthMm)],
    ['speed, full size', quantity(at.speedMS, 'm/s', 2)],
    ['heading', `${plain(at.headingDeg, 0)}°, 0 to the right`],
    ['Froude number', plain(at.froude, 2)],
    ['white', `${plain(at.whitePct, 0)} %, ${plain(at.foamAgeS)} s old`]
  ],
  source: SCHEME,
  trust: 'One speed from bed to surface: what rolls over and dives is not in it.'
})
export const explainRunWhite = (ran: RanPlan): Explanation => ({
  title: 'White where the water ran',
  formula:
    'foam is made where power is lost, carried with the water, halved every few seconds; it covers 1 − e^(−layers)',
  inputs: ran.white.zones.map((z): Line => [
    z.zone,
    say`${plain(z.sharePct, 0)} % of ${quantity(z.areaMm2 / 100, 'cm²')}`
  ]),
  source: `${SCHEME}. Foam halves in ${FOAM_HALF_LIFE_S} s in a stream, half as fast in the sea; how much is made is common practice, no source`,
  trust: 'Where it lies is better known than how white it is.'
})
export const explainCheck = (check: RunCheck): Explanation => ({
  title: 'Form against run',
  formula: 'the form by its formula; the run by water over this ground',
  inputs: [
    ['form', inUnit(check.formSays, check.unit, 2)],
    ['run', check.runSays === null ? 'none there' : inUnit(check.runSays, check.unit, 2)]
  ],
  source: SCHEME,
  trust: check.differs
    ? 'They differ by more than such formulas are off: believe the ground, if it was dipped well.'
    : 'They agree as well as such formulas can.'
})
