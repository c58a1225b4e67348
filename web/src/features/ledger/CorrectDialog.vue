<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api, newId, Refusal, type EntryAnswer } from '@/api/client'
import { plainWords } from '@/design/format'
import { useNotice } from '@/design/useNotice'
import { useRefresh } from '../shed/useShed'
import { kindName } from './entrySentence'
import { usePutBack } from './usePutBack'

const entry = defineModel<EntryAnswer | null>({ required: true })
const props = defineProps<{ today: string; only?: 'strike' }>()

const refresh = useRefresh()
const { say } = useNotice()
const { putBack } = usePutBack()
const figures = ref<Record<string, string>>({})
const on = ref('')
const reason = ref('')
const refusal = ref<Refusal | null>(null)
const id = ref(newId())

watch(entry, (opened) => {
  if (!opened) return
  figures.value = Object.fromEntries(
    opened.figures.filter((figure) => figure.editable !== null).map((figure) => [figure.name, figure.editable ?? '']),
  )
  on.value = opened.date
  reason.value = ''
  refusal.value = null
})
watch([entry, figures, on, reason], () => (id.value = newId()), { deep: true })

async function keep() {
  if (!entry.value) return
  const path = { entry: entry.value.id }
  try {
    if (props.only === 'strike') {
      await answer(api.POST('/api/entries/{entry}/strike', { params: { path }, body: { id: id.value, reason: reason.value } }))
      const struck = entry.value
      say('Struck. The line stays, and no longer counts.', () => putBack(struck))
    } else {
      await answer(
        api.POST('/api/entries/{entry}/correction', {
          params: { path },
          body: { id: id.value, date: on.value, figures: figures.value, reason: reason.value },
        }),
      )
      say('Corrected. The old line stays, struck through; everything that follows from it is worked out again.')
    }
    entry.value = null
    await refresh()
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog :model-value="entry !== null" aria-labelledby="correct-title" @update:model-value="entry = null">
    <form v-if="entry" class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="correct-title">{{ only === 'strike' ? 'Strike' : 'Correct' }}: {{ kindName(entry.kind).toLowerCase() }}</h2>
      </header>
      <div class="inside">
        <template v-if="only !== 'strike'">
          <v-text-field
            v-for="(_, name) in figures"
            :key="name"
            v-model="figures[name]"
            :label="plainWords(String(name))"
            :error-messages="refusal?.of(`figures.${name}`)"
          />
          <v-text-field v-model="on" type="date" label="Happened on" :max="today" :error-messages="refusal?.of('date')" />
        </template>
        <v-text-field
          v-model="reason"
          label="Why: what was wrong"
          :autofocus="only === 'strike'"
          maxlength="300"
          :error-messages="refusal?.of('reason')"
        />
        <p v-if="refusal && (!Object.keys(refusal.fields).length || refusal.fields.figures)" class="refusal" role="alert">
          {{ refusal.message }}
        </p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="entry = null">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">{{ only === 'strike' ? 'Strike it' : 'Correct it' }}</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
