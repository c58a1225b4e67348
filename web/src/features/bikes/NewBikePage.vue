<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, newId, Refusal, whole, type ProfileForm } from '@/api/client'
import TouchChoice from '../jobs/TouchChoice.vue'
import { useSettings } from '../settings/useSettings'
import { useRefresh } from '../shed/useShed'
import ProfileFields from './ProfileFields.vue'

const router = useRouter()
const refresh = useRefresh()
const { data: sets } = useQuery({ queryKey: ['sets'], queryFn: () => answer(api.GET('/api/sets')) })
const { data: settings } = useSettings()
const chosen = ref('')
const form = ref<ProfileForm | null>(null)
const named = reactive({ nickname: '', make: '', model: '', year: '' })
const reading = ref('')
const standing = reactive({ condition: 'not-said' as Condition, lastRan: '', pumpFeeds: false })
const all = ref(false)
const refusal = ref<Refusal | null>(null)
const busy = ref(false)
const id = ref(newId())

watch([chosen, form, named, reading, standing], () => (id.value = newId()), { deep: true })
const unit = computed(() => (form.value?.odometer === 'miles' ? 'mi' : form.value?.odometer === 'kilometres' ? 'km' : 'h'))
const hidden = computed(() =>
  Object.keys(refusal.value?.fields ?? {}).some((field) => !['nickname', 'make', 'model', 'year', 'reading'].includes(field)),
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
  chosen.value = set
  form.value = structuredClone(JSON.parse(JSON.stringify(found.profile)) as ProfileForm)
}

async function keep() {
  if (!form.value || busy.value) return
  busy.value = true
  refusal.value = null
  try {
    const profile = { ...form.value, ...named, year: whole(named.year) }
    const bike = await answer(
      api.POST('/api/bikes', {
        body: {
          id: id.value,
          profile,
          reading: reading.value || null,
          set: chosen.value,
          condition: standing.condition,
          lastRan: standing.lastRan || null,
          pumpFeeds: standing.pumpFeeds,
        },
      }),
    )
    await refresh()
    await router.push(`/bikes/${bike.id}`)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
    if (hidden.value) all.value = true
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="page narrow">
    <h1>A bike comes in</h1>
    <section aria-labelledby="kind-title">
      <h2 id="kind-title" class="label">What kind is it?</h2>
      <div class="sets">
        <button
          v-for="set in sets"
          :key="set.id"
          type="button"
          class="set"
          :aria-pressed="chosen === set.id"
          @click="choose(set.id)"
        >
          <b>{{ set.title }}</b>
          <span>{{ set.for }}</span>
        </button>
      </div>
    </section>
    <form v-if="form" class="cabinet" @submit.prevent="keep">
      <div class="inside">
        <div class="names">
          <v-text-field
            v-model="named.nickname"
            label="Your name for it"
            autofocus
            maxlength="40"
            :error-messages="refusal?.of('nickname')"
          />
          <v-text-field v-model="named.make" label="Make" maxlength="40" :error-messages="refusal?.of('make')" />
          <v-text-field v-model="named.model" label="Model" maxlength="60" :error-messages="refusal?.of('model')" />
          <v-text-field
            v-model="named.year"
            label="Year"
            inputmode="numeric"
            maxlength="4"
            :error-messages="refusal?.of('year')"
          />
          <v-text-field
            v-if="form.odometer || form.hourMeter"
            v-model="reading"
            class="figure-field"
            label="What does the meter show?"
            :suffix="unit"
            :error-messages="refusal?.of('reading')"
          />
        </div>
        <TouchChoice v-model="standing.condition" label="Does it run?" :options="conditions" />
        <v-text-field
          v-if="['stands', 'not-running', 'project'].includes(standing.condition)"
          v-model="standing.lastRan"
          label="In which year did it last run, if you know"
          inputmode="numeric"
          maxlength="4"
          :error-messages="refusal?.of('lastRan')"
        />
        <v-checkbox
          v-if="standing.condition === 'in-use' && form.lubrication === 'oil-injection'"
          v-model="standing.pumpFeeds"
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
        <ProfileFields v-if="all" v-model="form" :refusal="refusal" :settings="settings" />
        <p v-if="refusal" class="refusal" role="alert">{{ refusal.message }}</p>
        <div class="acts">
          <v-btn class="plate pen" type="submit" :disabled="busy">Put it in the shed</v-btn>
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
.sets {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 0.75rem;
  margin-top: 0.5rem;
}
.set {
  display: grid;
  align-content: start;
  gap: 0.25rem;
  padding: 0.9rem 1.1rem;
  border: 1px solid var(--rule);
  border-top: 3px solid var(--ink);
  background: var(--card);
  text-align: left;
  cursor: pointer;
}
.set b {
  font: 700 1.375rem/1.1 var(--head);
}
.set[aria-pressed='true'] {
  outline: 3px solid var(--ink);
  outline-offset: -3px;
  background: linear-gradient(105deg, transparent 78%, var(--pen) 78.5% 84%, transparent 84.5%) var(--card);
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
