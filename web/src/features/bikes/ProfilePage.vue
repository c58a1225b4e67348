<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, newId, Refusal, type BikeAnswer, type ProfileForm, whole } from '@/api/client'
import { useNotice } from '@/design/useNotice'
import { useSettings } from '../settings/useSettings'
import { useRefresh } from '../shed/useShed'
import ProfileFields from './ProfileFields.vue'
import { useBike } from './useBike'

const props = defineProps<{ bike: string }>()
const router = useRouter()
const refresh = useRefresh()
const { say } = useNotice()
const { data } = useBike(() => props.bike)
const { data: settings } = useSettings()
const form = ref<ProfileForm | null>(null)
const version = ref(0)
const refusal = ref<Refusal | null>(null)
const other = ref<BikeAnswer | null>(null)
const id = ref(newId())

const take = (bike: BikeAnswer) => {
  form.value = JSON.parse(JSON.stringify(bike.profile)) as ProfileForm
  version.value = bike.version
  other.value = null
}
const overwrite = (standing: BikeAnswer) => {
  version.value = standing.version
  other.value = null
}
// Taken once: what is being typed is not overwritten when the page asks again.
watch(data, (bike) => bike && !form.value && take(bike), { immediate: true })
watch(form, () => (id.value = newId()), { deep: true })

async function keep() {
  if (!form.value) return
  refusal.value = null
  try {
    await answer(
      api.PUT('/api/bikes/{bike}/profile', {
        params: { path: { bike: props.bike } },
        body: { id: id.value, profile: { ...form.value, year: whole(form.value.year) } },
        headers: { 'If-Match': `"${version.value}"` },
      }),
    )
    await refresh()
    say('Profile kept. No record was touched; items and steps follow it.')
    await router.push(`/bikes/${props.bike}`)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
    if (refusal.value.status === 412) other.value = refusal.value.current as BikeAnswer
  }
}
</script>

<template>
  <main class="page narrow">
    <h1>{{ data?.nickname }}: profile</h1>
    <form v-if="form" class="cabinet" @submit.prevent="keep">
      <div class="inside">
        <div class="names">
          <v-text-field
            v-model="form.nickname"
            label="Your name for it"
            maxlength="40"
            :error-messages="refusal?.of('nickname')"
          />
          <v-text-field v-model="form.make" label="Make" maxlength="40" :error-messages="refusal?.of('make')" />
          <v-text-field v-model="form.model" label="Model" maxlength="60" :error-messages="refusal?.of('model')" />
          <v-text-field
            v-model="form.year"
            label="Year"
            inputmode="numeric"
            maxlength="4"
            :error-messages="refusal?.of('year')"
          />
        </div>
        <ProfileFields v-model="form" :refusal="refusal" :settings="settings" />
        <div v-if="other" class="refusal" role="alert">
          <p>{{ refusal?.message }}</p>
          <v-btn class="plate small" variant="outlined" @click="take(other)">Take what stands now</v-btn>
          <v-btn class="plate small" variant="outlined" @click="overwrite(other)">Keep mine over it</v-btn>
        </div>
        <p v-else-if="refusal" class="refusal" role="alert">{{ refusal.message }}</p>
        <div class="acts">
          <v-btn class="plate pen" type="submit">Keep the profile</v-btn>
          <v-btn class="plate" variant="text" :to="`/bikes/${bike}`">Leave it</v-btn>
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
.acts,
.refusal {
  display: flex;
  flex-wrap: wrap;
  gap: 0.75rem;
}
.refusal p {
  flex-basis: 100%;
}
</style>
