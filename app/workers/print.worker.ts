import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import { fileOf, pdfOf, templateOf } from '../../core/exchange/sheets/exports'
import type { PrintReply, PrintRequest } from './messages'

const encoder = new TextEncoder()

addEventListener('message', async ({ data }: MessageEvent<PrintRequest>) => {
  const reply = (message: PrintReply) => postMessage(message)
  try {
    const shelf = shelfOf([...BUILT_IN, ...data.own])
    if (data.kind === 'show')
      reply({ kind: 'template', template: templateOf(data.build, data.id, shelf) })
    else if (data.kind === 'pdf')
      reply({
        kind: 'file',
        file: await pdfOf(data.build, data.ids, data.paper, shelf, (done, of) =>
          reply({ kind: 'progress', share: done / of, doing: `sheet ${done} of ${of}` })
        )
      })
    else
      reply({
        kind: 'file',
        file: fileOf(data.build, data.id, data.format, shelf, (text) => encoder.encode(text))
      })
  } catch (error) {
    reply({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
  }
})
