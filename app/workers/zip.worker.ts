import { packBackup, packBuild, unpackBackup } from '../../core/exchange/backup'
import type { ZipReply, ZipRequest } from './messages'

addEventListener('message', ({ data }: MessageEvent<ZipRequest>) => {
  const reply = (message: ZipReply) => postMessage(message)
  try {
    if (data.kind === 'unpack') reply({ kind: 'unpacked', unpacked: unpackBackup(data.bytes) })
    else
      reply({
        kind: 'packed',
        bytes:
          data.kind === 'backup'
            ? packBackup(data.backup, data.photos)
            : packBuild(data.build, data.photos)
      })
  } catch (error) {
    reply({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
  }
})
