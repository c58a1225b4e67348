<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { answer, api, type ViewingAnswer, type ProfileForm, type ViewingForm, whole } from '@/api/client'
import ConflictChoice from '@/design/ConflictChoice.vue'
import DraftLine from '@/design/DraftLine.vue'
import { useEdit } from '@/design/useEdit'
import { useForm } from '@/design/useForm'
import MoneyField from '@/design/MoneyField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { choiceTitle, questions } from '../bikes/profileQuestions'
import { useViewing } from './useViewing'

/** What the advert says, and what the owner wants of the bike. A new viewing begins here; an old one is changed here. */
const props = defineProps<{ viewing?: string }>()

const router = useRouter()
const queries = useQueryClient()
const { data: sets } = useQuery({ queryKey: ['sets'], queryFn: () => answer(api.GET('/api/sets')) })
const { data: was } = useViewing(() => props.viewing)
const empty = (): ViewingForm => ({
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
  kind: null,
})
/** A new one is a form that is still nobody's; one that stands may be changed by another meanwhile. */
const edit = props.viewing
  ? useEdit(
      () => `advert ${props.viewing}`,
      () => was.value,
      (viewing) => viewing.details,
    )
  : null
const fresh = edit ? null : useForm(() => 'advert of a new viewing', empty)
fresh?.begin()
const sheet = edit?.sheet ?? fresh!
const form = computed<ViewingForm | null>(() => edit?.form.value ?? fresh?.form ?? null)
const other = computed(() => edit?.other.value ?? null)
const of = (field: string) => sheet.refusal?.of(field)
/** What it has is filled in from its kind, and answered anew where this one differs. */
const asked = [
  'lubrication',
  'gearboxOil',
  'oilFilter',
  'fuel',
  'starting',
  'cooling',
  'fan',
  'valves',
  'ignition',
  'battery',
  'clutch',
  'finalDrive',
  'frontBrake',
  'rearBrake',
  'wheels',
] as const
type Kind = NonNullable<ViewingForm['kind']>
const kind = computed(() => (form.value?.kind ?? (chosen.value && kindOf(chosen.value.profile)) ?? null) as Kind | null)
const kindOf = (profile: ProfileForm): Kind =>
  ({ ...Object.fromEntries(asked.map((name) => [name, profile[name]])), linkage: profile.linkage }) as Kind
const has = (part: Partial<Kind>) => {
  if (form.value && kind.value) form.value.kind = { ...kind.value, ...part }
}
const twoStroke = computed(() => kind.value?.lubrication === 'premix' || kind.value?.lubrication === 'oil-injection')
const shown = computed(() =>
  asked.filter(
    (name) =>
      !(twoStroke.value && (name === 'valves' || name === 'oilFilter')) && (name !== 'fan' || kind.value?.cooling !== 'air'),
  ),
)
function takeSet(set: string) {
  if (!form.value) return
  form.value.set = set
  form.value.kind = null
}
const chosen = computed(() => sets.value?.find((one) => one.id === form.value?.set))

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

const body = (id: string) => ({
  id,
  details: {
    ...form.value!,
    year: whole(form.value!.year),
    lastRunYear: form.value!.lastRunYear ? whole(form.value!.lastRunYear) : null,
  },
})
async function kept(viewing: ViewingAnswer, page: string) {
  queries.setQueryData(['viewing', viewing.id], viewing)
  await queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'viewing' })
  await router.push(`/viewings/${viewing.id}/${page}`)
}
const keep = () =>
  edit
    ? edit.send(
        (id, version) =>
          answer(
            api.PUT('/api/viewings/{viewing}/details', {
              params: { path: { viewing: props.viewing! } },
              headers: { 'If-Match': version },
              body: body(id),
            }),
          ),
        (viewing) => kept(viewing, 'money'),
      )
    : fresh!.send(
        (id) => answer(api.POST('/api/viewings', { body: body(id) })),
        (viewing) => kept(viewing, 'papers'),
      )
</script>

<template>
  <main class="page details">
    <h1>{{ viewing ? 'The advert' : 'A bike to look at' }}</h1>
    <form v-if="form" class="cabinet" @submit.prevent="keep">
      <DraftLine class="whole" :sheet="sheet" />
      <fieldset>
        <legend>What the advert says</legend>
        <v-select
          :model-value="form.set"
          label="Kind of bike"
          :items="sets ?? []"
          item-value="id"
          item-title="title"
          :hint="chosen?.for"
          persistent-hint
          :error-messages="of('set')"
          @update:model-value="takeSet($event)"
        />
        <v-text-field v-model="form.name" label="Your name for this viewing" maxlength="40" :error-messages="of('name')" />
        <v-text-field v-model="form.make" label="Make" :error-messages="of('make')" />
        <v-text-field v-model="form.model" label="Model" :error-messages="of('model')" />
        <v-text-field v-model="form.year" label="Year" inputmode="numeric" :error-messages="of('year')" />
        <v-select v-model="form.soldAs" label="Sold as" :items="soldAs" />
        <v-text-field v-model="form.meter" label="Meter, in any unit" :error-messages="of('meter')" />
        <MoneyField v-model="form.asking" label="Asking price" :error-messages="of('asking')" />
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
      <fieldset v-if="kind">
        <legend>What it has</legend>
        <p class="soft wide">
          Filled in from its kind. Where this one differs, say so: points and questions follow it, now and on the walk.
        </p>
        <v-select
          v-for="name in shown"
          :key="name"
          :model-value="kind[name]"
          :items="questions[name]!.values!.map((value) => ({ value, title: choiceTitle(value, questions[name]!) }))"
          :label="questions[name]!.label"
          @update:model-value="has({ [name]: $event })"
        />
        <v-checkbox
          :model-value="kind.linkage"
          label="A linkage works the shock"
          @update:model-value="has({ linkage: !!$event })"
        />
      </fieldset>
      <fieldset>
        <legend>What you want of it</legend>
        <v-checkbox v-model="form.needsPapers" label="It must have road papers" hide-details />
        <v-checkbox v-model="form.willRebuild" label="I would rebuild an engine" hide-details />
        <MoneyField v-model="form.budget" label="Budget" :error-messages="of('budget')" />
        <MoneyField v-model="form.hourlyRate" label="An hour of your own work" :error-messages="of('hourlyRate')" />
        <MoneyField v-model="form.papersDiscount" label="Off for a missing title" :error-messages="of('papersDiscount')" />
        <MoneyField
          v-model="form.statedValue"
          label="Worth when sound"
          hint="Leave it empty to work it out from adverts of bikes like it."
          persistent-hint
          :error-messages="of('statedValue')"
        />
        <MoneyField v-model="form.workshopFee" label="A workshop asks for a look" :error-messages="of('workshopFee')" />
        <MoneyField v-model="form.lift" label="A sound one is worth more by" :error-messages="of('lift')" />
      </fieldset>
      <ConflictChoice
        v-if="other"
        class="whole"
        :other="other"
        :refusal="sheet.refusal"
        @take="edit?.take"
        @keep="edit?.keepMine"
      />
      <RefusalLine v-else class="whole" :refusal="sheet.refusal" />
      <footer>
        <v-btn class="plate" variant="text" :to="viewing ? `/viewings/${viewing}` : '/viewings'" @click="sheet.leave()"
          >Leave it</v-btn
        >
        <v-btn class="plate pen" type="submit" :disabled="sheet.busy">{{ viewing ? 'Keep it' : 'Make the viewing' }}</v-btn>
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
.whole {
  margin: 0.8rem 1.1rem;
}
</style>
