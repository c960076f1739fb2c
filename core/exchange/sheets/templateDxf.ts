import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import { LAYERS, type Template } from '../../plan/templates/types'

const TEXT_MM = 3

/** A template as DXF: millimetres, a layer a purpose, closed polylines where the shape is closed. */
export function templateDxf(template: Template): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  for (const layer of new Set(template.shapes.map((s) => s.layer)))
    dxf.addLayer(LAYERS[layer].name, LAYERS[layer].aci, 'Continuous')
  dxf.addLayer('Text', 7, 'Continuous')
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
    dxf.addText(point3d(at[0], at[1]), TEXT_MM, text, { layerName: 'Text' })
  return dxf.stringify()
}
