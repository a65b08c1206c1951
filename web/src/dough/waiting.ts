import { browserStore } from '@/api/browserStore'
import type { Edit, Work } from './useDough'

/** A working copy the server does not have yet: what it is based on, edits it has not answered, since when it waits. */
export interface Waiting {
  work: Work
  edits: Edit[]
  revision: number
  since: string
}

const STORE = 'drafts'
const database = browserStore('tarte', STORE)

/** Whose draft of which dough: devices are shared, and numbers start anew in another kitchen. */
export function placeOf(kitchen: string, cook: string, dough: number): string {
  return JSON.stringify([kitchen, cook, dough])
}

/** Keep a working copy until the server has it. Where the browser can't, the tab itself is all there is. */
export async function putWaiting(place: string, waiting: Waiting): Promise<void> {
  const db = await database()
  // What is kept is plain data: a reactive wrapper can't be cloned.
  await db?.put(STORE, JSON.parse(JSON.stringify(waiting)), place).catch(() => undefined)
}

export async function takeWaiting(place: string): Promise<Waiting | null> {
  const db = await database()
  return ((await db?.get(STORE, place).catch(() => undefined)) as Waiting | undefined) ?? null
}

export async function dropWaiting(place: string): Promise<void> {
  const db = await database()
  await db?.delete(STORE, place).catch(() => undefined)
}
