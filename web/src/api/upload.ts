import { ApiError, csrfToken, type Problem, type Schemas } from './client'

/** Send a dough's file; the dough it became. Throws ApiError. */
export function bringDough(file: File): Promise<Schemas['DoughOut']> {
  return sent('/api/doughs/bring', file)
}

/** Send a PDF; the text inside it. Throws ApiError. */
export function pdfText(file: File): Promise<Schemas['PdfOut']> {
  return sent('/api/recipes/pdf', file)
}

async function sent<T>(path: string, file: File): Promise<T> {
  const form = new FormData()
  form.append('file', file)
  let answer: Response
  try {
    answer = await globalThis.fetch(path, {
      method: 'POST',
      body: form,
      headers: { 'X-CSRFToken': csrfToken() },
    })
  } catch {
    throw new ApiError(0, {
      code: 'request',
      message:
        'The file did not get through: the server does not answer, or the file is too large. Try again.',
      fields: [],
    })
  }
  const said: unknown = await answer.json().catch(() => null)
  if (answer.ok) return said as T
  throw new ApiError(
    answer.status,
    (said as Problem | null) ?? { code: 'fault', message: 'It failed there.', fields: [] },
  )
}
