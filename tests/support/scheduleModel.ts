import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import loadHighs from 'highs'
import type { ScheduleInput } from '../../core/plan/7-days/solver/network'
import { seeded } from '../../core/plan/7-days/solver/random'
import { SITTING_GAP_MIN } from '../../core/plan/7-days/solver/sittings'

/** What HiGHS answered once, by the hash of the problem as it was put to it. */
const KEPT = fileURLToPath(new URL('./solver-answers.json', import.meta.url))
/** One in so many is solved again, others every day: a kept answer that is wrong comes to light. */
const ONE_IN = 8

export class Solver {
  private readonly kept: Record<string, number | null> = existsSync(KEPT)
    ? JSON.parse(readFileSync(KEPT, 'utf8'))
    : {}
  private readonly turn = Math.floor(Date.now() / 86_400_000) % ONE_IN
  solvedLive = 0

  private constructor(
    private readonly highs: Awaited<ReturnType<typeof loadHighs>>,
    private readonly live: boolean
  ) {}

  /** @param live every problem is solved anew, for who measures how long that takes */
  static async load(live = false): Promise<Solver> {
    return new Solver(await loadHighs(), live)
  }

  /** The least of a model, or null where it has no solution. */
  least(lp: string): number | null {
    const hash = createHash('sha256').update(lp).digest('hex').slice(0, 32)
    const known = this.kept[hash]
    const itsTurn = this.live || parseInt(hash.slice(0, 4), 16) % ONE_IN === this.turn
    if (known !== undefined && !itsTurn) return known
    this.solvedLive++
    const answer = this.solve(lp)
    if (known !== undefined && known !== answer)
      throw new Error(`the kept answer was ${known}, HiGHS now says ${answer}`)
    this.kept[hash] = answer
    return answer
  }

  private solve(lp: string): number | null {
    const found = this.highs.solve(lp, { output_flag: false, mip_rel_gap: 0, mip_abs_gap: 0.5 })
    if (found.Status === 'Optimal') return Math.round(found.ObjectiveValue)
    if (found.Status === 'Infeasible' || found.Status === 'Primal infeasible or unbounded')
      return null
    throw new Error(`the solver ended with ${found.Status}`)
  }

  /** Keeps what was solved for the next run: KEEP_ANSWERS=1 npm test */
  keep(): void {
    if (process.env.KEEP_ANSWERS) writeFileSync(KEPT, `${JSON.stringify(this.kept, null, 1)}\n`)
  }
}

const sum = (terms: string[]): string => (terms.length === 0 ? '0 zero' : terms.join(' + '))

/**
 * The same schedule as a time-indexed mixed-integer model (Pritsker, Watters and Wolfe 1969, from
 * memory): one yes or no
 * for each task and each minute at which it may start.
 *
 * @param finishMin  null: the least finish is asked for; else the fewest sittings of a plan that ends by then
 */
export function modelled(
  solver: Solver,
  input: ScheduleInput,
  finishMin: number | null
): number | null {
  const horizon =
    Math.max(...input.free.map((w) => w[1])) +
    input.tasks.reduce((s, t) => s + (t.unattended ? t.handsMin : 0), 0) +
    input.links.reduce((s, l) => s + l.minMin, 0)
  const starts = input.tasks.map((t) => {
    const all: number[] = []
    for (let s = 0; s <= horizon; s++) {
      if (finishMin !== null && s + t.handsMin > finishMin) break
      if (t.unattended || input.free.some(([a, b]) => a <= s && s + t.handsMin <= b)) all.push(s)
    }
    return all
  })
  if (starts.some((s) => s.length === 0)) return null
  const x = (i: number, s: number) => `x${i}_${s}`
  const at = new Map(input.tasks.map((t, i) => [t.id, i]))
  const rows: string[] = []
  const time = (i: number) => sum(starts[i].map((s) => `${s} ${x(i, s)}`))
  const minus = (i: number) => starts[i].map((s) => ` - ${s} ${x(i, s)}`).join('')
  input.tasks.forEach((t, i) => {
    rows.push(`${sum(starts[i].map((s) => x(i, s)))} = 1`)
    if (finishMin === null) rows.push(`finish${minus(i)} >= ${t.handsMin}`)
  })
  for (const l of input.links) {
    const [i, j] = [at.get(l.from)!, at.get(l.to)!]
    rows.push(`${time(j)}${minus(i)} >= ${input.tasks[i].handsMin + l.minMin}`)
    if (l.maxMin !== undefined)
      rows.push(`${time(j)}${minus(i)} <= ${input.tasks[i].handsMin + l.maxMin}`)
  }
  const under = (minute: number) =>
    input.tasks.flatMap((t, i) =>
      t.unattended
        ? []
        : starts[i].filter((s) => s <= minute && minute < s + t.handsMin).map((s) => x(i, s))
    )
  const busy: string[] = []
  for (let minute = 0; minute < horizon; minute++) {
    const work = under(minute)
    if (work.length > 1) rows.push(`${sum(work)} <= 1`)
    if (finishMin === null || work.length === 0) continue
    const before = Array.from({ length: SITTING_GAP_MIN }, (_, k) => under(minute - 1 - k)).flat()
    // a sitting begins where there is work and there was none in the half hour before
    const counts = new Map<string, number>()
    for (const v of work) counts.set(v, (counts.get(v) ?? 0) + 1)
    for (const v of before) counts.set(v, (counts.get(v) ?? 0) - 1)
    const terms = [...counts]
      .filter(([, c]) => c !== 0)
      .map(([v, c]) => `${c > 0 ? '-' : '+'} ${Math.abs(c)} ${v}`)
    rows.push(`y${minute} ${terms.join(' ')} >= 0`)
    busy.push(`y${minute}`)
  }
  const binaries = [...input.tasks.flatMap((_, i) => starts[i].map((s) => x(i, s))), ...busy]
  return solver.least(
    `Minimize\n obj: ${finishMin === null ? 'finish' : sum(busy)}\nSubject To\n${rows.map((r, k) => ` c${k}: ${r}`).join('\n')}\nBounds\n zero = 0\nBinary\n ${binaries.join('\n ')}\nEnd\n`
  )
}

/**
 * A small problem by chance: work, waits with and without a greatest, unattended tasks, a few free
 * stretches.
 */
export function smallProblem(seed: number): ScheduleInput {
  const random = seeded(seed)
  const whole = (low: number, high: number) => low + Math.floor(random() * (high - low + 1))
  const tasks = Array.from({ length: whole(3, 7) }, (_, i) => ({
    id: `t${i}`,
    handsMin: whole(2, 14),
    ...(random() < 0.15 ? { unattended: true as const } : {})
  }))
  const links = tasks.flatMap((_, j) => {
    if (j === 0 || random() < 0.3) return []
    const minMin = random() < 0.3 ? 0 : whole(1, 25)
    return [
      {
        from: `t${whole(0, j - 1)}`,
        to: `t${j}`,
        minMin,
        ...(random() < 0.6 ? { maxMin: minMin + whole(0, 18) } : {})
      }
    ]
  })
  const free: [number, number][] = []
  for (let at = whole(0, 10); free.length < 4;) {
    const long = whole(10, 32)
    free.push([at, at + long])
    at += long + whole(4, 45)
  }
  return { free, tasks, links }
}
