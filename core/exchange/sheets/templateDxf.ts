import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import { TEXT_MM } from '../../plan/templates/labels'
import { LAYERS, type LayerId } from '../../plan/templates/types'
import type { WrittenTemplate } from './worded'

/** The title block stands below the drawing, mm: its distance, its lines, the sample of a line. */
const BLOCK = { belowMm: 8, lineMm: 5, sampleMm: 12, padMm: 3 } as const
/** Layers of what is written: over the drawing, and in the title block. */
export const TEXT_LAYER = 'Text'
export const TITLE_LAYER = 'Title'

/**
 * A template as DXF: millimetres, a layer a purpose with its own line type, closed polylines where the
 * shape is closed; below the drawing, outside of it, a title block says what it is and what its lines
 * mean.
 */
export function templateDxf(template: WrittenTemplate): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  const used = [...new Set(template.shapes.map((s) => s.layer))]
  for (const layer of used) {
    const { name, aci, dashMm, note } = LAYERS[layer]
    // dashes and gaps, gaps below 0
    if (dashMm)
      dxf.tables.addLType(
        name,
        note,
        dashMm.map((d, i) => (i % 2 === 0 ? d : -d))
      )
    dxf.addLayer(name, aci, dashMm ? name : 'Continuous')
  }
  dxf.addLayer(TEXT_LAYER, 7, 'Continuous')
  dxf.addLayer(TITLE_LAYER, 7, 'Continuous')
  for (const { layer, closed, points } of template.shapes) {
    dxf.addLWPolyline(
      points.map(([x, y]) => ({ point: point2d(x, y) })),
      {
        layerName: LAYERS[layer].name,
        flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None
      }
    )
  }
  for (const { at, text } of template.texts)
    dxf.addText(point3d(at[0], at[1]), TEXT_MM, text, { layerName: TEXT_LAYER })
  titleBlock(dxf, template, used)
  return dxf.stringify()
}

function titleBlock(
  dxf: DxfWriter,
  { name, use }: WrittenTemplate,
  used: readonly LayerId[]
): void {
  const { belowMm, lineMm, sampleMm, padMm } = BLOCK
  const write = (x: number, y: number, text: string) =>
    dxf.addText(point3d(x, y), TEXT_MM, text, { layerName: TITLE_LAYER })
  let y = -belowMm - lineMm
  write(padMm, y, `${name} · 1:1, mm`)
  write(padMm, (y -= lineMm), use)
  for (const layer of used) {
    y -= lineMm
    dxf.addLine(point3d(padMm, y + TEXT_MM / 2), point3d(padMm + sampleMm, y + TEXT_MM / 2), {
      layerName: LAYERS[layer].name
    })
    write(padMm + sampleMm + padMm, y, `${LAYERS[layer].name}: ${LAYERS[layer].note}`)
  }
}
