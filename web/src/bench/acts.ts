import { browserStore } from '@/api/browserStore'
import type { Schemas } from '@/api/client'

export type Act = Schemas['RunEventIn']

/** Acts that the server has not written down yet, in order, kept by the browser over a reload, a crash, a dead server. */
const STORE = 'acts'
const database = browserStore('tarte-bench', STORE, { keyPath: 'place', autoIncrement: true })

/** An act that waits, with its place in the order. */
export interface WaitingAct {
  place: number
  run: string
  act: Act
}

/** Keep an act until it is written down; its place in the order, or null where the browser keeps nothing. */
export async function keepAct(run: string, act: Act): Promise<number | null> {
  const db = await database()
  const plain = JSON.parse(JSON.stringify({ run, act })) as { run: string; act: Act }
  return ((await db?.add(STORE, plain).catch(() => undefined)) as number | undefined) ?? null
}

/** The acts of a run that wait, oldest first. */
export async function waitingActs(run: string): Promise<WaitingAct[]> {
  const db = await database()
  const all = ((await db?.getAll(STORE).catch(() => [])) ?? []) as WaitingAct[]
  return all.filter((w) => w.run === run)
}

export async function dropActs(places: number[]): Promise<void> {
  const db = await database()
  for (const place of places) await db?.delete(STORE, place).catch(() => undefined)
}
