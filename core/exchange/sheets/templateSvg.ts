import { stringify, type INode } from 'svgson'
import { TEXT_MM } from '../../plan/templates/labels'
import { LAYERS, type LayerId } from '../../plan/templates/types'
import type { WrittenTemplate } from './worded'

const node = (
  name: string,
  attributes: Record<string, string>,
  children: INode[] = [],
  value = ''
): INode => ({ name, type: value === '' ? 'element' : 'text', value, attributes, children })
const text = (value: string): INode => ({
  name: '',
  type: 'text',
  value,
  attributes: {},
  children: []
})

/** A template as SVG in true millimetres: one user unit is one millimetre, one group a layer. */
export function templateSvg(template: WrittenTemplate): string {
  const { widthMm: w, heightMm: h } = template
  const n = (value: number) => String(Math.round(value * 1000) / 1000)
  const used = [...new Set(template.shapes.map((s) => s.layer))]
  const path = (layer: LayerId) =>
    template.shapes
      .filter((s) => s.layer === layer)
      .map((s) =>
        node('path', {
          d: `M${s.points.map(([x, y]) => `${n(x)} ${n(h - y)}`).join('L')}${s.closed ? 'Z' : ''}`
        })
      )
  return stringify(
    node(
      'svg',
      {
        xmlns: 'http://www.w3.org/2000/svg',
        width: `${n(w)}mm`,
        height: `${n(h)}mm`,
        viewBox: `0 0 ${n(w)} ${n(h)}`
      },
      [
        node('title', {}, [text(template.name)]),
        node('desc', {}, [text(template.use)]),
        ...used.map((layer) =>
          node(
            'g',
            {
              id: LAYERS[layer].name,
              fill: 'none',
              stroke: LAYERS[layer].colour,
              'stroke-width': String(LAYERS[layer].widthMm),
              'stroke-linejoin': 'round',
              ...(LAYERS[layer].dashMm
                ? { 'stroke-dasharray': LAYERS[layer].dashMm!.join(' ') }
                : {})
            },
            [
              node('title', {}, [text(`${LAYERS[layer].name}: ${LAYERS[layer].note}`)]),
              ...path(layer)
            ]
          )
        ),
        node(
          'g',
          {
            id: 'Text',
            fill: '#10201d',
            'font-family': 'sans-serif',
            'font-size': String(TEXT_MM)
          },
          template.texts.map((t) =>
            node('text', { x: n(t.at[0]), y: n(h - t.at[1]) }, [text(t.text)])
          )
        )
      ]
    )
  )
}
