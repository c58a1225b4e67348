import { describe, expect, it } from 'vitest'
import type { BecauseAnswer, LimitAnswer, TaskAnswer } from '@/api/client'
import { becauseSentence, leftWords, lifeSentence, limitWords, provenanceWords, whenWords } from './lifeSentence'

const today = '2026-04-18'
const miles = (value: number) => ({ value, unit: 'mi', decimals: 0 })
const limit = (more: Partial<LimitAnswer>): LimitAnswer => ({
  form: 'use',
  amount: miles(6000),
  stated: null,
  months: null,
  share: 0.07,
  left: miles(412),
  daysLeft: null,
  earlyDue: '2026-04-24',
  likelyDue: '2026-05-10',
  lateDue: '2026-06-09',
  governing: true,
  estimated: true,
  provenance: { kind: 'house', source: null },
  editable: '6000 mi',
  ...more,
})
const task = (more: Partial<TaskAnswer>): TaskAnswer =>
  ({
    id: 'engine-oil.replace',
    component: 'Engine oil',
    title: 'Change',
    state: 'coming-up',
    share: 0.07,
    estimated: true,
    earlyDue: '2026-04-24',
    likelyDue: '2026-05-10',
    lateDue: '2026-06-09',
    paper: false,
    limits: [limit({})],
    because: [],
    also: null,
    ...more,
  }) as TaskAnswer

describe('what is left, in words', () => {
  it('says how much is left and when it likely runs out', () => {
    expect(leftWords(task({}))).toBe('412 mi left')
    expect(whenWords(task({}), today)).toMatch(/^likely .*10.*, .*24.* to .*9/)
  })
  it('says how far over it is', () => expect(leftWords(task({ limits: [limit({ left: miles(-140) })] }))).toBe('140 mi over'))
  it('says where a measurement ends it, and nothing of months that it has not', () => {
    const worn = limit({ form: 'wear', amount: null, stated: { value: 1, unit: 'mm', decimals: 2 }, editable: null })
    expect(limitWords(task({ limits: [worn] }))).toBe('by measure, at 1 mm')
    const looked = limit({ form: 'wear', amount: null, stated: { value: 0.75, unit: 'grade', decimals: 2 }, editable: null })
    expect(limitWords(task({ limits: [limit({}), looked] }))).toMatch(/mi or by its look$/)
  })
  it('gives no day that lies decades ahead', () =>
    expect(whenWords(task({ lateDue: '2086-03-31' }), today)).toMatch(/^likely .*10.*, .*24.* at the earliest$/))
  it('says unknown where it is', () => {
    expect(leftWords(task({ state: 'unknown', limits: [] }))).toBe('unknown')
    expect(whenWords(task({ state: 'unknown' }), today)).toBe('no history in this book')
    expect(whenWords(task({ state: 'unknown', because: [{ kind: 'claimed' } as BecauseAnswer] }), today)).toBe(
      "seller's word only",
    )
  })
  it('gives no date where none can be given', () => expect(whenWords(task({ likelyDue: null }), today)).toContain('no date'))
  it('names every limit, and the unit its source states it in', () =>
    expect(
      limitWords(
        task({ limits: [limit({ stated: { value: 15000, unit: 'km', decimals: 0 } }), limit({ amount: null, months: 12 })] }),
      ),
    ).toMatch(/^6.000 mi \(15.000 km\) or 12 months$/))
  it('is one whole sentence for those who hear it', () =>
    expect(lifeSentence(task({}), today)).toMatch(
      /^Engine oil, change: coming up, 412 mi left, estimated, by its limit of 6.000 mi; likely .*\.$/,
    ))
})

describe('the working, in words', () => {
  it.each([
    [{ kind: 'no-history' }, 'Unknown is not fine'],
    [{ kind: 'last-done', date: '2025-05-10', amount: miles(18000), evidence: 'receipt' }, 'by receipt'],
    [{ kind: 'last-done', date: '2025-05-10' }, 'with no reading near it'],
    [{ kind: 'claimed', date: '2025-05-10' }, 'it is not history'],
    [{ kind: 'limit', months: 12, provenance: { kind: 'manual', source: 'p. 3-12' } }, "maker's manual (p. 3-12)"],
    [
      { kind: 'meter-today', meter: 'odometer', amount: miles(23653), estimated: true, date: '2026-04-14' },
      'carried on from the reading',
    ],
    [
      { kind: 'meter-today', meter: 'odometer', amount: miles(23653), estimated: true, date: '2026-04-14', count: 2 },
      'with the 2 rides since.',
    ],
    [{ kind: 'meter-today', meter: 'hour-meter', amount: miles(96), estimated: false }, 'read today'],
    [
      { kind: 'forecast', amount: miles(112), count: 14, weeks: 31, date: '2025-04-18', until: '2026-04-14' },
      'worth 31 even weeks',
    ],
    [{ kind: 'forecast-stated', amount: miles(80) }, 'as you said'],
    [{ kind: 'season', estimated: true }, 'not known'],
    [{ kind: 'season', estimated: false, count: 40 }, 'by 40%'],
    [{ kind: 'ratio', meter: 'hour-meter', amount: miles(18), provenance: { kind: 'house', source: null } }, 'house value'],
    [
      { kind: 'severe-rides', count: 2, amount: miles(40), stated: miles(20), severities: [{ severity: 'raced', factor: 1 }] },
      'that count as 40 mi',
    ],
    [{ kind: 'paper', date: '2025-05-10', until: '2026-05-13' }, 'good until'],
    [{ kind: 'treated-as-due', date: '2025-05-10' }, 'treat it as due'],
    [{ kind: 'put-in-for-now', date: '2026-03-29' }, 'drain it hot'],
    [{ kind: 'rate-unknown', meter: 'odometer' }, 'too few readings'],
    [{ kind: 'meter-unknown', meter: 'odometer' }, 'cannot be judged'],
  ])('%j', (line, words) => expect(becauseSentence(line as BecauseAnswer, today)).toContain(words))

  // In a sale each of these is a statement: what was only said, declared or counted from must never read as done.
  it.each([
    ['done-here', /^Last done .*10.* at 18.000 mi, done here\.$/],
    ['receipt', /^Last done .*10.* at 18.000 mi, by receipt\.$/],
    ['own-memory', /^Last done .*10.* at 18.000 mi, from your memory\.$/],
    ['sellers-word', /^Said to be done .*10.* at 18.000 mi, on the seller's word\.$/],
    ['claim-accepted', /^Taken as done .*10.* at 18.000 mi, on the seller's word, which you took for true\.$/],
    ['baseline', /^Counted from .*10.* at 18.000 mi, counted from there; what was before is not known\.$/],
    ['as-new', /^New or rebuilt .*10.* at 18.000 mi, new or rebuilt then\.$/],
    ['treat-as-due', /^Declared due .*10.* at 18.000 mi, to be treated as due\.$/],
  ] as const)('says of %s what it is', (evidence, sentence) => {
    const line = { kind: 'last-done', date: '2025-05-10', amount: miles(18000), evidence, writtenLater: null } as BecauseAnswer
    expect(becauseSentence(line, today)).toMatch(sentence)
    if (!['done-here', 'receipt', 'own-memory'].includes(evidence))
      expect(becauseSentence(line, today)).not.toContain('Last done')
    expect(becauseSentence({ ...line, writtenLater: '2026-04-11' }, today)).toMatch(/, written down on .*11.*\.$/)
  })

  it('says both numbers where hard use shortened a limit', () => {
    const line = {
      kind: 'limit',
      amount: { value: 3, unit: 'h', decimals: 1 },
      stated: { value: 6, unit: 'h', decimals: 1 },
      provenance: { kind: 'common-practice', source: null },
      severities: [{ severity: 'grit', factor: 0.5, provenance: { kind: 'house', source: null } }],
    } as unknown as BecauseAnswer
    expect(becauseSentence(line, today)).toBe(
      'Limit 3 h, stated as 6 h: common practice. Shortened by hard use: grit x 0.5, house value.',
    )
  })

  it('never shows a provenance without its kind', () =>
    expect(provenanceWords({ kind: 'published', source: 'NIST SP 811' })).toBe('published (NIST SP 811)'))
})
