import { v4 as newId } from 'uuid'
/** What tabs of the same browser tell each other about the builds they have open. */
export type TabNews =
  | { kind: 'saved'; tab: string; id: string; revision: number }
  | { kind: 'opened'; tab: string; id: string }
  | { kind: 'here'; tab: string; id: string; to: string }
  | { kind: 'left'; tab: string; id: string }
  | { kind: 'listChanged' | 'shelfChanged'; tab: string }

export type TabNewsBody =
  | { kind: 'saved'; id: string; revision: number }
  | { kind: 'opened' | 'left'; id: string }
  | { kind: 'here'; id: string; to: string }
  | { kind: 'listChanged' | 'shelfChanged' }

/** This tab among its siblings. */
export const TAB = newId()

const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel('tall-spindle') : null

export const tell = (news: TabNewsBody): void => channel?.postMessage({ ...news, tab: TAB })

/** Listens to the other tabs; returns what ends it. */
export function hear(listener: (news: TabNews) => void): () => void {
  const handle = (event: MessageEvent<TabNews>) => listener(event.data)
  channel?.addEventListener('message', handle)
  return () => channel?.removeEventListener('message', handle)
}
