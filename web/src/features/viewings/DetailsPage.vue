<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { answer, api, newId, Refusal, type ViewingForm, whole } from '@/api/client'
import { useViewing } from './useViewing'

/** What the advert says, and what the owner wants of the bike. A new viewing begins here; an old one is changed here. */
const props = defineProps<{ viewing?: string }>()

const router = useRouter()
const queries = useQueryClient()
const { data: sets } = useQuery({ queryKey: ['sets'], queryFn: () => answer(api.GET('/api/sets')) })
const { data: was } = useViewing(() => props.viewing)
const form = reactive<ViewingForm>({
  set: '',
  name: '',
  make: '',
  model: '',
  year: new Date().getFullYear() - 10,
  soldAs: 'runner',
  title: 'unknown',
  frameNumber: '',
  meter: '',
  asking: '',
  lastRunYear: null,
  where: '',
  note: '',
  needsPapers: false,
  willRebuild: false,
  budget: '',
  hourlyRate: '0',
  papersDiscount: '0',
  statedValue: '',
  lift: '0',
  workshopFee: '',
})
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
const chosen = computed(() => sets.value?.find((one) => one.id === form.set))

watch(was, (found) => found && props.viewing && Object.assign(form, found.details), { immediate: true })
watch(form, () => (id.value = newId()), { deep: true })

const soldAs = [
  { value: 'runner', title: 'It runs' },
  { value: 'non-runner', title: 'It does not run' },
  { value: 'project', title: 'A project, or in boxes' },
]
const titles = [
  { value: 'unknown', title: 'Not said' },
  { value: 'road-title', title: 'Road title' },
  { value: 'off-road-only', title: 'Off-road only' },
  { value: 'no-papers', title: 'No papers' },
]

async function keep() {
  try {
    const body = {
      id: id.value,
      details: { ...form, year: whole(form.year), lastRunYear: form.lastRunYear ? whole(form.lastRunYear) : null },
    }
    const kept = props.viewing
      ? await answer(
          api.PUT('/api/viewings/{viewing}/details', {
            params: { path: { viewing: props.viewing } },
            headers: { 'If-Match': `"${was.value?.version ?? 0}"` },
            body,
          }),
        )
      : await answer(api.POST('/api/viewings', { body }))
    queries.setQueryData(['viewing', kept.id], kept)
    await queries.invalidateQueries({ queryKey: ['viewings'] })
    await router.push(props.viewing ? `/viewings/${kept.id}/money` : `/viewings/${kept.id}/papers`)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
const of = (field: string) => refusal.value?.of(field)
</script>

<template>
  <main class="page details">
    <h1>{{ viewing ? 'The advert' : 'A bike to look at' }}</h1>
    <form class="cabinet" @submit.prevent="keep">
      <fieldset>
        <legend>What the advert says</legend>
        <v-select
          v-model="form.set"
          label="Kind of bike"
          :items="sets ?? []"
          item-value="id"
          item-title="title"
          :hint="chosen?.for"
          persistent-hint
          :error-messages="of('set')"
        />
        <v-text-field v-model="form.name" label="Your name for this viewing" maxlength="40" :error-messages="of('name')" />
        <v-text-field v-model="form.make" label="Make" :error-messages="of('make')" />
        <v-text-field v-model="form.model" label="Model" :error-messages="of('model')" />
        <v-text-field v-model="form.year" label="Year" inputmode="numeric" :error-messages="of('year')" />
        <v-select v-model="form.soldAs" label="Sold as" :items="soldAs" />
        <v-text-field v-model="form.meter" label="Meter, in any unit" :error-messages="of('meter')" />
        <v-text-field v-model="form.asking" label="Asking price" inputmode="decimal" :error-messages="of('asking')" />
        <v-select v-model="form.title" label="Papers, as far as said" :items="titles" />
        <v-text-field v-model="form.frameNumber" label="Frame number, if told" :error-messages="of('frameNumber')" />
        <v-text-field
          v-if="form.soldAs !== 'runner'"
          v-model="form.lastRunYear"
          label="Year it last ran"
          inputmode="numeric"
          :error-messages="of('lastRunYear')"
        />
        <v-text-field v-model="form.where" label="Where it stands" maxlength="120" :error-messages="of('where')" />
        <v-textarea
          v-model="form.note"
          class="wide"
          label="Anything else it says"
          rows="2"
          maxlength="1000"
          :error-messages="of('note')"
        />
      </fieldset>
      <fieldset>
        <legend>What you want of it</legend>
        <v-checkbox v-model="form.needsPapers" label="It must have road papers" hide-details />
        <v-checkbox v-model="form.willRebuild" label="I would rebuild an engine" hide-details />
        <v-text-field v-model="form.budget" label="Budget" inputmode="decimal" :error-messages="of('budget')" />
        <v-text-field
          v-model="form.hourlyRate"
          label="An hour of your own work"
          inputmode="decimal"
          :error-messages="of('hourlyRate')"
        />
        <v-text-field
          v-model="form.papersDiscount"
          label="Off for a missing title"
          inputmode="decimal"
          :error-messages="of('papersDiscount')"
        />
        <v-text-field
          v-model="form.statedValue"
          label="Worth when sound"
          inputmode="decimal"
          hint="Leave it empty to work it out from adverts of bikes like it."
          persistent-hint
          :error-messages="of('statedValue')"
        />
        <v-text-field
          v-model="form.workshopFee"
          label="A workshop asks for a look"
          inputmode="decimal"
          :error-messages="of('workshopFee')"
        />
        <v-text-field v-model="form.lift" label="A sound one is worth more by" inputmode="decimal" :error-messages="of('lift')" />
      </fieldset>
      <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      <footer>
        <v-btn class="plate" variant="text" :to="viewing ? `/viewings/${viewing}` : '/viewings'">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">{{ viewing ? 'Keep it' : 'Make the viewing' }}</v-btn>
      </footer>
    </form>
  </main>
</template>

<style scoped>
.details {
  display: grid;
  align-content: start;
  gap: 1rem;
  max-width: 900px;
}
h1 {
  font-size: 2.75rem;
}
fieldset {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(260px, 100%), 1fr));
  align-items: start;
  gap: 0.8rem 1rem;
  margin: 0;
  padding: 1rem 1.1rem;
  border: 0;
}
legend {
  padding: 0;
  font: 700 1.375rem/1.2 var(--head);
}
.wide {
  grid-column: 1 / -1;
}
footer {
  display: flex;
  justify-content: flex-end;
  gap: 0.8rem;
  padding: 0.8rem 1.1rem;
  border-top: 1px solid var(--rule);
}
.refusal {
  margin: 0 1.1rem 0.8rem;
}
</style>
