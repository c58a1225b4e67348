import { describe, expect, it } from 'vitest'
import { answer, newId, Refusal } from './client'

const response = (status: number) => ({ status }) as Response

describe('an answer', () => {
  it('is what the server sent', async () => expect(await answer(Promise.resolve({ data: 7, response: response(200) }))).toBe(7))
  it('is a refusal with words for each field', async () => {
    const error = { detail: 'Reading is missing.', errors: { reading: 'is missing' } }
    const refused = await answer(Promise.resolve({ error, response: response(422) })).catch((failed: unknown) => failed)
    expect(refused).toBeInstanceOf(Refusal)
    expect((refused as Refusal).of('reading')).toBe('Is missing')
    expect((refused as Refusal).of('date')).toBeUndefined()
  })
  it('says so where the server does not answer', async () => {
    const refused = (await answer(Promise.reject(new TypeError('failed to fetch'))).catch((failed: unknown) => failed)) as Refusal
    expect(refused.status).toBe(0)
    expect(refused.message).toContain('still here')
  })
  it('brings along what stands now where somebody else was faster', async () => {
    const refused = (await answer(Promise.resolve({ error: { current: { version: 3 } }, response: response(412) })).catch(
      (failed: unknown) => failed,
    )) as Refusal
    expect(refused.current).toEqual({ version: 3 })
  })
  it('is asked for under an id of version 7', () => expect(newId()[14]).toBe('7'))
})
