/**
 * The server's sentences with figures as this kitchen writes them. Only what is a sentence is touched, never what a cook
 * typed or what goes back to the server.
 */
const SENTENCES = new Set([
  'answer', 'aw_note', 'basis', 'because', 'butter_why', 'caution', 'cautions', 'changed', 'chosen', 'closeness',
  'constraint', 'contradictions', 'correction', 'cost', 'detail', 'earliest_because', 'effect', 'evenness_words', 'expect',
  'feel_now', 'first', 'form_words', 'gives', 'hint', 'how', 'keeping', 'keeps_words', 'lacks', 'last_because',
  'latest_because', 'loss_from', 'message', 'method_words', 'mind', 'minds', 'missing', 'no_forecast', 'no_remedy',
  'noticed', 'notices', 'offset_from', 'panels', 'paragraphs', 'percent_note', 'practical', 'purpose', 'reason', 'reasons',
  'reported', 'rest_words', 'scatter_from', 'sentence', 'sentences', 'settled', 'shape_words', 'side_effects',
  'small_print', 'still_out', 'stops', 'strange', 'suggests', 'taste', 'tasted', 'taught', 'texture_words', 'tried',
  'under', 'uneven', 'unmet', 'use_by_words', 'verdict', 'warning', 'warnings', 'why', 'why_none', 'words', 'wrong',
]) // prettier-ignore

/** “1,250.5 g” as “1 250,5 g”: thousands apart first, or their comma would be read as the decimal one. */
export function commas(text: string): string {
  return text.replace(/(\d),(?=\d{3}(?!\d))/g, '$1\u202f').replace(/(\d)\.(?=\d)/g, '$1,')
}

/** An answer with its sentences in the kitchen's habit; the very same object where nothing is to be changed. */
export function inHabit<T>(answer: T, numbers: string): T {
  return numbers === 'comma' ? (walked(answer, false) as T) : answer
}

function walked(value: unknown, said: boolean): unknown {
  if (typeof value === 'string') return said && value.includes(' ') ? commas(value) : value
  if (Array.isArray(value)) return value.map((each) => walked(each, said))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(
    Object.entries(value).map(([key, each]) => [key, walked(each, SENTENCES.has(key))]),
  )
}
