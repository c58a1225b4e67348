<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, deviceName, nameDevice } from '@/api/client'
import ConflictChoice from '@/design/ConflictChoice.vue'
import DraftLine from '@/design/DraftLine.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useEdit } from '@/design/useEdit'
import { useSingleKeys } from '@/design/useKeys'
import { useLight, type Light } from '@/design/useLight'
import { useNotice } from '@/design/useNotice'
import CopiesCabinet from '../copies/CopiesCabinet.vue'
import { useRefresh } from '../shed/useShed'
import { useSettings } from '@/api/useSettings'

const { data, isError } = useSettings()
const refresh = useRefresh()
const { say } = useNotice()
const { chosen, choose } = useLight()
const { single, choose: chooseKeys } = useSingleKeys()
const { sheet, form, refusal, other, take, keepMine, send } = useEdit(
  () => 'settings',
  () => data.value,
  ({ volumeUnit, torqueUnit, currency }) => ({ volumeUnit, torqueUnit, currency }),
)
const device = ref(deviceName())
const lights: { value: Light; title: string }[] = [
  { value: 'as-outside', title: 'As this device has it' },
  { value: 'day', title: 'Day' },
  { value: 'night', title: 'Night' },
]

const keep = () =>
  send(
    (id, version) => {
      nameDevice(device.value.trim() || 'computer')
      return answer(api.PUT('/api/settings', { body: { id, ...form.value! }, headers: { 'If-Match': version } }))
    },
    async (settings) => {
      take(settings)
      await refresh()
      say('Settings kept.')
    },
  )
</script>

<template>
  <main class="page narrow">
    <h1>Settings</h1>
    <form v-if="form && data" class="cabinet" @submit.prevent="keep">
      <div class="inside">
        <h2>For the whole shed</h2>
        <DraftLine :sheet="sheet" />
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
        <v-checkbox
          :model-value="single"
          label="Single keys work by themselves"
          hint="/ for a reading, digits for grades, X, S, F, N, T on the bench. Off if you speak to this device."
          persistent-hint
          @update:model-value="chooseKeys(Boolean($event))"
        />
        <v-text-field v-model="device" label="Name of this device, as it stands in the book" maxlength="30" />
        <ConflictChoice v-if="other" :other="other" :refusal="refusal" @take="take" @keep="keepMine" />
        <RefusalLine v-else :refusal="refusal" />
        <div><v-btn class="plate pen" type="submit" :disabled="sheet.busy">Keep the settings</v-btn></div>
      </div>
    </form>
    <!-- Below the settings, and there without them too: here a damaged shed is helped. -->
    <template v-if="data || isError">
      <section class="cabinet data">
        <h2>Your data</h2>
        <p>
          One file in an open format holds the whole shed: every line, struck ones too. An empty Muddy Ledger takes it in and
          gives every answer the same. Its
          <a href="/api/export/schema" download="muddy-ledger.schema.json">format is published</a>.
        </p>
        <v-btn class="plate" href="/api/export" download>Take the whole shed out</v-btn>
      </section>
      <CopiesCabinet />
      <p class="soft">
        Fonts, icons and libraries by others ship with Muddy Ledger:
        <a href="/notices.txt" target="_blank" rel="noopener">their notices</a>.
      </p>
    </template>
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
