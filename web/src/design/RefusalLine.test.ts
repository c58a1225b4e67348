import { flushPromises, mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { Refusal } from '@/api/client'
import RefusalLine from './RefusalLine.vue'

/** A form with a field that shows what is said against "paid", and nothing else; and a form of something else, with a wrong field. */
function form(always = false) {
  const refusal = ref<Refusal | null>(null)
  const page = mount(
    defineComponent({
      setup: () => () =>
        h('main', [
          h('form', [h('i', { class: 'v-input--error' })]),
          h('form', [
            h('i', { class: { 'v-input--error': refusal.value?.of('paid') } }, h('input', { id: 'paid' })),
            h(RefusalLine, { refusal: refusal.value, always }),
          ]),
        ]),
    }),
    { attachTo: document.body },
  )
  const said = async (now: Refusal | null) => {
    refusal.value = now
    await flushPromises()
    const alert = page.find('[role=alert]')
    return alert.exists() && alert.isVisible() ? alert.text() : null
  }
  return { said, leave: () => page.unmount() }
}

const ofPaid = new Refusal(422, 'Paid is no amount.', { paid: 'is no amount' })
const ofWhole = new Refusal(409, 'It was sold already.')
const ofUnseen = new Refusal(422, 'The bike is not there.', { bike: 'is not there' })

it('says what no field says, that of a field which is not there too, and nothing twice', async () => {
  const { said, leave } = form()
  expect(await said(null)).toBeNull()
  expect(await said(ofWhole)).toBe('It was sold already.')
  expect(document.activeElement).toBe(document.body)
  expect(await said(ofPaid)).toBeNull()
  expect(document.activeElement?.id).toBe('paid')
  expect(await said(ofUnseen)).toBe('The bike is not there.')
  expect(await said(null)).toBeNull()
  leave()
})

it('says it all the same in a long form, whose field may be out of sight', async () => {
  const { said, leave } = form(true)
  expect(await said(ofPaid)).toBe('Paid is no amount.')
  leave()
})
