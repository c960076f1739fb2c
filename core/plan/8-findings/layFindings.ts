import type { Build } from '../../build/types'
import { ripplesElse } from '../../build/lays'
import { duration } from '../../words/durations'
import type { Finding, Stages } from './types'
import { quantity, say } from '../../words/sentence'

/**
 * What the builder left out, each with its risk, once; and own steps that cannot stand where they
 * were put. What follows from how careful one chose to be is not warned of.
 */
export function layFindings(build: Build, { amounts, steps }: Stages): Finding[] {
  const titleOf = (id: string) => steps.steps.find((s) => s.id === id || s.of === id)?.title ?? id
  const titlesOf = (ids: readonly string[]) => ids.map(titleOf).join(' and ')
  const layOf = (id: string) => steps.lays.find((l) => l.id === id)
  return [
    ...steps.aside
      .filter((a) => a.chosen && a.state === 'leftOut' && !ripplesElse(build, a.id))
      .map((a): Finding => ({
        id: `left-out:${a.id}`,
        severity: 'note',
        place: 'build-up',
        water: a.water,
        title: `Left out: ${a.title}`,
        number: `${duration(a.handsMin)} of work saved`,
        reason: a.risk || 'What it makes is missing.',
        wayOut: 'Bring it back on Build-up, or leave it so.',
        mend: { label: 'Bring it back', bringBack: { id: a.id, byDefault: a.byDefault } }
      })),
    ...steps.misfits.map((m): Finding => ({
      id: `misfit:${m.lower}:${m.upper}`,
      severity: 'warn',
      place: 'build-up',
      water: layOf(m.upper)?.water ?? null,
      title: `${layOf(m.upper)?.name} cannot lie on ${layOf(m.lower)?.name.toLowerCase()}`,
      number: 'two lays that touch',
      reason: m.why,
      wayOut: 'Give one of them another place, or leave it out.'
    })),
    ...steps.untied.map((u): Finding => ({
      id: `untied:${u.mix}:${u.of}`,
      severity: 'warn',
      place: 'mix',
      water: steps.steps.find((s) => s.id === u.step)?.water ?? null,
      title: 'One mix cannot serve both',
      number: `${titleOf(u.before)}, and ${titleOf(u.step).toLowerCase()}`,
      reason: 'One of them must wait for the other longer than the mix can be worked.',
      wayOut: 'Mix each by itself again on Mix.',
      mend: { label: 'Mix each by itself', untie: u.mix }
    })),
    ...build.laid
      .filter((l) => steps.lost.includes(l.id))
      .map((l): Finding => ({
        id: `lost:${l.id}`,
        severity: 'warn',
        place: 'build-up',
        water: null,
        title: `“${l.name || l.way}” has nowhere to lie`,
        number: `${l.way} on ${l.stack}`,
        reason:
          'This app does not know the way, or the water is not worked on. It is kept in the file.',
        wayOut: 'Take it out, or leave it: nothing is planned for it.'
      })),
    ...build.laid
      .filter((l) => l.zone && amounts.sizes.laid[l.id]?.areaCm2 === 0)
      .map((l): Finding => ({
        id: `off-the-water:${l.id}`,
        severity: 'warn',
        place: 'build-up',
        water: null,
        title: `“${layOf(l.id)?.name ?? l.way}” lies beside what it should cover`,
        number: say`the place drawn for it covers ${quantity(0, 'cm²')} of it`,
        reason: 'Its outline does not reach the surface any more, or is too narrow to.',
        wayOut: 'Draw its place again on Build-up, or let it cover all of the surface.'
      })),
    ...build.own
      .filter((o) => steps.misplaced.includes(o.id))
      .map((o): Finding => ({
        id: `misplaced:${o.id}`,
        severity: 'warn',
        place: 'build-up',
        water: o.water,
        title: `“${o.name}” cannot stand where it was put`,
        number: `after ${titlesOf(o.after)}, before ${titlesOf(o.before)}`,
        reason: 'What it should come before is needed by what it should come after.',
        wayOut: 'Give it another place; until then it is done whenever hands are free.'
      }))
  ]
}
