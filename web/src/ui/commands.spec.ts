import { effectScope } from 'vue'
import { describe, expect, it } from 'vitest'
import { findCommands, useCommands } from './commands'

const command = (id: string, name: string) => ({ id, name, group: 'Go', run: () => id })

describe('commands', () => {
  it('are there while their screen is, found by any words, beginnings first', () => {
    const scope = effectScope()
    scope.run(() => useCommands([command('a', 'Open the shelf'), command('b', 'Shelf life')]))
    expect(findCommands('shelf').map((c) => c.id)).toEqual(['b', 'a'])
    expect(findCommands('shelf open').map((c) => c.id)).toEqual(['a'])
    expect(findCommands('oven')).toEqual([])
    scope.stop()
    expect(findCommands('')).toEqual([])
  })
})
