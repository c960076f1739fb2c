import Module from 'manifold-3d'
import { demo } from '../tests/support/builds'
import { derivePlan } from '../core/plan/derivePlan'
import { groundStage } from '../core/plan/1-ground/groundStage'
import { formsStage } from '../core/plan/2-forms/formsStage'
import { BUILT_IN_SHELF } from '../core/craft/materials/shelf'
import { roundModel } from '../core/plan/round/roundModel'
import { volumeOf } from '../core/plan/round/bodies'
import { grownLand } from '../core/plan/beside/grownLand'
import { setLand } from '../core/build/landEdits'
const m = await Module(); m.setup()
for (const n of ["2-mole-at-varnsey"] as const) {
  let b = demo(n)
  const g = groundStage(b)
  const f = formsStage(b, g, BUILT_IN_SHELF)
  b = setLand(grownLand(b, f))(b)
  const plan = derivePlan(b)
  for(let q=0;q<3;q++){roundModel(b, { ground: g, forms: plan.forms, stacks: plan.stacks }, BUILT_IN_SHELF)}; const t0 = performance.now()
  const model = roundModel(b, { ground: g, forms: plan.forms, stacks: plan.stacks }, BUILT_IN_SHELF)
  console.log(n, model.triangles, 'triangles', (performance.now() - t0).toFixed(0), 'ms', model.heightMm)
  for (const p of model.parts) {
    let ok = ''
    try {
      const mesh = new m.Mesh({ numProp: 3, vertProperties: p.xyz, triVerts: p.triangles })
      const man = new m.Manifold(mesh)
      ok = `${man.status()} ${(man.volume()/1000).toFixed(2)}`
    } catch (e) { ok = 'BAD ' + e }
    const pool = g.pools.find((x) => `water:${x.id}` === p.id)
    if (ok.startsWith('BAD') || pool || p.kind==='land' || p.kind === 'crest') console.log(p.id, p.triangles.length/3, ok, (volumeOf(p)/1000).toFixed(2), pool ? `${pool.volumeMl} disp ${pool.displacedMl} lean ${pool.leanMl}` : '', p.says)
  }
}
