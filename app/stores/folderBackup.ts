import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import { keeping } from '../storage/backup'
import {
  allowFolder,
  backupFolder,
  chooseFolder,
  forgetFolder,
  hasFolders,
  writeToFolder,
  type BackupFolder
} from '../storage/backupFolder'
import { useBuildStore } from './build'
import { MINUTE_MS } from '../../core/physics/time'

/** A sitting is over when nothing has been changed for so long, or the app is put out of sight, ms. */
const SITTING_OVER_MS = 5 * MINUTE_MS

/** Backups into a folder of the builder's: written by themselves after each sitting. */
export const useFolderBackup = defineStore('folder-backup', () => {
  const can = hasFolders()
  const folder = shallowRef<BackupFolder | null>(null)
  const problem = ref('')
  const writing = ref(false)
  let changed = false
  let timer = 0

  const refresh = async () => {
    folder.value = await backupFolder().catch(() => null)
  }
  async function attempt(work: () => Promise<unknown>): Promise<void> {
    problem.value = ''
    try {
      await work()
    } catch (error) {
      problem.value = error instanceof Error ? error.message : String(error)
    }
    await refresh()
  }
  /** Writes now; what is changed meanwhile is written the next time. */
  async function write(): Promise<void> {
    clearTimeout(timer)
    if (!folder.value || writing.value) return
    writing.value = true
    changed = false
    await attempt(async () => {
      changed = !(await writeToFolder())
    })
    if (problem.value !== '') changed = true
    writing.value = false
  }
  const choose = () =>
    attempt(async () => {
      if (!(await chooseFolder())) return
      await refresh()
      await write()
    })
  const allow = () =>
    attempt(async () => {
      if (!(await allowFolder())) return
      await refresh()
      await write()
    })
  const forget = () => attempt(forgetFolder)

  if (can) {
    const store = useBuildStore()
    watch(
      () => store.saveState,
      (now) => {
        if (now !== 'saved') return
        changed = true
        clearTimeout(timer)
        timer = window.setTimeout(() => void write(), SITTING_OVER_MS)
      }
    )
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'hidden' && changed) void write()
    })
    // what the last sitting left behind, where it was ended too quickly
    void refresh().then(async () => {
      if (folder.value && (await keeping()).changedSince > 0) await write()
    })
  }
  return { can, folder, problem, writing, write, choose, allow, forget }
})
