import { EXTRUDED_FOAM, FIBRE_PLASTER, PLYWOOD } from '../../physics/stuff/heat/thermal'
import type { Lacquer, Landform, Sealer, Shell, Sundry } from './types'

/**
 * Ground, lacquers and what else is used up, by kind. Figures after docs/trade.md 1, 4, 5 (G5):
 * common practice, no
 * source. Conductivities and softening of foam, plaster and plywood as in docs/models.md, `cure`,
 * the others typical,
 * from memory. Packs and prices are invented.
 */

export const LANDFORMS: readonly Landform[] = [
  {
    kind: 'landform',
    id: 'xps',
    name: 'Extruded foam (XPS)',
    foam: true,
    note: 'Carves crisply; solvent and heat melt it.',
    cautions: ['hotwire', 'dust', 'blade'],
    glueMin: 180,
    glue: 'foam-glue',
    hatch: 'cells',
    thermal: EXTRUDED_FOAM,
    pack: { amount: 22_500, price: 12 }
  },
  {
    kind: 'landform',
    id: 'eps',
    name: 'Expanded foam (EPS)',
    foam: true,
    note: 'Cheap and light; beads tear out and leak.',
    cautions: ['hotwire', 'dust', 'blade'],
    glueMin: 180,
    glue: 'foam-glue',
    hatch: 'beads',
    thermal: { ...EXTRUDED_FOAM, densityGCm3: 0.02 },
    pack: { amount: 25_000, price: 6 }
  },
  {
    kind: 'landform',
    id: 'timber',
    name: 'Layered plywood',
    note: 'Stiff and heavy; sealed before wet work starts.',
    cautions: ['dust', 'blade'],
    glueMin: 240,
    glue: 'wood-glue',
    hatch: 'grain',
    thermal: PLYWOOD,
    pack: { amount: 4000, price: 18 }
  },
  {
    kind: 'landform',
    id: 'solid-timber',
    name: 'Bare timber, carved',
    note: 'Grain and knots bleed and bubble until they are sealed.',
    cautions: ['dust', 'blade'],
    glueMin: 240,
    glue: 'wood-glue',
    hatch: 'grain',
    thermal: { kWMK: 0.12, cJGK: 1.6, densityGCm3: 0.5, softensC: null },
    pack: { amount: 5000, price: 15 }
  },
  {
    kind: 'landform',
    id: 'cork',
    name: 'Cork bark and slab',
    note: 'Breaks like rock; full of pores: two coats of seal more than foam.',
    cautions: ['dust', 'blade'],
    glueMin: 180,
    glue: 'wood-glue',
    hatch: 'beads',
    thermal: { kWMK: 0.045, cJGK: 1.9, densityGCm3: 0.18, softensC: null },
    pack: { amount: 3000, price: 14 }
  },
  {
    kind: 'landform',
    id: 'cast-plaster',
    name: 'Cast plaster',
    note: 'Cast in moulds or in place, carved while it is green; damp for days inside.',
    cautions: ['dust'],
    glueMin: 1440,
    glue: 'wood-glue',
    hatch: 'grain',
    thermal: FIBRE_PLASTER,
    pack: { amount: 4000, price: 8 }
  },
  {
    kind: 'landform',
    id: 'carved-stone',
    name: 'Carved stone, ready made',
    note: 'Bought or cast in its shape: nothing to cut or carve. Draws the heat out of a pour.',
    cautions: ['dust'],
    ready: true,
    glueMin: 0,
    glue: 'wood-glue',
    hatch: 'grain',
    thermal: { kWMK: 1.7, cJGK: 0.84, densityGCm3: 2.3, softensC: null },
    pack: { amount: 8000, price: 40 }
  },
  {
    kind: 'landform',
    id: 'no-landform',
    name: 'No landform: the board itself',
    note: 'Water straight on the board, the tray or the floor of a case.',
    cautions: [],
    ready: true,
    glueMin: 0,
    glue: 'wood-glue',
    hatch: 'none',
    thermal: PLYWOOD
  }
]

export const SHELLS: readonly Shell[] = [
  {
    kind: 'shell',
    id: 'fibre-plaster',
    name: 'Fibre plaster',
    note: '10–20 min of working time; hard after a day or two.',
    cautions: ['dust'],
    gPerM2Mm: 900,
    waterPer100G: 60,
    setH: 36,
    thermal: FIBRE_PLASTER,
    pack: { amount: 1000, price: 9 }
  },
  {
    kind: 'shell',
    id: 'plaster-cloth',
    name: 'Plaster cloth',
    note: 'A thin skin, quickly laid.',
    cautions: ['dust'],
    gPerM2Mm: 1000,
    waterPer100G: 70,
    setH: 24,
    thermal: FIBRE_PLASTER,
    pack: { amount: 500, price: 8 }
  },
  {
    kind: 'shell',
    id: 'tissue-plaster',
    name: 'Tissue dipped in plaster',
    note: 'The thinnest skin; two laps.',
    cautions: ['dust'],
    gPerM2Mm: 800,
    waterPer100G: 80,
    setH: 24,
    thermal: { ...FIBRE_PLASTER, kWMK: 0.25, densityGCm3: 0.9 },
    pack: { amount: 1000, price: 6 }
  }
]

export const SEALERS: readonly Sealer[] = [
  {
    kind: 'sealer',
    id: 'acrylic-varnish',
    name: 'Acrylic varnish, brushed',
    note: 'About three coats, stippled so no brush mark shows.',
    cautions: [],
    mlPerM2: 100,
    betweenCoatsMin: 60,
    readyH: 12,
    pack: { amount: 250, price: 9 }
  },
  {
    kind: 'sealer',
    id: 'thinned-pva',
    name: 'White glue, thinned 1:1',
    note: 'Cheap; softens again when soaked, so leak tests are short.',
    cautions: [],
    mlPerM2: 120,
    betweenCoatsMin: 120,
    readyH: 24,
    pack: { amount: 250, price: 4 }
  },
  {
    kind: 'sealer',
    id: 'resin-skin',
    name: 'Brushed skin of resin',
    note: 'The tightest: resin over resin.',
    cautions: ['resin'],
    mlPerM2: 150,
    betweenCoatsMin: 240,
    readyH: 12,
    sets: 'cure',
    pack: { amount: 100, price: 6 }
  }
]

export const LACQUERS: readonly Lacquer[] = [
  {
    kind: 'lacquer',
    id: 'gloss-lacquer',
    name: 'Gloss lacquer',
    note: 'The can says two hours; flooded on it takes four.',
    cautions: ['torch'],
    mlPerM2: 130,
    recoatH: 4,
    pack: { amount: 250, price: 11 }
  },
  {
    kind: 'lacquer',
    id: 'gloss-varnish-water',
    name: 'Water-based gloss varnish',
    note: 'No smell, less depth; two coats more for the same shine.',
    cautions: [],
    mlPerM2: 100,
    recoatH: 3,
    pack: { amount: 250, price: 9 }
  }
]

const sundry = (
  id: string,
  name: string,
  unit: Sundry['unit'],
  pack: [amount: number, price: number],
  note = '',
  more: Pick<Sundry, 'mixedFrom' | 'waterPer100G' | 'staysShare' | 'setMin'> = {}
): Sundry => ({
  kind: 'sundry',
  id,
  name,
  unit,
  note,
  cautions: [],
  pack: { amount: pack[0], price: pack[1] },
  ...more
})

export const SUNDRIES: readonly Sundry[] = [
  sundry(
    'foam-glue',
    'Foaming polyurethane glue',
    'ml',
    [100, 8],
    'Pushes parts apart: weigh them down.'
  ),
  sundry('wood-glue', 'Wood glue', 'ml', [250, 5]),
  sundry('sealant', 'Acrylic sealant', 'ml', [300, 5], 'Three days to dry through.'),
  sundry(
    'hot-glue',
    'Hot-melt glue',
    'ml',
    [120, 4],
    'Softens again where it is too hot to touch.',
    {
      setMin: 5
    }
  ),
  sundry('super-glue', 'Super glue', 'ml', [20, 6], 'Its fumes fog clear plastic and gel.', {
    setMin: 1
  }),
  sundry(
    'bed-paint',
    'Bed colours, acrylic',
    'ml',
    [120, 9],
    'Dark where deep, lighter to the shore.'
  ),
  sundry(
    'wash',
    'Washes, thinned acrylic',
    'ml',
    [60, 7],
    'One part of colour to eight of water; dry in half an hour.',
    {
      setMin: 30,
      mixedFrom: [
        ['colour', 1 / 9],
        ['water', 8 / 9]
      ]
    }
  ),
  sundry(
    'scatter',
    'Sand, grit and turf',
    'ml',
    [400, 7],
    'Soil is baked first so that nothing grows.'
  ),
  sundry(
    'thinned-glue',
    'Thinned glue, 1 part to 3 of water',
    'ml',
    [1000, 5],
    'With a drop of soap.',
    {
      mixedFrom: [
        ['wood glue', 0.25],
        ['water', 0.75]
      ]
    }
  ),
  sundry(
    'wetting-mix',
    'Wetting mix, a third alcohol',
    'ml',
    [500, 4],
    'Opens the way for the glue. No flame until it is dry.',
    {
      mixedFrom: [
        ['alcohol', 1 / 3],
        ['water', 2 / 3]
      ]
    }
  ),
  sundry(
    'casting-plaster',
    'Casting plaster',
    'g',
    [1000, 5],
    'Poured thin into wetted moulds; tap the bubbles up.',
    { waterPer100G: 70 }
  ),
  sundry(
    'tissue',
    'Tissue paper',
    'cm²',
    [20_000, 3],
    'Laid in thinned glue, the laps going round.'
  ),
  sundry('cup', 'Mixing cups', 'piece', [20, 5]),
  sundry('stick', 'Stirring sticks', 'piece', [50, 3]),
  sundry('gloves', 'Gloves, pairs', 'piece', [25, 6]),
  sundry(
    'release-sheet',
    'Release sheet (baking paper)',
    'cm²',
    [30_000, 3],
    'Not for silicone: it bonds for good.'
  ),
  sundry(
    'white-acrylic',
    'White acrylic',
    'ml',
    [60, 5],
    'Off-white first, pure white last and only at the edge.',
    { staysShare: 0.6 }
  ),
  sundry(
    'cling-film',
    'Cling film',
    'cm²',
    [3000, 2],
    'Crumpled and opened again its wrinkles read as running water; gel only wraps it, it does not stick.'
  ),
  sundry('gloss', 'Gloss varnish', 'ml', [100, 7]),
  sundry('fibre', 'Teased polyester fibre', 'g', [50, 3], '', { staysShare: 1 }),
  sundry(
    'carving-foam',
    'Carving foam for parts',
    'ml',
    [2000, 6],
    'Fine-celled: cuts without tearing.',
    { staysShare: 0.04 }
  ),
  sundry(
    'prop-foam',
    'Props and jig blocks',
    'piece',
    [20, 4],
    'Foam blocks, glue sticks, pens: whatever is as high as the jig says.'
  ),
  sundry('air-dry-clay', 'Air-dry clay', 'g', [500, 4], 'A day to dry; seal it before rubber.'),
  sundry(
    'mould-rubber',
    'Brush-on moulding rubber',
    'g',
    [500, 16],
    'Six thin coats, cloth in the fourth.'
  ),
  sundry('mould-cloth', 'Cloth for the mould', 'cm²', [10_000, 5]),
  sundry('solvent-cement', 'Solvent cement', 'ml', [50, 5], 'Welds clear sheet; eats foam.'),
  sundry('ready-strip', 'Ready-made strip of water', 'cm²', [200, 12], 'Trimmed to height.'),
  sundry('edge-paint', 'Edge paint', 'ml', [100, 5])
]
