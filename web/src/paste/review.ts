import type { Schemas } from '@/api/client'

/** A line of a pasted recipe under review. answered names the questions the cook has settled. */
export interface Reviewed {
  id: string
  line: Schemas['RecipeLineOut']
  keep: boolean
  answered: string[]
}

export function openQuestions(rows: readonly Reviewed[]): number {
  return rows.reduce((n, r) => n + (r.keep ? r.line.asks.length : 0), 0)
}

/** The draft that the kept lines make; a formula file's own process goes along. */
export function draftOf(
  rows: readonly Reviewed[],
  recipe: Schemas['RecipeOut'],
  dropped: ReadonlySet<string> = new Set(),
): Schemas['DraftDoc'] {
  const kept = recipe.facts.filter((f) => !dropped.has(f.words))
  const process =
    recipe.draft?.process ??
    Object.fromEntries(kept.map((f) => [f.field, f.field === 'fan' ? true : f.value]))
  return {
    lines: rows.map((r) => ({
      id: r.id,
      unit: 'g',
      step: r.line.step,
      ...amountOf(r.line, recipe.not_known),
    })),
    process,
  }
}

/** What a line is and weighs. One that nobody could name enters by its words, with no amount until someone says what
 * it is. */
function amountOf(line: Schemas['RecipeLineOut'], notKnown: string) {
  if (line.ingredient === '' || line.ingredient === notKnown)
    return { ingredient: notKnown, grams: null, amount: null, range_g: null, said: line.text.slice(0, 80) }
  const { ingredient, grams, range_g } = line
  return { ingredient, grams, amount: grams, range_g, said: said(line) }
}

/** What a measured line came from, kept with it: “2.25 cup, spooned”. */
export function said(line: Schemas['RecipeLineOut']): string {
  const measured = line.quantities.filter((q) => !['g', 'kg', 'mg'].includes(q.unit))
  if (measured.length === 0 || line.grams === null) return ''
  const parts = measured.map((q) =>
    [q.low === q.high ? trim(q.low) : `${trim(q.low)} to ${trim(q.high)}`, q.piece, q.unit]
      .filter((x) => x !== '')
      .join(' '),
  )
  return [parts.join(' + '), line.filling]
    .filter((x) => x !== '')
    .join(', ')
    .slice(0, 80)
}

function trim(n: number): string {
  return String(Math.round(n * 100) / 100)
}
