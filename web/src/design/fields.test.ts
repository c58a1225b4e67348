import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Component } from 'vue'
import { createVuetify } from 'vuetify'
import DateField from './DateField.vue'
import MoneyField from './MoneyField.vue'
import QuantityField from './QuantityField.vue'

const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } })
queries.setQueryData(['settings'], { currency: 'CZK' })
const shown = (field: Component, props: Record<string, unknown> = {}) =>
  mount(field, {
    props: { modelValue: '', ...props },
    global: { plugins: [createVuetify(), [VueQueryPlugin, { queryClient: queries }]] },
  })
/** What stands beside the figure. */
const beside = (field: ReturnType<typeof shown>) => field.find('.v-text-field__suffix').text()

describe('the fields that every form has', () => {
  it.each([
    ['', 'mi'],
    ['12.4', 'mi'],
    ['at least 4.5', 'mi'],
    ['0.8 to 0.9', 'mi'],
    ['20 km', null],
    ['3/8"', null],
    ['77 lb-ft', null],
  ])('a quantity has its unit beside it unless another one is typed: "%s"', (typed, unit) => {
    const field = shown(QuantityField, { unit: 'mi', modelValue: typed })
    const suffix = field.find('.v-text-field__suffix')
    expect(suffix.exists() ? suffix.text() : null).toBe(unit)
  })
  it('money has the currency of the shed beside it', () => {
    expect(beside(shown(MoneyField))).toBe('CZK')
  })
  it('a day is asked for as a day', () => {
    expect(shown(DateField).get('input').attributes('type')).toBe('date')
  })
  it.each([
    ['quantity', QuantityField],
    ['money', MoneyField],
    ['day', DateField],
  ])('a %s passes on what is typed, and shows what the server says against it', async (_, of) => {
    const field = shown(of, { errorMessages: 'Is missing' })
    await field.get('input').setValue('2026-04-18')
    expect(field.emitted('update:modelValue')).toEqual([['2026-04-18']])
    expect(field.text()).toContain('Is missing')
  })
})
