import type { Dam, Gel, Landform, Sealer, Shell, Sundry, Tint } from './types'

/** Everything but resin, by kind. Figures after trade sections 1, 4, 5 (D1, G3, G4): common practice, no source. */

export const TINTS: readonly Tint[] = [
  { kind: 'tint', id: 'blue-green', name: 'Blue-green tint', note: 'Resin dye in a dropper bottle.', cautions: [], colour: '#1d6f74', dropsPerMl: 20 },
  { kind: 'tint', id: 'river-brown', name: 'River-brown tint', note: 'Peat and silt.', cautions: [], colour: '#6b4a1f', dropsPerMl: 20 },
  { kind: 'tint', id: 'weed-green', name: 'Weed-green tint', note: 'Slow and stagnant water.', cautions: [], colour: '#4b6b23', dropsPerMl: 20 },
  { kind: 'tint', id: 'deep-blue', name: 'Deep-blue tint', note: 'Open sea; less than you think.', cautions: [], colour: '#173f7a', dropsPerMl: 20 },
  { kind: 'tint', id: 'milk-white', name: 'Milk-white tint', note: 'Glacier water and the cloud under a fall.', cautions: [], colour: '#d9e2e0', dropsPerMl: 20 }
]

export const GELS: readonly Gel[] = [
  { kind: 'gel', id: 'ripple-gel', name: 'Ripple gel', note: 'Holds a stipple after about 20 min; clear overnight when thin.', cautions: [], densityGCm3: 1.05, coatMm: 2, labelC: 20, peelH: 20, clearH: 24 },
  { kind: 'gel', id: 'clear-caulk', name: 'Clear-drying acrylic caulk', note: 'Runs in beads and peels off baking paper. Silicone does not: it bonds for good.', cautions: [], densityGCm3: 1.1, coatMm: 3, labelC: 20, peelH: 24, clearH: 36 },
  { kind: 'gel', id: 'heavy-gloss-gel', name: 'Heavy gloss gel', note: 'Stands in peaks; slow to clear when thick.', cautions: [], densityGCm3: 1.04, coatMm: 3, labelC: 20, peelH: 30, clearH: 48 }
]

export const LANDFORMS: readonly Landform[] = [
  { kind: 'landform', id: 'xps', name: 'Extruded foam (XPS)', note: 'Carves crisply; solvent and heat melt it.', cautions: ['hotwire', 'dust', 'blade'], glueMin: 180, glue: 'foam-glue', hatch: 'cells' },
  { kind: 'landform', id: 'eps', name: 'Expanded foam (EPS)', note: 'Cheap and light; beads tear out and leak.', cautions: ['hotwire', 'dust', 'blade'], glueMin: 180, glue: 'foam-glue', hatch: 'beads' },
  { kind: 'landform', id: 'timber', name: 'Layered plywood', note: 'Stiff and heavy; sealed before wet work starts.', cautions: ['dust', 'blade'], glueMin: 240, glue: 'wood-glue', hatch: 'grain' }
]

export const SHELLS: readonly Shell[] = [
  { kind: 'shell', id: 'fibre-plaster', name: 'Fibre plaster', note: '10–20 min of working time; hard after a day or two.', cautions: ['dust'], gPerM2Mm: 900, setH: 36 },
  { kind: 'shell', id: 'plaster-cloth', name: 'Plaster cloth', note: 'A thin skin, quickly laid.', cautions: ['dust'], gPerM2Mm: 1000, setH: 24 },
  { kind: 'shell', id: 'tissue-plaster', name: 'Tissue dipped in plaster', note: 'The thinnest skin; two laps.', cautions: ['dust'], gPerM2Mm: 800, setH: 24 }
]

export const SEALERS: readonly Sealer[] = [
  { kind: 'sealer', id: 'acrylic-varnish', name: 'Acrylic varnish, brushed', note: 'About three coats, stippled so no brush mark shows.', cautions: [], mlPerM2: 100, betweenCoatsMin: 60, readyH: 12 },
  { kind: 'sealer', id: 'thinned-pva', name: 'White glue, thinned 1:1', note: 'Cheap; softens again when soaked, so leak tests are short.', cautions: [], mlPerM2: 120, betweenCoatsMin: 120, readyH: 24 },
  { kind: 'sealer', id: 'resin-skin', name: 'Brushed skin of resin', note: 'The tightest: resin over resin.', cautions: ['resin'], mlPerM2: 150, betweenCoatsMin: 240, readyH: 12 }
]

export const DAMS: readonly Dam[] = [
  { kind: 'dam', id: 'tape-and-glue', name: 'Masking tape and a bead of white glue', note: 'Pressed hard; bows when the water is deep.', cautions: [], setMin: 720, minPerM: 40 },
  { kind: 'dam', id: 'card-and-sealant', name: 'Card faced with packing tape, sealant', note: 'Smooth face; the sealant wants three days.', cautions: ['blade'], setMin: 4320, minPerM: 60 },
  { kind: 'dam', id: 'acrylic-hot-glue', name: '1 mm acrylic sheet and hot glue', note: 'Stiff and quick; hot glue softens under a hot pour.', cautions: ['hotglue', 'blade'], setMin: 30, minPerM: 90 },
  { kind: 'dam', id: 'acetate-uv', name: 'Acetate and light-cured resin', note: 'Minutes to set; vanishes in clear resin.', cautions: ['uv', 'blade'], setMin: 10, minPerM: 60 },
  { kind: 'dam', id: 'clay', name: 'Modelling clay pushed in', note: 'No wait; leaves its grain on the face.', cautions: [], setMin: 0, minPerM: 45 }
]

const sundry = (id: string, name: string, unit: Sundry['unit'], note = ''): Sundry => ({ kind: 'sundry', id, name, unit, note, cautions: [] })

export const SUNDRIES: readonly Sundry[] = [
  sundry('foam-glue', 'Foaming polyurethane glue', 'ml', 'Pushes parts apart: weigh them down.'),
  sundry('wood-glue', 'Wood glue', 'ml'),
  sundry('bed-paint', 'Bed colours, acrylic', 'ml', 'Dark where deep, lighter to the shore.'),
  sundry('scatter', 'Sand, grit and turf', 'ml'),
  sundry('thinned-glue', 'Thinned glue, 1 part to 3 of water', 'ml'),
  sundry('cup', 'Mixing cups', 'piece'),
  sundry('stick', 'Stirring sticks', 'piece'),
  sundry('gloves', 'Gloves, pairs', 'piece'),
  sundry('release-sheet', 'Release sheet (baking paper)', 'cm²', 'Not for silicone: it bonds for good.'),
  sundry('white-acrylic', 'White acrylic', 'ml', 'Off-white first, pure white last and only at the edge.'),
  sundry('gloss', 'Gloss varnish', 'ml'),
  sundry('fibre', 'Teased polyester fibre', 'g'),
  sundry('edge-paint', 'Edge paint', 'ml')
]
