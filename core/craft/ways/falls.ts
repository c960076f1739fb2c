import { BLEND } from './blend'
import type { Way } from './types'
import { mm, say } from '../../words/sentence'

/** Clear-drying caulk run out as a ribbon. docs/trade.md 2 and 6 (C1). Common practice, no source. */
export const CAULK_RIBBON: Way = {
  id: 'caulk-ribbon',
  for: 'fall',
  name: 'Ribbon of caulk',
  note: 'Clear-drying acrylic caulk run in beads, smoothed into one ribbon as wide as the lip, textured and peeled.',
  usual: { gel: 'clear-caulk' },
  compare: {
    risk: 'Silicone in place of acrylic bonds to the sheet for good; a thick ribbon stays milky for days.',
    reversible: 'Yes: cut away and hung anew.'
  },
  meets: [
    { a: 'caulk', b: 'silicone-paper', wants: 'off' },
    { a: 'caulk', b: 'cured-resin', wants: 'on' }
  ],
  part: { shape: 'strips', on: 'silicone-paper', bond: 'caulk' },
  gel: 'strip',
  lays: [
    { id: 'part', name: 'Ribbon', kind: 'part', steps: ['under', 'run', 'comb'], material: 'gel' },
    { id: 'set', name: 'Hung at lip and foot', kind: 'part', steps: ['hang'], material: 'gel' },
    { id: 'blend', name: 'Blended seams', kind: 'gel', steps: ['blend'], material: 'gel' }
  ],
  steps: [
    {
      id: 'under',
      order: 15,
      title: 'Lay the ribbon on a release sheet',
      times: 'underCoats',
      how: 'As thick as the water is, in coats: beads side by side over the template, smoothed flat, each clear before the next.',
      right: 'Clear to the sheet, no milky core.',
      hands: { fixed: 8, per: { stripCm2: 0.06 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: [],
      cautions: []
    },
    {
      id: 'run',
      order: 15,
      title: 'Run the ribbon on a release sheet',
      how: 'Beads side by side over the sheet template, smoothed with a wet spatula; make the spares now.',
      right: 'Even, no bubble caught, a touch thicker at the foot.',
      hands: { fixed: 12, per: { stripCm2: 0.12 } },
      wait: { becomes: 'workable', min: 'dragOpens', max: 'dragCloses', hard: true },
      after: ['under'],
      cautions: [],
      tools: ['cartridge gun', 'wet spatula']
    },
    {
      id: 'comb',
      order: 15,
      title: 'Comb the fall of the water into it',
      how: 'Drag a stiff brush or a comb down its length: glassy at the lip, torn below the tear line.',
      right: 'The furrows stay when the comb has passed.',
      hands: { fixed: 6, per: { stripCm2: 0.05 } },
      wait: { becomes: 'firm', min: 'peel', max: 'peelBy' },
      after: ['run'],
      cautions: [],
      tools: ['stiff brush or comb']
    },
    {
      id: 'hang',
      order: 16,
      title: 'Peel, trim and hang it',
      how: say`Peel from one end, trim to the template, tuck about ${mm(5)} in at lip and foot.`,
      fixes: true,
      right: 'Glassy over the lip, no edge lifting.',
      hands: { fixed: 14, per: { strips: 2 } },
      wait: { becomes: 'firm', min: 'bondHolds' },
      after: ['comb'],
      on: ['lip', 'landing'],
      does: 'hang',
      cautions: ['blade'],
      tools: ['pins', 'sharp blade']
    },
    BLEND
  ],
  uses: [
    {
      material: 'release-sheet',
      amount: { fixed: 50, per: { stripCm2: 1.5 } },
      by: ['under', 'run']
    },
    { material: 'clear-caulk', amount: { fixed: 2.5, per: { gelMl: 1.15 } }, by: ['under', 'run'] },
    { material: 'bond', amount: { fixed: 0.5 }, by: ['hang'] },
    { material: 'ripple-gel', amount: { fixed: 2, per: { widthCm: 0.3 } }, by: ['blend'] }
  ]
}

/**
 * Clear sheet cut to the template and bent over the lip. docs/trade.md 2 and 6 (C9, C13). Common
 * practice, no source.
 */
export const CUT_SHEET: Way = {
  id: 'cut-sheet',
  for: 'fall',
  name: 'Cut and bent sheet',
  note: 'Clear sheet cut to the unrolled template, bent over the lip by heat, gel on its face.',
  usual: { film: 'styrene-05' },
  compare: {
    risk: 'Heat warps clear sheet, cement crazes it; the cut edge shows from the side.',
    reversible: 'Hardly: the dots tear the skin of the rock.'
  },
  meets: [{ a: 'gel', b: 'scuffed-film', wants: 'on' }],
  part: { shape: 'sheet', on: 'styrene', bond: 'light', film: true },
  gel: 'sheet',
  lays: [
    { id: 'part', name: 'Sheet', kind: 'part', steps: ['cut', 'bend'], material: 'film' },
    { id: 'set', name: 'Hung at lip and foot', kind: 'part', steps: ['hang'], material: 'film' },
    {
      id: 'gel',
      name: 'Gel on the sheet',
      kind: 'gel',
      steps: ['gel', 'release'],
      material: 'gel',
      coats: 'gelCoats'
    },
    { id: 'blend', name: 'Blended seams', kind: 'gel', steps: ['blend'], material: 'gel' }
  ],
  steps: [
    {
      id: 'cut',
      order: 15,
      title: 'Cut the sheet to its template',
      how: 'Tape the template under it, scribe, snap or cut; round the edges. Scuff the face that takes the gel.',
      right: 'It lies on the template and no edge shows white.',
      hands: { fixed: 12, per: { widthCm: 1 } },
      after: [],
      cautions: ['blade', 'dust'],
      tools: ['steel rule', 'fine abrasive']
    },
    {
      id: 'bend',
      order: 15,
      title: 'Bend it over the side curve',
      how: 'Warm it evenly and lay it over the former until it is cold; a trial on a scrap first.',
      right: 'It hangs along the curve by itself.',
      hands: { fixed: 15 },
      wait: { becomes: 'firm', min: 10 },
      after: ['cut'],
      cautions: ['hotwater'],
      tools: ['side-curve former', 'hot air']
    },
    {
      id: 'hang',
      order: 16,
      title: 'Fix it at the lip',
      how: 'Its edge tucked in at the lip; prop the foot where the jig says.',
      fixes: true,
      right: 'It touches all along the lip, and its foot stands where the water lands.',
      hands: { fixed: 14, per: { props: 3 } },
      wait: { becomes: 'firm', min: 'bondHolds' },
      after: ['bend'],
      on: ['lip', 'landing'],
      does: 'hang',
      cautions: [],
      tools: ['props by the jig']
    },
    {
      id: 'gel',
      order: 16,
      title: 'Texture its face in gel',
      times: 'gelCoats',
      how: 'A thin coat, combed down the fall; glassy at the lip, torn below the tear line.',
      right: 'Furrows run with the water and no coat droops the sheet.',
      hands: { fixed: 10, per: { widthCm: 0.8 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['hang'],
      cautions: [],
      tools: ['stiff brush']
    },
    {
      id: 'release',
      order: 16,
      title: 'Take the props away',
      onlyWith: 'propsAway',
      how: 'One after the other, from the foot up.',
      right: 'Nothing follows them down.',
      hands: { fixed: 4, per: { propsAway: 1 } },
      after: [{ step: 'gel', wait: { becomes: 'firm', min: 'propRelease' } }],
      cautions: []
    },
    { ...BLEND, after: ['gel', 'release'] }
  ],
  uses: [
    { material: 'film', amount: { fixed: 20, per: { filmCm2: 1.2 } }, by: ['cut'] },
    { material: 'bond', amount: { fixed: 0.5, per: { widthCm: 0.05 } }, by: ['hang'] },
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 1.15 } }, by: ['gel'] },
    { material: 'gel', amount: { fixed: 1 }, by: ['blend'] },
    { material: 'prop-foam', amount: { fixed: 0, per: { props: 1 } }, by: ['hang'] }
  ]
}

/** Steps of clear packaging. docs/trade.md 2 and 6 (C3, C12). Common practice, no source. */
export const PACK_STEPS: Way = {
  id: 'pack-steps',
  for: 'fall',
  name: 'Steps of pack plastic',
  note: 'Clear packaging cut to each small step, glued in dots, gel over it: quick, for low falls.',
  usual: { film: 'pack-plastic' },
  compare: {
    risk: 'Dots of glue show until white covers them; gel lifts off smooth plastic.',
    reversible: 'Yes: it lifts off.'
  },
  meets: [
    { a: 'gel', b: 'scuffed-film', wants: 'on' },
    { a: 'hot-glue', b: 'pack-plastic', wants: 'on' }
  ],
  part: { shape: 'sheet', on: 'pack-plastic', bond: 'hotglue', film: true },
  gel: 'sheet',
  lays: [
    {
      id: 'part',
      name: 'Steps of plastic',
      kind: 'part',
      steps: ['cut'],
      material: 'film'
    },
    { id: 'set', name: 'Hung at lip and foot', kind: 'part', steps: ['hang'], material: 'film' },
    {
      id: 'gel',
      name: 'Gel over the steps',
      kind: 'gel',
      steps: ['gel'],
      material: 'gel',
      coats: 'gelCoats'
    },
    { id: 'blend', name: 'Blended seams', kind: 'gel', steps: ['blend'], material: 'gel' }
  ],
  steps: [
    {
      id: 'cut',
      order: 15,
      title: 'Cut the steps',
      how: 'One piece a step, as wide as the lip; scuff the face that takes the gel, crease it over the edge.',
      right: 'Each sits on its tread without springing.',
      hands: { fixed: 8, per: { widthCm: 0.8 } },
      after: [],
      cautions: ['blade'],
      tools: ['scissors', 'fine abrasive']
    },
    {
      id: 'hang',
      order: 16,
      title: 'Fix them in',
      how: 'Each where its template says, its edge tucked in.',
      fixes: true,
      right: 'Nothing lifts when you blow on it.',
      hands: { fixed: 8, per: { widthCm: 0.6 } },
      wait: { becomes: 'firm', min: 'bondHolds' },
      after: ['cut'],
      on: ['lip', 'landing'],
      does: 'hang',
      cautions: ['hotglue'],
      tools: ['cool glue gun']
    },
    {
      id: 'gel',
      order: 16,
      title: 'Gel over the steps',
      times: 'gelCoats',
      how: 'A thin coat drawn over edge and tread in one stroke.',
      right: 'No edge of plastic shows.',
      hands: { fixed: 8, per: { widthCm: 0.8 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['hang'],
      cautions: []
    },
    { ...BLEND, after: ['gel'] }
  ],
  uses: [
    { material: 'film', amount: { fixed: 10, per: { filmCm2: 1.3 } }, by: ['cut'] },
    { material: 'bond', amount: { fixed: 0.5 }, by: ['hang'] },
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 1.15 } }, by: ['gel'] },
    { material: 'gel', amount: { fixed: 1 }, by: ['blend'] }
  ]
}

/**
 * White-wet gel that dries clear as tumbling water, straight on the wall. docs/trade.md 2 and 5
 * (G3). Common practice, no source.
 */
export const BUILT_IN_PLACE: Way = {
  id: 'built-in-place',
  for: 'fall',
  name: 'Built in place',
  note: 'Thick gel laid on the wall when it has gone jelly-like, teased as it dries.',
  compare: {
    risk: 'Laid too soon it runs, too thick it stays white for weeks; it cannot spring free of its wall.',
    reversible: 'Yes while fresh; then it is cut away.'
  },
  meets: [
    { a: 'gel', b: 'sealed-foam', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  gel: 'sheet',
  lays: [
    {
      id: 'body',
      name: 'Gel on the wall',
      kind: 'gel',
      steps: ['hang'],
      material: 'gel',
      coats: 'gelCoats'
    },
    { id: 'top', name: 'Teased coat', kind: 'gel', steps: ['top', 'blend'], material: 'gel' }
  ],
  steps: [
    {
      id: 'hang',
      order: 16,
      title: 'Lay the fall, a coat at a time',
      times: 'gelCoats',
      how: 'Put the gel out on card until it is jelly-like, then lay it down the wall from lip to foot. Tilt the model if the plan says so.',
      right: 'It stays where it was laid, and is no thicker than its coat.',
      hands: { fixed: 15, per: { widthCm: 2 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: [],
      on: ['lip', 'landing'],
      does: 'hang',
      cautions: [],
      tools: ['spatula', 'wedges to tilt the base']
    },
    {
      id: 'top',
      order: 16,
      title: 'Lay the last, thin coat',
      how: 'A thin coat over it all.',
      right: 'Even, and not over anything white.',
      hands: { fixed: 10, per: { widthCm: 1 } },
      wait: { becomes: 'workable', min: 'teaseOpens', max: 'teaseCloses', hard: true },
      after: ['hang'],
      cautions: []
    },
    {
      id: 'blend',
      order: 16,
      title: 'Tease it down the fall',
      how: 'Draw it down with the tip of a pick, more below the tear line; feather lip and foot.',
      right: 'Threads stand after the pick has passed.',
      hands: { fixed: 12, per: { widthCm: 1.2 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['top'],
      cautions: [],
      tools: ['pick']
    }
  ],
  uses: [
    { material: 'gel', amount: { fixed: 2, per: { gelMl: 1 } }, by: ['hang'] },
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 0.2 } }, by: ['top', 'blend'] }
  ]
}

/** Built in place, then flooded. docs/trade.md 2. Common practice, no source. */
export const FLOODED_FALL: Way = {
  id: 'flooded-fall',
  for: 'fall',
  name: 'Gel, flooded with resin',
  note: 'Tumbling gel built on the wall and let clear, then resin run over it: glass over white water.',
  compare: {
    risk: 'Resin runs on into the pool and over the dam; damp gel under it clouds for good.',
    reversible: 'No.'
  },
  meets: [
    { a: 'gel', b: 'sealed-foam', wants: 'on' },
    { a: 'two-part', b: 'clear-gel', wants: 'on' },
    { a: 'two-part', b: 'sealed-foam', wants: 'unharmed' }
  ],
  gel: 'sheet',
  lays: [
    {
      id: 'body',
      name: 'Gel on the wall',
      kind: 'gel',
      steps: ['hang'],
      material: 'gel',
      coats: 'gelCoats'
    },
    {
      id: 'flood',
      name: 'Flood of resin',
      kind: 'resin',
      steps: ['flood'],
      material: 'resin'
    }
  ],
  steps: [
    {
      id: 'hang',
      order: 16,
      title: 'Build the tumbling water in gel',
      times: 'gelCoats',
      how: 'Jelly-like gel down the wall, thin, teased; each coat clear before the next.',
      right: 'Clear all through: nothing white is left.',
      hands: { fixed: 15, per: { widthCm: 2 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: [],
      on: ['lip', 'landing'],
      does: 'hang',
      cautions: [],
      tools: ['spatula', 'pick']
    },
    {
      id: 'flood',
      order: 16,
      title: 'Run resin over it',
      how: 'A thin stream from the lip, when it has begun to thicken; catch what runs on at the foot.',
      right: 'One skin of glass, no pool at the foot.',
      hands: { fixed: 20, per: { widthCm: 0.8 } },
      wait: { becomes: 'cured', min: 'castFirm' },
      after: ['hang'],
      cautions: ['resin', 'heat'],
      tools: ['syringe', 'tray'],
      forbids: 'gel that is still white'
    }
  ],
  uses: [
    { material: 'gel', amount: { fixed: 3, per: { gelMl: 1.2 } }, by: ['hang'] },
    { material: 'resin', amount: { fixed: 2, per: { formCm2: 0.12 } }, by: ['flood'] },
    { material: 'gloves', amount: { fixed: 1 }, by: ['flood'] }
  ]
}

/** A ready-made strip. docs/trade.md 2. Common practice, no source. */
export const READY_STRIP: Way = {
  id: 'ready-strip',
  for: 'fall',
  name: 'Ready strip, trimmed',
  note: 'A bought strip of water trimmed to the drop: an evening, and it looks like everybody’s.',
  compare: {
    risk: 'Its streaks are of its own scale, and its width is what the shop had.',
    reversible: 'Yes: it lifts off.'
  },
  meets: [{ a: 'gel', b: 'cured-resin', wants: 'on' }],
  part: { shape: 'strips', on: 'polythene', bond: 'gel' },
  lays: [
    { id: 'part', name: 'Ready strip', kind: 'part', steps: ['hang'], material: 'ready-strip' },
    { id: 'blend', name: 'Blended seams', kind: 'gel', steps: ['blend'], material: 'gel' }
  ],
  steps: [
    {
      id: 'hang',
      order: 16,
      title: 'Trim and hang the strip',
      how: say`Cut it to the template with ${mm(5)} more at lip and foot.`,
      fixes: true,
      right: 'It lands at the mark.',
      hands: { fixed: 15, per: { strips: 1.5 } },
      wait: { becomes: 'firm', min: 'bondHolds' },
      after: [],
      on: ['lip', 'landing'],
      does: 'hang',
      cautions: ['blade'],
      tools: ['scissors', 'pins']
    },
    BLEND
  ],
  uses: [
    { material: 'ready-strip', amount: { fixed: 0, per: { stripCm2: 1.1 } }, by: ['hang'] },
    { material: 'bond', amount: { fixed: 3, per: { widthCm: 0.4 } }, by: ['hang'] }
  ]
}
