import { allCups, figuresFor } from '../../bench/benchSteps'
import { cupTitle } from '../../bench/mixNames'
import { accountOf } from '../../build/log/account'
import { entriesOf, type PhotoEntry } from '../../build/log/entries'
import type { Build } from '../../build/types'
import { CAUTION_CLOSE, CAUTIONS, type CautionId } from '../../craft/materials/cautions'
import { chancesWords, waitWords } from '../../explain/daysWords'
import { explainFinish, type Explanation } from '../../explain/explanations'
import type { Step } from '../../plan/6-steps/types'
import { sittingsOf } from '../../plan/7-days/sittings'
import { LAYERS } from '../../plan/templates/types'
import { clock, dayAndClock, longDay, moment } from '../../words/dates'
import { duration } from '../../words/durations'
import { grams, ml, mm, quantity, number, placeOnEarth } from '../../words/quantities'
import type { Units } from '../../words/units'
import { shoppable } from '../csv'
import type { Block, Stroke } from './blocks'
import { layWords, waterPages, type Sources } from './waterPages'
import { minutesBetween } from '../../physics/time'
import { written, type Sentence } from '../../words/sentence'

/** Photographs of the log as they are kept, by id. */
export type Photographs = ReadonlyMap<string, Uint8Array>

const SCENE: Readonly<Record<string, string>> = {
  ground: 'Ground',
  white: 'White over all',
  spray: 'Spray',
  finish: 'Finish'
}

/**
 * A build as a book: what is made, of what and how, by which day; after the work what became of it.
 *
 * @param from    the build with its plan
 * @param photos  the photographs of its log that are there
 */
export function bookOf(from: Sources, photos: Photographs): Block[] {
  const { build } = from
  const waters = waterPages(from)
  const days = daysChapter(from)
  return [
    ...cover(from),
    { kind: 'chapter', text: 'Waters' },
    ...waters.blocks,
    ...sceneLays(from),
    { kind: 'chapter', text: 'Mixes, by cup' },
    ...mixes(from),
    ...days,
    { kind: 'chapter', text: 'Shopping' },
    ...atHead(from.build, photos),
    ...shopping(from),
    ...(build.log.entries.length > 0
      ? [{ kind: 'chapter' as const, text: 'How it went' }, ...after(from, photos)]
      : []),
    { kind: 'chapter', text: 'Where the numbers come from' },
    ...sources([...waters.sources, explainFinish(from.plan.days)], from.units)
  ]
}

function cover({ build, plan, units }: Sources): Block[] {
  const { days } = plan
  const until = days.finishMs
    ? `Finished ${longDay(days.finishMs, days.zone)}, ${clock(days.finishMs, days.zone)}. ${chancesWords(days)}`
    : 'No finishing date yet.'
  return [
    {
      kind: 'title',
      text: build.name,
      lines: [
        `${build.scale} · ${mm(build.base.widthMm, units)} × ${mm(build.base.depthMm, units)}`,
        until,
        `${duration(days.handsMin)} by hand, in ${sittingsOf(days).length} sittings`
      ]
    },
    {
      kind: 'drawing',
      says: `${build.name} from above: its waters on the base`,
      strokes: fromAbove(build, plan),
      mostMm: 130
    },
    ...(build.notes.trim() ? [{ kind: 'text' as const, text: build.notes.trim() }] : [])
  ]
}

const BLUE = '#b9dcd4'
const LINE = '#0e5158'
/** The base and its waters on the plan. */
function fromAbove(build: Sources['build'], plan: Sources['plan']): Stroke[] {
  const { widthMm: w, depthMm: h } = build.base
  const line = (
    points: Stroke['points'],
    closed: boolean,
    colour = LINE,
    widthMm = 0.4
  ): Stroke => ({
    points,
    closed,
    colour,
    widthMm
  })
  const { forms, ground } = plan
  return [
    {
      ...line(
        [
          [0, 0],
          [w, 0],
          [w, h],
          [0, h]
        ],
        true,
        LAYERS.base.colour
      ),
      fill: '#efe9da'
    },
    ...forms.reaches.map((r) => ({ ...line(r.ring, true), fill: BLUE })),
    ...ground.pools.flatMap((p) => [
      { ...line(p.ring, true), fill: BLUE },
      ...p.contours.flatMap((c) => c.rings.map((r) => line(r, true, '#3f8f8f', 0.15)))
    ]),
    ...forms.falls.flatMap((f) => (f.lip ? [line(f.lip, false, LINE, 1)] : [])),
    ...forms.seas.flatMap((s) => s.crests.map((c) => line(c, false, LINE, 0.5))),
    ...forms.splashes.map((s) => line(s.patch, true, '#7d5a0d', 0.3))
  ]
}

/** What lies over all of it, and on the ground. */
function sceneLays(from: Sources): Block[] {
  return Object.entries(SCENE).flatMap(([stack, name]): Block[] => {
    const lays = from.plan.steps.lays.filter((l) => l.stack === stack)
    return lays.length === 0
      ? []
      : [
          { kind: 'heading', text: name },
          { kind: 'list', items: lays.map((l) => layWords(from, l)) }
        ]
  })
}

function mixes({ build, plan, units, shelf }: Sources): Block[] {
  const cups = allCups(plan)
  if (cups.length === 0) return [{ kind: 'text', text: 'Nothing is mixed.' }]
  const drops = (given: Record<string, number>) =>
    Object.entries(given)
      .filter(([, n]) => n > 0)
      .map(([id, n]) => `${number(n)} ${shelf.get(id)?.name ?? id}`)
      .join(', ') || 'none'
  const said = (text: Sentence) => written(text, units)
  return [
    {
      kind: 'table',
      boxes: true,
      head: ['', 'Cup', 'Part A', 'Part B', 'Drops', 'Holds', 'Use within'],
      shares: [0.5, 5, 1.7, 1.7, 3.4, 1.6, 1.8],
      figures: [2, 3, 5, 6],
      rows: cups.map((b) => {
        const min = plan.cures.mixMin[b.mix] ?? plan.cures.workingMin[b.pool]
        return [
          '',
          `${said(cupTitle(build, plan, b))}, ${shelf.get(b.resin)?.name ?? b.resin}`,
          grams(b.aG, units),
          grams(b.bG, units),
          drops(b.drops),
          ml(b.cupMl, units),
          min ? duration(min) : ''
        ]
      })
    },
    { kind: 'caution', text: `${CAUTIONS.resin} ${CAUTIONS.heat}` }
  ]
}

/** Steps by sitting, with what each needs said where it is done. */
function daysChapter({ build, plan, units }: Sources): Block[] {
  const { days } = plan
  const byId = new Map(plan.steps.steps.map((s) => [s.id, s]))
  const said = (text: Sentence) => written(text, units)
  const water = (step: Step) => build.waters.find((w) => w.id === step.water)?.name
  const titled = (step: Step) => `${water(step) ? `${water(step)}: ` : ''}${said(step.title)}`
  const told = new Set<CautionId>()
  const cautionsOf = (step: Step) =>
    step.cautions.filter((c) => {
      const fresh = !told.has(c)
      told.add(c)
      return fresh
    })
  const sittings = sittingsOf(days)
  const rowOf = (step: Step, minutes: number, part: string): string[] => [
    '',
    [
      `${titled(step)}${part}`,
      said(step.how),
      step.right ? `Right when: ${said(step.right)}` : '',
      figuresFor(plan, step)
        .map((f) => `${f.name}: ${said(f.value)}`)
        .join(' · '),
      step.waitMin > 0 ? `Then ${waitWords(step)}.` : ''
    ]
      .filter((line) => line !== '')
      .join('\n'),
    duration(minutes)
  ]
  const shown: Block[] =
    sittings.length > 0
      ? sittings.flatMap((sitting): Block[] => [
          { kind: 'heading', text: dayAndClock(sitting.startMs, days.zone) },
          {
            kind: 'table',
            boxes: true,
            head: [],
            shares: [0.5, 12, 1.8],
            figures: [2],
            rows: sitting.work.flatMap((w) => {
              const step = byId.get(w.step)
              const part = w.parts > 1 ? ` (part ${w.part} of ${w.parts})` : ''
              return step ? [rowOf(step, minutesBetween(w.startMs, w.endMs), part)] : []
            })
          },
          ...sitting.work
            .flatMap((w) => cautionsOf(byId.get(w.step)!))
            .map((c): Block => ({ kind: 'caution', text: CAUTIONS[c] }))
        ])
      : [
          {
            kind: 'table',
            boxes: true,
            head: [],
            shares: [0.5, 12, 1.8],
            figures: [2],
            rows: plan.steps.steps.map((s) => rowOf(s, s.handsMin, ''))
          }
        ]
  const windows = days.windows.map((w) => [
    byId.has(w.step) ? titled(byId.get(w.step)!) : w.step,
    `${moment(w.fromMs, days.zone)} to ${clock(w.toMs, days.zone)}`,
    byId.has(w.after) ? `after ${titled(byId.get(w.after)!)}` : ''
  ])
  return [
    { kind: 'chapter', text: 'Days' },
    ...shown,
    ...(windows.length > 0
      ? [
          { kind: 'chapter' as const, text: 'The minutes that matter' },
          {
            kind: 'table' as const,
            head: ['What', 'When it works', ''],
            shares: [4, 4, 4],
            rows: windows
          }
        ]
      : [])
  ]
}

/** The picture that the builder put at the head of the lists. */
const atHead = (build: Build, photos: Photographs): Block[] =>
  entriesOf(build.log, 'photo')
    .filter((e) => e.id === build.cover)
    .flatMap((e) => pictureOf({ ...e, place: undefined }, photos, ''))

function shopping({ plan, units }: Sources): Block[] {
  return [
    {
      kind: 'table',
      boxes: true,
      head: ['', 'What', 'How much', 'Note'],
      shares: [0.5, 6, 2.4, 4],
      figures: [2],
      rows: plan.amounts.shopping.map((l) => [
        '',
        l.name,
        `${l.unit === 'piece' ? number(shoppable(l)) : quantity(shoppable(l), l.unit, units)}${l.also ? ` (${written(l.also, units)})` : ''}`,
        l.note
      ])
    },
    { kind: 'caution', text: CAUTION_CLOSE }
  ]
}

/** What was done and seen, foretold held against real, and the photographs. */
function after({ build, plan, units }: Sources, photos: Photographs): Block[] {
  const { zone } = build.calendar
  const said = (text: Sentence) => written(text, units)
  const titles = new Map(plan.steps.steps.map((s) => [s.id, s.title]))
  const title = (id: string) => said(titles.get(id) ?? id)
  const minutes = (min: number | null) => (min === null ? '–' : duration(min))
  const account = accountOf(build.log)
  const at = (iso: string) => moment(Date.parse(iso), zone)
  const told = build.log.entries.flatMap((e): string[] => {
    switch (e.kind) {
      case 'note':
        return [`${at(e.at)}: ${e.text}`]
      case 'room':
        return [`${at(e.at)}: the room at ${quantity(e.tempC, '°C', units)}, ${e.rhPct} %`]
      case 'batch':
        return [`${at(e.at)}: weighed A ${grams(e.aG, units)}, B ${grams(e.bG, units)}`]
      case 'lesson':
        return [`${at(e.at)}, for next time: ${e.text}`]
      case 'cost':
        return [`${at(e.at)}: spent ${number(e.money)} on ${e.what}`]
      default:
        return []
    }
  })
  return [
    ...(account.length > 0
      ? [
          { kind: 'heading' as const, text: 'Foretold and real' },
          {
            kind: 'table' as const,
            head: ['Step', 'Work planned', 'took', 'Wait foretold', 'ready at'],
            shares: [5, 2, 2, 2, 2],
            figures: [1, 2, 3, 4],
            rows: account.map((l) => [
              title(l.step),
              minutes(l.plannedMin),
              minutes(l.workedMin),
              minutes(l.foretoldMin),
              minutes(l.readyMin)
            ])
          }
        ]
      : []),
    ...(told.length > 0
      ? [
          { kind: 'heading' as const, text: 'Written down' },
          { kind: 'list' as const, items: told }
        ]
      : []),
    ...entriesOf(build.log, 'photo').flatMap((e) => pictureOf(e, photos, at(e.at)))
  ]
}

function pictureOf(entry: PhotoEntry, photos: Photographs, at: string): Block[] {
  const jpeg = photos.get(entry.id)
  if (!jpeg) return []
  const where = entry.place ? placeOnEarth(entry.place) : ''
  const says = [entry.caption, at, where].filter((t) => t !== '').join(', ')
  const { widthPx, heightPx } = entry
  return [{ kind: 'picture', says, jpeg, widthPx, heightPx }]
}

function sources(all: readonly Explanation[], units: Units): Block[] {
  const seen = new Set<string>()
  const rows = all.flatMap(({ title, formula, source, trust }) => {
    if (seen.has(title)) return []
    seen.add(title)
    return [[title, written(formula, units), source, written(trust, units)]]
  })
  return [
    {
      kind: 'table',
      head: ['Number', 'How it is reckoned', 'Source', 'How far to trust it'],
      shares: [2, 4, 4, 4],
      rows
    }
  ]
}
