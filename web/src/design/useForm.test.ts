import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { Refusal } from '@/api/client'
import { useEdit } from './useEdit'
import { useForm } from './useForm'
import { useSubject } from './useSubject'

beforeEach(() => sessionStorage.clear())
afterEach(() => sessionStorage.clear())

describe('a form', () => {
  const make = (name = 'ride') =>
    useForm(
      () => name,
      () => ({ far: '', hard: [] as string[] }),
    )

  it('keeps its id until what it says changes', async () => {
    const form = make()
    form.begin()
    const ids: string[] = []
    const send = () => form.send(async (id) => (ids.push(id), Promise.reject(new Refusal(0, 'away'))))
    await send()
    await send()
    form.form.far = '12'
    await send()
    form.form.hard.push('wet')
    await send()
    expect(ids[0]).toBe(ids[1])
    expect(new Set(ids).size).toBe(3)
  })

  it('comes back with what was typed, whoever asks for it next, until it was written or left', async () => {
    const first = make()
    first.begin()
    expect(first.returned).toBe(false)
    first.form.far = '12'
    first.form.hard.push('mud')
    const second = make()
    second.begin()
    expect(second.returned).toBe(true)
    expect(second.form).toEqual({ far: '12', hard: ['mud'] })
    const other = make('ride of another bike')
    other.begin()
    expect(other.form.far).toBe('')
    await second.send(async () => {})
    const third = make()
    third.begin()
    expect(third.form.far).toBe('')
    third.form.far = '7'
    third.leave()
    const fourth = make()
    fourth.begin()
    expect(fourth.returned).toBe(false)
    expect(fourth.form.far).toBe('')
  })

  it('forgets the draft as soon as the server has it, whatever becomes of the page from then on', async () => {
    const form = make()
    form.begin()
    form.form.far = '12'
    let left = 'never asked'
    await form.send(
      async () => 'kept',
      (answer) => {
        left = `${answer}, ${sessionStorage.length} drafts`
        throw new Error('the page went away')
      },
    )
    expect(left).toBe('kept, 0 drafts')
  })

  it('keeps the draft of what the server refused, and none of what is as it came', async () => {
    const form = make()
    form.begin()
    form.form.far = '12'
    await form.send(() => Promise.reject(new Refusal(422, 'No.')))
    const again = make()
    again.begin()
    expect(again.form.far).toBe('12')
    again.form.far = ''
    const third = make()
    third.begin()
    expect(third.returned).toBe(false)
  })

  it('starts afresh when it is asked to, and takes nothing from a draft that it has no field for', () => {
    sessionStorage.setItem('muddy-ledger-draft ride', '{"far":"3","of another release":"x"}')
    const form = make()
    form.begin()
    expect(form.form).toEqual({ far: '3', hard: [] })
    form.afresh()
    expect(form.form.far).toBe('')
    sessionStorage.setItem('muddy-ledger-draft ride', '{"far":')
    form.begin()
    expect(form.form.far).toBe('')
  })

  it('drops a question when what it was about changes', async () => {
    const form = make()
    form.begin()
    await form.send(() => Promise.reject(new Refusal(422, 'So far?', {}, undefined, 'confirm')))
    expect(form.refusal?.ask).toBe('confirm')
    form.form.far = '13'
    expect(form.refusal).toBeNull()
  })
})

describe('an edit', () => {
  const thing = (version: number, place: string) => ({ version, place })

  it('is not overwritten while one types, and says from which version it was made', async () => {
    const data = ref<ReturnType<typeof thing> | undefined>()
    const edit = useEdit(
      () => 'advert',
      () => data.value,
      ({ place }) => ({ place }),
    )
    expect(edit.form.value).toBeNull()
    data.value = thing(3, 'yard')
    await Promise.resolve()
    edit.form.value!.place = 'byre'
    data.value = thing(4, 'barn')
    await Promise.resolve()
    expect(edit.form.value!.place).toBe('byre')
    const sent: string[] = []
    await edit.send(async (_, version) => void sent.push(version))
    expect(sent).toEqual(['"3"'])
  })

  it('lets the owner choose between both where another was quicker', async () => {
    const edit = useEdit(
      () => 'advert',
      () => thing(3, 'yard'),
      ({ place }) => ({ place }),
    )
    edit.form.value!.place = 'byre'
    const stale = () => Promise.reject(new Refusal(412, 'Changed.', {}, thing(9, 'barn')))
    await edit.send(stale)
    expect(edit.other.value).toEqual(thing(9, 'barn'))
    edit.keepMine(edit.other.value!)
    const sent: string[] = []
    await edit.send(async (_, version) => (sent.push(version), stale()))
    expect(sent).toEqual(['"9"'])
    expect(edit.form.value!.place).toBe('byre')
    edit.take(edit.other.value!)
    expect(edit.form.value!.place).toBe('barn')
    expect(edit.other.value).toBeNull()
  })
})

describe('a sheet about something', () => {
  it('goes on showing it while it closes', () => {
    const about = ref<string | null>(null)
    const { open, subject } = useSubject(about)
    expect(open.value).toBe(false)
    about.value = 'chain'
    expect(open.value).toBe(true)
    open.value = false
    expect(about.value).toBeNull()
    expect(subject.value).toBe('chain')
  })
})
