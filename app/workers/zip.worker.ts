import { expose } from 'comlink'
import { packBackup, packBuild, unpackBackup } from '../../core/exchange/backup'

const work = { packBackup, packBuild, unpackBackup }
export type ZipWork = typeof work
expose(work)
