<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, whole, type ProfileForm, type SetAnswer } from '@/api/client'
import DraftLine from '@/design/DraftLine.vue'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'
import TouchChoice from '../jobs/TouchChoice.vue'
import { useSettings } from '@/api/useSettings'
import QuantityField from '@/design/QuantityField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useRefresh } from '../shed/useShed'
import KindQuestions from './KindQuestions.vue'
import ProfileFields from './ProfileFields.vue'

const router = useRouter()
const refresh = useRefresh()
const { data: sets } = useQuery({ queryKey: ['sets'], queryFn: () => answer(api.GET('/api/sets')) })
const { data: settings } = useSettings()
const sheet = useForm(
  () => 'a bike comes in',
  () => ({
    set: '',
    profile: null as ProfileForm | null,
    nickname: '',
    make: '',
    model: '',
    year: '',
    reading: '',
    condition: 'not-said' as Condition,
    lastRan: '',
    pumpFeeds: false,
  }),
)
sheet.begin()
const profile = computed({
  get: () => sheet.form.profile as ProfileForm | null,
  set: (now) => (sheet.form.profile = now),
})
const all = ref(false)
const uses = {
  road: 'For the road',
  'dual-sport': 'For road and track',
  'trail-or-enduro': 'For trail and enduro',
  motocross: 'For the motocross track',
  trials: 'For trials',
  utility: 'For errands and work',
} as const
const groups = computed(() =>
  (Object.keys(uses) as (keyof typeof uses)[])
    .map((use) => ({ use, title: uses[use], sets: (sets.value ?? []).filter((set) => set.profile.use === use) }))
    .filter((group) => group.sets.length),
)
/** One kind taken, the others step back: the form stands where one looks. */
const chosen = computed(() => (profile.value ? sets.value?.find((one) => one.id === sheet.form.set) : undefined))
const unit = computed(() => (profile.value?.odometer === 'miles' ? 'mi' : profile.value?.odometer === 'kilometres' ? 'km' : 'h'))
const hidden = computed(() =>
  Object.keys(sheet.refusal?.fields ?? {}).some((field) => !['nickname', 'make', 'model', 'year', 'reading'].includes(field)),
)

type Condition = 'not-said' | 'in-use' | 'stands' | 'not-running' | 'project'
const conditions: { value: Condition; title: string; note: string }[] = [
  { value: 'in-use', title: 'I ride it', note: 'kept as your word' },
  { value: 'stands', title: 'It stands', note: 'it ran when it was put away' },
  { value: 'not-running', title: 'It does not run', note: 'or nobody knows' },
  { value: 'project', title: 'A project', note: 'in pieces, or to be' },
]

function choose(set: string) {
  const found = sets.value?.find((one) => one.id === set)
  if (!found) return
  sheet.form.set = set
  profile.value = JSON.parse(JSON.stringify(found.profile)) as ProfileForm
}

/** Asked for by a few answers, in place of a kind that ships. */
const asking = ref(false)
const nearest = ref(false)
function take(found: SetAnswer) {
  sheet.form.set = found.id
  profile.value = found.profile
  nearest.value = true
  window.scrollTo({ top: 0 })
}

async function keep() {
  const { set, nickname, make, model, year, reading, condition, lastRan, pumpFeeds } = sheet.form
  const done = await sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes', {
          body: {
            id,
            profile: { ...profile.value!, nickname, make, model, year: whole(year) },
            reading: reading || null,
            set,
            condition,
            lastRan: lastRan || null,
            pumpFeeds,
          },
        }),
      ),
    async (bike) => {
      await refresh()
      await router.push(`/bikes/${bike.id}`)
    },
  )
  if (!done && hidden.value) all.value = true
}
</script>

<template>
  <main class="page narrow">
    <h1>A bike comes in</h1>
    <DraftLine :sheet="sheet" />
    <section aria-labelledby="kind-title">
      <header class="kind">
        <h2 id="kind-title" class="label">What kind is it?</h2>
        <button v-if="!chosen" type="button" class="more" :aria-expanded="asking" @click="asking = !asking">
          {{ asking ? 'Back to the kinds' : 'None of these: answer a few questions' }}
        </button>
      </header>
      <KindQuestions v-if="asking && !chosen" @found="take" />
      <div v-if="chosen" class="sets">
        <div class="set" aria-pressed="true">
          <b>{{ chosen.title }}</b>
          <span>{{ chosen.for }}</span>
        </div>
        <button type="button" class="another" @click="((sheet.form.set = ''), (nearest = false))">Another kind</button>
      </div>
      <p v-if="nearest && chosen" class="soft">The nearest of the kinds that ship, with your answers put in.</p>
      <div v-for="group in chosen || asking ? [] : groups" :key="group.use" class="group">
        <h3>{{ group.title }}</h3>
        <div class="sets">
          <button
            v-for="set in group.sets"
            :key="set.id"
            type="button"
            class="set"
            :aria-pressed="sheet.form.set === set.id"
            @click="choose(set.id)"
          >
            <b>{{ set.title }}</b>
            <span>{{ set.for }}</span>
          </button>
        </div>
      </div>
    </section>
    <form v-if="profile && chosen" class="cabinet" @submit.prevent="keep">
      <div class="inside">
        <div class="names">
          <v-text-field v-first v-bind="sheet.field('nickname')" label="Your name for it" maxlength="40" />
          <v-text-field v-bind="sheet.field('make')" label="Make" maxlength="40" />
          <v-text-field v-bind="sheet.field('model')" label="Model" maxlength="60" />
          <v-text-field v-bind="sheet.field('year')" label="Year" inputmode="numeric" maxlength="4" />
          <QuantityField
            v-if="profile.odometer || profile.hourMeter"
            v-bind="sheet.field('reading')"
            class="figure-field"
            label="What does the meter show?"
            :unit="unit"
          />
        </div>
        <TouchChoice v-model="sheet.form.condition" label="Does it run?" :options="conditions" />
        <v-text-field
          v-if="['stands', 'not-running', 'project'].includes(sheet.form.condition)"
          v-bind="sheet.field('lastRan')"
          label="In which year did it last run, if you know"
          inputmode="numeric"
          maxlength="4"
        />
        <v-checkbox
          v-if="sheet.form.condition === 'in-use' && profile.lubrication === 'oil-injection'"
          v-model="sheet.form.pumpFeeds"
          label="Its oil pump has long fed it, and was not opened"
          hint="Left open, its fuel is mixed until the pump is proven"
          persistent-hint
        />
        <p class="soft">
          The rest is filled in from the kind. Capacities and torques stay unknown until you copy them from the manual; nothing is
          guessed.
        </p>
        <button type="button" class="more" :aria-expanded="all" @click="all = !all">
          {{ all ? 'Less' : 'Change the rest now' }}
        </button>
        <ProfileFields v-if="all" v-model="profile" :refusal="sheet.refusal" :settings="settings" />
        <RefusalLine :refusal="sheet.refusal" always />
        <div class="acts">
          <v-btn class="plate pen" type="submit" :disabled="sheet.busy">Put it in the shed</v-btn>
        </div>
      </div>
    </form>
  </main>
</template>

<style scoped>
.narrow {
  display: grid;
  gap: 1.2rem;
  max-width: 980px;
}
h1 {
  font-size: 2.5rem;
}
.kind {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  justify-content: space-between;
  gap: 0.3rem 1rem;
  margin-bottom: 0.4rem;
}
.group {
  margin-top: 0.7rem;
}
h3 {
  font-size: 1.125rem;
}
.sets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 0.6rem;
  margin-top: 0.3rem;
}
.set {
  display: grid;
  align-content: start;
  gap: 0.25rem;
  padding: 0.6rem 0.9rem 0.7rem;
  border: 1px solid var(--rule);
  border-top: 3px solid var(--ink);
  background: var(--card);
  font-size: 0.9375rem;
  text-align: left;
  cursor: pointer;
}
.set b {
  font: 700 1.25rem/1.1 var(--head);
}
.set[aria-pressed='true'] {
  outline: 3px solid var(--ink);
  outline-offset: -3px;
  background: linear-gradient(105deg, transparent 78%, var(--pen) 78.5% 84%, transparent 84.5%) var(--card);
}
.another {
  min-height: 44px;
  justify-self: start;
  padding: 0 0.6rem;
  font: 600 1.0625rem/1 var(--head);
  text-decoration: underline;
}
.inside {
  display: grid;
  gap: 1rem;
  padding: 1.1rem;
}
.names {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 0.9rem;
}
.more {
  justify-self: start;
  font: 600 1.0625rem/1 var(--head);
  text-decoration: underline;
}
</style>
