<script setup lang="ts">
import { computed } from 'vue'
import { answer, api, type TaskAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { plainWords } from '@/design/format'
import { useForm } from '@/design/useForm'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import { useWritten } from '../ledger/useWritten'

/** A service item of the owner's own: what, where, how often, after which rides. */
const item = defineModel<TaskAnswer | 'new' | null>({ required: true })
const props = defineProps<{ bike: string }>()

const { written } = useWritten()
const { open } = useSubject(item)
const was = computed(() => (item.value && item.value !== 'new' ? item.value : null))
const byUse = (hours: boolean) =>
  was.value?.limits.find((limit) => limit.amount && (limit.amount.unit === 'h') === hours)?.editable ?? ''
type Ride = 'wet' | 'mud' | 'sand' | 'dust' | 'raced' | 'crashed'
const rides: Ride[] = ['wet', 'mud', 'sand', 'dust', 'raced', 'crashed']
const sheet = useForm(
  () => `own item ${props.bike} ${was.value?.id ?? 'new'}`,
  () => ({
    component: was.value?.component ?? '',
    title: was.value?.title ?? '',
    part: (was.value?.part ?? 'chassis') as TaskAnswer['part'],
    distance: byUse(false),
    hours: byUse(true),
    months: String(was.value?.limits.find((limit) => limit.months)?.months ?? ''),
    everyRide: false,
    after: [] as Ride[],
  }),
)
const parts = (['engine', 'intake', 'drive-and-brakes', 'chassis', 'electrics'] as const).map((value) => ({
  value,
  title: plainWords(value),
}))

function keep() {
  const { component, title, part, distance, hours, months, everyRide, after } = sheet.form
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/servicing/item', {
          params: { path: { bike: props.bike } },
          body: {
            id,
            task: was.value?.id ?? null,
            component,
            title,
            part,
            distance: distance || null,
            hours: hours || null,
            months: months || null,
            afterEveryRide: everyRide,
            afterRides: after,
          },
        }),
      ),
    async (entry) => {
      await written(`${component}: in the plan.`, entry)
      item.value = null
    },
  )
}
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :title="was ? `${was.component}: change the item` : 'A service item of your own'"
    act="Keep it"
    @submit="keep"
  >
    <v-text-field v-first v-bind="sheet.field('component')" label="What it is about" maxlength="40" autocomplete="off" />
    <v-text-field v-bind="sheet.field('title')" label="What is done" maxlength="60" autocomplete="off" />
    <v-select v-bind="sheet.field('part')" :items="parts" label="Where on the bike" />
    <p class="soft">Whichever comes first counts. Leave empty what does not count.</p>
    <v-text-field
      v-bind="sheet.field('distance')"
      class="figure-field"
      label="Distance between, in any unit"
      autocomplete="off"
    />
    <v-text-field v-bind="sheet.field('hours')" class="figure-field" label="Engine hours between" autocomplete="off" />
    <v-text-field v-bind="sheet.field('months')" class="figure-field" label="Months between" inputmode="numeric" />
    <v-select
      v-model="sheet.form.after"
      multiple
      label="Also after a ride that was"
      :items="rides.map((value) => ({ value, title: plainWords(value) }))"
    />
    <v-checkbox v-model="sheet.form.everyRide" label="After every ride" />
  </FormSheet>
</template>
