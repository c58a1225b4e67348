import { describe, expect, it } from 'vitest'
import type { Figure } from '@/api/client'
import { entryWords } from './entrySentence'

const text = (name: string, words: string): Figure => ({
  name,
  form: 'text',
  quantity: null,
  text: words,
  of: null,
  editable: null,
})

describe('a line of the book', () => {
  it('says when a fault shows and what it may cost, and not three words in a row', () => {
    const found = [
      text('title', 'Misfires'),
      text('severity', 'watch'),
      text('under', 'hot, uphill'),
      { ...text('costGuess', '40.00'), form: 'money' as const },
    ]
    expect(entryWords({ figures: found, about: null }, 'EUR')).toBe('Misfires, watch, it shows hot, uphill, about €40.00')
  })

  it('says of which other line it speaks, and nothing of a figure that is empty', () => {
    expect(entryWords({ figures: [text('how', 'new coil'), text('note', '')], about: 'misfires' }, 'EUR')).toBe(
      'misfires: new coil',
    )
  })
})
