import { bondOf } from '../craft/bonds'
import { USUAL } from '../craft/usual'
import { grown, type Recipe } from '../craft/ways/types'
import type { Pool, Water } from '../build/types'
import type { Case, Contradiction } from './reading'
import { repairUses, worked, type Worked } from './scopes'

const wrong = (place: string, says: string): Contradiction => ({ rule: 'goods', place, says })

/** Goods: what is bought is used, what is used is bought, and one weight is one number. */
export function goods(held: Case): Contradiction[] {
  return [...boughtAndUsed(held), ...oneWeight(held), ...bodies(held), ...ownResin(held)]
}

const poolsOf = ({ build }: Case) => build.waters.filter((w): w is Pool => w.kind === 'pool')

/** The resin that a water is cast and flooded in: its own, or that of the pool it stands in or falls into. */
function resinOf(held: Case, water: Water): string | undefined {
  if (water.kind === 'pool') return water.resin
  if (water.make.resin) return water.make.resin
  const pools = poolsOf(held)
  const near =
    water.kind === 'sea'
      ? water.pool
      : water.kind === 'fall'
        ? (water.into ?? water.lip?.pool)
        : null
  return (pools.find((p) => p.id === near) ?? pools[0])?.resin
}

/** The material that a way names: by itself, or by a field of its water. */
function named(held: Case, { water, way, laid }: Worked, material: string): string | undefined {
  if (material === 'coat') return laid ? (laid.material ?? way.usual?.coat) : undefined
  if (!water) return material
  if (material === 'resin') return resinOf(held, water)
  if (water.kind === 'pool') {
    const dam = held.material(water.dam)
    const fields: Record<string, string | undefined> = {
      'light.resin': water.light.resin,
      'light.lamp': water.light.lamp,
      'skin.lacquer': water.skin.lacquer,
      'gloss.gel': water.gloss.gel,
      'dam.bead': dam?.kind === 'dam' ? dam.bead.material : undefined
    }
    return material in fields ? fields[material] : material
  }
  if (material === 'gel') return water.gel
  if (material === 'film') return water.make.film
  if (material !== 'bond') return material
  const bond = bondOf(way, water.make)?.material
  return bond === undefined
    ? undefined
    : bond === 'gel'
      ? water.gel
      : bond === 'resin'
        ? resinOf(held, water)
        : bond
}

/** Everything that planned steps use, by material, with the step that does. */
function usedBy(held: Case): Map<string, string> {
  const { build, plan } = held
  const used = new Map<string, string>()
  const put = (material: string | undefined, by: string) => {
    if (material !== undefined && !used.has(material)) used.set(material, by)
  }
  const planned = new Set(plan.steps.steps.map((s) => s.of))
  const { whole, waters, laid } = plan.amounts.sizes
  for (const at of worked(held)) {
    const sizes = (at.laid ? laid[at.key] : (waters[at.key] ?? whole)) ?? {}
    const own = at.way.steps.filter((s) => planned.has(`${at.key}/${s.id}`)).map((s) => s.id)
    for (const use of at.way.uses) {
      const step = use.by.find((id) => own.includes(id))
      if (step && grown(use.amount, sizes) > 0)
        put(named(held, at, use.material), `${at.key}/${step}`)
    }
    const pasty = at.water === null || at.laid !== undefined
    if (own.length > 0 && pasty)
      pasteOf(at.way.recipe).forEach((m) => put(m, `${at.key}/${own[0]}`))
    if (at.water?.kind === 'pool' && own.includes('dam')) put(at.water.dam, `${at.key}/dam`)
    if (at.water?.kind === 'pool' && own.includes('coat') && (sizes.lightG ?? 0) > 0)
      litTints(at.water).forEach((t) => put(t, `${at.key}/coat`))
  }
  groundUses(held, planned, put)
  for (const mix of plan.amounts.mixes) put(mix.resin, mix.id)
  for (const cup of [...plan.amounts.batches, ...plan.amounts.otherCups]) {
    put(USUAL.cup, cup.mix)
    const { dropsExact } = cup as { dropsExact?: Record<string, number> }
    for (const [tint, drops] of Object.entries(dropsExact ?? {})) if (drops > 0) put(tint, cup.mix)
  }
  for (const own of build.own) if (own.uses && own.uses.amount > 0) put(own.uses.material, own.id)
  for (const [repair, uses] of repairUses(held)) {
    const it = build.repairs.find((r) => r.id === repair)!
    const water = build.waters.find((w) => w.id === it.water)
    if (![...planned].some((of) => of.startsWith(`${repair}/`))) continue
    for (const { material } of uses)
      put(material === 'resin' ? (it.resin ?? (water && resinOf(held, water))) : material, repair)
  }
  return used
}

const pasteOf = (recipe: Recipe | undefined) => (recipe?.parts ?? []).map((p) => p.material)
const litTints = (pool: Pool): string[] =>
  (pool.bands.length > 0 ? pool.bands.flatMap((b) => b.tints) : pool.tints)
    .filter((t) => t.dropsPer100G > 0)
    .map((t) => t.id)

function groundUses(
  { build, material }: Case,
  planned: ReadonlySet<string>,
  put: (material: string | undefined, by: string) => void
): void {
  const landform = material(build.ground.landform)
  const whole = landform?.kind === 'landform' ? landform : null
  const said = build.lays.find((l) => l.id === 'ground/landform')?.state
  const wanted = said === undefined ? build.from === 'bare-board' : said === 'planned'
  if (whole?.pack && (planned.has('ground/landform') || (whole.ready && wanted))) {
    put(whole.id, 'ground/landform')
    if (!whole.ready) put(whole.glue, 'ground/landform')
  }
  if (planned.has('ground/shell')) put(build.ground.shell, 'ground/shell')
  if (planned.has('ground/seal')) put(build.ground.seal, 'ground/seal')
}

function boughtAndUsed(held: Case): Contradiction[] {
  const used = usedBy(held)
  const lines = held.plan.amounts.shopping
  const bought = new Set(lines.map((l) => l.material))
  const idle = lines
    .filter((l) => l.amount > 0 && !used.has(l.material))
    .map((l) =>
      wrong(`amounts.shopping[${l.material}]`, 'it is bought, and no planned step uses it')
    )
  const lacking = [...used]
    .filter(([material]) => held.material(material) !== undefined && !bought.has(material))
    .map(([material, by]) =>
      wrong(`amounts.shopping[${material}]`, `${by} uses it, and it is not listed`)
    )
  return [...idle, ...lacking]
}

/** Less of a part than this no scale on a bench tells from nothing, g. */
const NOTHING_G = 0.05
const near = (a: number, b: number) => Math.abs(a - b) <= 0.5 + 0.01 * Math.max(a, b)

/** Grams: of a mix and its cups, of the list and all mixes, of a step's words and its cups. */
function oneWeight({ build, plan, material, touched }: Case): Contradiction[] {
  const cups = [...plan.amounts.batches, ...plan.amounts.otherCups]
  const weigh = (of: readonly { aG: number; bG: number }[]) =>
    of.reduce((sum, c) => sum + c.aG + c.bG, 0)
  const mixes = plan.amounts.mixes.flatMap((mix) => {
    const own = weigh(cups.filter((c) => c.mix === mix.id))
    const place = `amounts.mixes[${mix.id}]`
    if (mix.aG < NOTHING_G || mix.bG < NOTHING_G)
      return [wrong(place, `A ${mix.aG.toFixed(2)} g, B ${mix.bG.toFixed(2)} g is nothing`)]
    return near(own, mix.aG + mix.bG)
      ? []
      : [
          wrong(
            place,
            `its cups hold ${own.toFixed(1)} g, and it is ${(mix.aG + mix.bG).toFixed(1)}`
          )
        ]
  })
  const lines = plan.amounts.shopping.flatMap((line) => {
    if (material(line.material)?.kind !== 'resin') return []
    const own = build.own.reduce(
      (sum, o) => sum + (o.uses?.material === line.material ? o.uses.amount : 0),
      0
    )
    const mixed = own + weigh(plan.amounts.mixes.filter((m) => m.resin === line.material))
    return near(mixed, line.amount)
      ? []
      : [
          wrong(
            `amounts.shopping[${line.material}]`,
            `${line.amount.toFixed(1)} g are listed, and ${mixed.toFixed(1)} mixed`
          )
        ]
  })
  const told = plan.steps.steps.flatMap((step) => {
    const grams = /^([\d.]+) g in (?:one cup|\d+ cups)/.exec(step.how)
    const own = weigh(cups.filter((c) => c.mix === step.id || c.mix === step.of))
    if (!grams || touched.has(step.id) || near(Number(grams[1]), own)) return []
    return [
      wrong(
        `steps.steps[${step.id}].how`,
        `it says ${grams[1]} g, and its cups hold ${own.toFixed(1)}`
      )
    ]
  })
  return [...mixes, ...lines, ...told]
}

/** A body of water that is filled weighs something. */
function bodies(held: Case): Contradiction[] {
  const { amounts, stacks, steps } = held.plan
  return poolsOf(held).flatMap((pool) => {
    const way = worked(held).find((w) => w.key === pool.id)?.way
    const fill = way?.steps.find((s) => s.does === 'fill')
    const deep = (stacks.pools.find((p) => p.id === pool.id)?.layers ?? []).length > 0
    const filled = fill && deep && steps.steps.some((s) => s.of === `${pool.id}/${fill.id}`)
    const tied = amounts.mixes.some((m) => m.serves.some((id) => id.startsWith(`${pool.id}/`)))
    const poured = amounts.pools.find((p) => p.pool === pool.id)?.totalG
    if (!filled || tied || (amounts.bodyG?.[pool.id] ?? poured ?? 0) > 0) return []
    // a cup too small to mix in is told by itself
    if (held.plan.findings.some((f) => f.water === pool.id && f.severity === 'stop')) return []
    return [wrong(`amounts.bodyG[${pool.id}]`, 'it is poured, and weighs nothing')]
  })
}

/** What is cast or flooded is mixed of the water’s own resin. */
function ownResin(held: Case): Contradiction[] {
  return held.plan.amounts.mixes.flatMap((mix) => {
    const at = worked(held).find((w) => w.key === mix.water && w.water?.kind !== 'pool' && w.water)
    if (!at?.water || !mix.id.startsWith(`${at.key}/`)) return []
    const step = mix.id.slice(at.key.length + 1)
    const bonded = at.way.uses.some((u) => u.material === 'bond' && u.by.includes(step))
    const own = resinOf(held, at.water)
    if (bonded || mix.resin === own) return []
    return [wrong(`amounts.mixes[${mix.id}]`, `it is of ${mix.resin}, and its water is of ${own}`)]
  })
}
