import { ref, shallowRef } from 'vue'
import { api } from '@/api/calls'
import type { FramedTray } from '@/photo/frame'
import { ApiError, words, type Schemas } from '@/api/client'

export type Photo = Schemas['PhotoOut']
export type Outline = Schemas['OutlineDoc']

/** One photo at a time: taken in, corrected, thrown back. Errors stay as a sentence; what was there stays too. */
export function usePhoto(dough: () => number) {
  const photo = shallowRef<Photo | null>(null)
  const problem = ref('')
  const busy = ref(false)

  async function run(ask: () => Promise<Photo>): Promise<void> {
    busy.value = true
    problem.value = ''
    try {
      photo.value = await ask()
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      problem.value = words(error)
    } finally {
      busy.value = false
    }
  }

  const key = (): string => `photo-${crypto.randomUUID()}`
  const path = () => ({ params: { path: { dough_id: dough() } } })

  /** A tray says where it is in the picture; without one the card is the scale. */
  function send(file: File, tray?: FramedTray): Promise<void> {
    return run(() =>
      api.addPhoto({
        ...path(),
        // A form, not JSON: the file goes as it is.
        body: { key: key(), photo: file as unknown as string, tray: tray ? JSON.stringify(tray) : '' },
        bodySerializer: (body) => {
          const form = new FormData()
          form.append('key', body.key)
          form.append('photo', file)
          if (body.tray) form.append('tray', body.tray)
          return form
        },
      }),
    )
  }

  const simulate = (pieces: number, tray = false): Promise<void> =>
    run(() => api.simulatePhoto({ ...path(), body: { key: key(), pieces, tray } }))

  const open = (id: number): Promise<void> => run(() => api.photo({ params: { path: { photo_id: id } } }))

  async function correct(outlines: Outline[]): Promise<void> {
    const now = photo.value
    if (now === null) return
    await run(() =>
      api.correctOutlines({
        params: { path: { photo_id: now.id } },
        body: { revision: now.revision, outlines },
      }),
    )
  }

  return { photo, problem, busy, send, simulate, open, correct }
}
