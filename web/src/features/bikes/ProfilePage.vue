<script setup lang="ts">
import { useRouter } from 'vue-router'
import { answer, api, whole } from '@/api/client'
import ConflictChoice from '@/design/ConflictChoice.vue'
import DraftLine from '@/design/DraftLine.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useEdit } from '@/design/useEdit'
import { useNotice } from '@/design/useNotice'
import { useSettings } from '@/api/useSettings'
import { useRefresh } from '../shed/useShed'
import ProfileFields from './ProfileFields.vue'
import { useBike } from './useBike'

const props = defineProps<{ bike: string }>()
const router = useRouter()
const refresh = useRefresh()
const { say } = useNotice()
const { data } = useBike(() => props.bike)
const { data: settings } = useSettings()
const { sheet, form, refusal, other, take, keepMine, send } = useEdit(
  () => `profile ${props.bike}`,
  () => data.value,
  (bike) => bike.profile,
)

const keep = () =>
  send(
    (id, version) =>
      answer(
        api.PUT('/api/bikes/{bike}/profile', {
          params: { path: { bike: props.bike } },
          body: { id, profile: { ...form.value!, year: whole(form.value!.year) } },
          headers: { 'If-Match': version },
        }),
      ),
    async () => {
      await refresh()
      say('Profile kept. No record was touched; items and steps follow it.')
      await router.push(`/bikes/${props.bike}`)
    },
  )
</script>

<template>
  <main class="page narrow">
    <h1>{{ data?.nickname }}: profile</h1>
    <form v-if="form" class="cabinet" @submit.prevent="keep">
      <div class="inside">
        <DraftLine :sheet="sheet" />
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
        <ProfileFields v-model="form" :refusal="refusal" :settings="settings" :bike="bike" />
        <ConflictChoice v-if="other" :other="other" :refusal="refusal" @take="take" @keep="keepMine" />
        <RefusalLine v-else :refusal="refusal" always />
        <div class="acts">
          <v-btn class="plate pen" type="submit" :disabled="sheet.busy">Keep the profile</v-btn>
          <v-btn class="plate" variant="text" :to="`/bikes/${bike}`" @click="sheet.leave()">Leave it</v-btn>
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
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.75rem;
}
</style>
