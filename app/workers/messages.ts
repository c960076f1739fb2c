import type { Answers, Question } from './ask'
import type { Build } from '../../core/build/types'
import type { Backup, Unpacked } from '../../core/exchange/backup'
import type { KeptRun, RunResult } from '../../core/running/keptRun'
import type { RanPlan } from '../../core/plan/2-forms/ran/ranPlan'
import type { SceneNote } from '../../core/running/scene'
import type { RunProgress, RunStart } from '../../core/running/waterRun'
import type { History } from '../../core/plan/learned/history'
import type { Material } from '../../core/craft/materials/types'
import type { Plan, StageName } from '../../core/plan/derivePlan'
import type { Extent, MapPlacement, Placement } from '../../core/exchange/scans/heightGrid'
import type { ScanKind } from '../../core/exchange/scans/readMesh'
import type { ThinnedScan } from '../../core/exchange/scans/thin'
import type { Point2 } from '../../core/physics/shape/polygon'
import type { MadeFile, TemplateFormat } from '../../core/exchange/sheets/exports'
import type { Paper } from '../../core/plan/templates/tiles'
import type { Template } from '../../core/plan/templates/types'

/** Asks for a plan. Runs of the same lane outdate each other: only the newest is finished. */
export interface PlanRequest {
  lane: string
  run: number
  build: Build
  /** The builder's own bottles. */
  own: readonly Material[]
  /** What other builds left behind. */
  history: History
}

export type PlanReply =
  | { kind: 'progress'; lane: string; run: number; stage: StageName }
  | { kind: 'ground'; lane: string; run: number; ground: Plan['ground'] }
  /** What has changed since the last plan of this lane: the rest is held by whoever asked. */
  | { kind: 'plan'; lane: string; run: number; changed: Partial<Plan>; tookMs: number }
  | { kind: 'failed'; lane: string; run: number; message: string }

export interface AskRequest {
  question: Question
  own: readonly Material[]
  history: History
}
export type AskReply =
  { kind: 'answer'; answer: Answers[keyof Answers] } | { kind: 'failed'; message: string }

/** What a scan turned out to be. */
export interface ScanSeen {
  scan: ScanKind
  triangles: number
  dropped: number
  pixels: [number, number] | null
  extents: { y: Extent; z: Extent } | null
  soundings: number
}

export type ScanRequest =
  | { kind: 'read'; scan: ScanKind; bytes: ArrayBuffer }
  | {
      kind: 'lay'
      placement: Placement | null
      map: MapPlacement | null
      pools: { id: string; name: string; ring: Point2[] }[]
    }

export type ScanReply =
  | { kind: 'progress'; share: number; doing: string }
  | { kind: 'seen'; seen: ScanSeen }
  | {
      kind: 'laid'
      pools: { id: string; name: string; scan: ThinnedScan | null; problem: string }[]
      tookMs: number
    }
  | { kind: 'failed'; message: string }

export type PrintRequest = { build: Build; own: readonly Material[] } & (
  | { kind: 'show'; id: string }
  | { kind: 'pdf'; ids: readonly string[]; paper: Paper }
  | { kind: 'file'; id: string; format: TemplateFormat }
)
export type PrintReply =
  | { kind: 'progress'; share: number; doing: string }
  | { kind: 'template'; template: Template }
  | { kind: 'file'; file: MadeFile }
  | { kind: 'failed'; message: string }

export interface DaysRequest {
  build: Build
  own: readonly Material[]
  history: History
}
export type DaysReply =
  | {
      kind: 'progress' | 'done'
      finishMs: number | null
      lowerBoundMs: number | null
      order: string[]
    }
  | { kind: 'failed'; message: string }

/** Water that is let run: begun, paused, and looked at as it mostly is (of a sea: at a moment of its period). */
export type RunRequest =
  | { kind: 'start'; build: Build; start: RunStart; phase: number | null }
  | { kind: 'pause'; paused: boolean }
  | { kind: 'look'; phase: number | null }
export type RunReply =
  | { kind: 'notes'; notes: SceneNote[] }
  | { kind: 'now'; progress: RunProgress; run: RunResult; spentMs: number }
  | { kind: 'usual'; progress: RunProgress; run: RunResult; kept: KeptRun; ran: RanPlan }
  | { kind: 'done'; progress: RunProgress; spentMs: number }
  | { kind: 'failed'; message: string }

export interface PhotoRequest {
  file: File
}
export type PhotoReply =
  | { kind: 'photo'; picture: Blob; small: Blob; width: number; height: number }
  | { kind: 'failed'; message: string }

export type ZipRequest =
  | { kind: 'backup'; backup: Backup; photos: Map<string, Uint8Array> }
  | { kind: 'build'; build: Build; photos: Map<string, Uint8Array> }
  | { kind: 'unpack'; bytes: Uint8Array }
export type ZipReply =
  | { kind: 'packed'; bytes: Uint8Array }
  | { kind: 'unpacked'; unpacked: Unpacked }
  | { kind: 'failed'; message: string }
