import { openDB, type IDBPDatabase } from 'idb'

/**
 * A database of one store that the browser itself keeps over a reload and a crash. Opened once; what it gives is null
 * where the browser has none or allows none: then the tab is all there is, and work goes on.
 */
export function browserStore(
  name: string,
  store: string,
  how: Parameters<IDBPDatabase['createObjectStore']>[1] = {},
): () => Promise<IDBPDatabase | null> {
  let opened: Promise<IDBPDatabase | null> | null = null
  let openedIn: unknown = null
  const open = async () =>
    openDB(name, 1, {
      upgrade(db) {
        db.createObjectStore(store, how)
      },
    })
  return () => {
    if (opened === null || openedIn !== globalThis.indexedDB) {
      openedIn = globalThis.indexedDB
      opened = open().catch(() => null)
    }
    return opened
  }
}
