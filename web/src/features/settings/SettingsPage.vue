<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api, deviceName, nameDevice, newId, Refusal } from '@/api/client'
import { useLight, type Light } from '@/design/useLight'
import { useNotice } from '@/design/useNotice'
import CopiesCabinet from '../copies/CopiesCabinet.vue'
import { useRefresh } from '../shed/useShed'
import { useSettings } from './useSettings'

const { data } = useSettings()
const refresh = useRefresh()
const { say } = useNotice()
const { chosen, choose } = useLight()
const form = ref<{ volumeUnit: string; torqueUnit: string; currency: string } | null>(null)
const device = ref(deviceName())
const refusal = ref<Refusal | null>(null)
const lights: { value: Light; title: string }[] = [
  { value: 'as-outside', title: 'As this device has it' },
  { value: 'day', title: 'Day' },
  { value: 'night', title: 'Night' },
]

watch(
  data,
  (settings) =>
    settings &&
    !form.value &&
    (form.value = { volumeUnit: settings.volumeUnit, torqueUnit: settings.torqueUnit, currency: settings.currency }),
  { immediate: true },
)

async function keep() {
  refusal.value = null
  nameDevice(device.value.trim() || 'computer')
  try {
    await answer(
      api.PUT('/api/settings', { body: { id: newId(), ...form.value! }, headers: { 'If-Match': `"${data.value!.version}"` } }),
    )
    await refresh()
    say('Settings kept.')
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
    if (refusal.value.status === 412) await refresh()
  }
}
</script>

<template>
  <main class="page narrow">
    <h1>Settings</h1>
    <form v-if="form && data" class="cabinet" @submit.prevent="keep">
      <div class="inside">
        <h2>For the whole shed</h2>
        <v-select
          v-model="form.volumeUnit"
          :items="data.volumeUnits"
          label="Volumes shown in"
          :error-messages="refusal?.of('volumeUnit')"
        />
        <v-select
          v-model="form.torqueUnit"
          :items="data.torqueUnits"
          label="Torques shown in"
          :error-messages="refusal?.of('torqueUnit')"
        />
        <v-text-field
          v-model="form.currency"
          label="Currency, three letters"
          maxlength="3"
          :error-messages="refusal?.of('currency')"
        />
        <p class="soft">Any unit may be typed anywhere. A meter keeps the unit of its own dash.</p>
        <h2>On this device</h2>
        <v-select :model-value="chosen" :items="lights" label="Light" @update:model-value="choose($event)" />
        <v-text-field v-model="device" label="Name of this device, as it stands in the book" maxlength="30" />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
        <div><v-btn class="plate pen" type="submit">Keep the settings</v-btn></div>
      </div>
    </form>
    <section class="cabinet data">
      <h2>Your data</h2>
      <p>
        One file in an open format holds the whole shed: every line, struck ones too. An empty Muddy Ledger takes it in and gives
        every answer the same. Its <a href="/api/export/schema" download="muddy-ledger.schema.json">format is published</a>.
      </p>
      <v-btn class="plate" href="/api/export" download>Take the whole shed out</v-btn>
    </section>
    <CopiesCabinet />
    <p class="soft">
      Fonts, icons and libraries by others ship with Muddy Ledger:
      <a href="/notices.txt" target="_blank" rel="noopener">their notices</a>.
    </p>
  </main>
</template>

<style scoped>
.data {
  display: grid;
  justify-items: start;
  gap: 0.7rem;
  padding: 1rem 1.2rem 1.2rem;
}
.narrow {
  display: grid;
  gap: 1.2rem;
  max-width: 620px;
}
h1 {
  font-size: 2.5rem;
}
.inside {
  display: grid;
  gap: 0.9rem;
  padding: 1.1rem;
}
</style>
