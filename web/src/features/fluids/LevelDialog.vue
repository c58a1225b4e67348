<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api, newId, Refusal, type FluidsAnswer } from '@/api/client'
import { plainWords } from '@/design/format'
import { useNotice } from '@/design/useNotice'

/** A level seen outside of a job, and what was poured in to mend it. Two of these, with a way between, tell what it uses. */
type Page = FluidsAnswer['reservoirs'][number]
const shown = defineModel<Page | null>({ required: true })
const props = defineProps<{ bike: string; name: string; today: string; unit: string }>()
const emit = defineEmits<{ kept: [fluids: FluidsAnswer] }>()
const { say } = useNotice()
const form = ref({
  date: '',
  level: 'at-maximum' as 'empty' | 'below' | 'between' | 'at-maximum' | 'above',
  added: '',
  fluid: '',
  underFull: '',
})
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
watch(shown, (now) => {
  if (!now) return
  form.value = { date: props.today, level: 'at-maximum', added: '', fluid: now.likelyFluid ?? '', underFull: '' }
  refusal.value = null
})
watch(form, () => (id.value = newId()), { deep: true })
const levels = [
  { value: 'empty', title: 'Empty: there is nothing in it' },
  { value: 'below', title: 'Below the mark' },
  { value: 'between', title: 'Between the marks' },
  { value: 'at-maximum', title: 'At the upper mark' },
  { value: 'above', title: 'Above it' },
]

async function keep() {
  const asked = shown.value!
  refusal.value = null
  try {
    const fluids = await answer(
      api.POST('/api/bikes/{bike}/reservoirs/{reservoir}/level', {
        params: { path: { bike: props.bike, reservoir: asked.id } },
        body: {
          id: id.value,
          ...form.value,
          level: form.value.level === 'empty' ? 'below' : form.value.level,
          empty: form.value.level === 'empty',
          fluid: form.value.added ? form.value.fluid : null,
        },
      }),
    )
    emit('kept', fluids)
    shown.value = null
    say(`${props.name}: level written down. It can be struck in the book.`)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog :model-value="shown !== null" max-width="520" aria-labelledby="level-title" @update:model-value="shown = null">
    <form v-if="shown" class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="level-title">{{ name }}: level seen</h2>
      </header>
      <div class="inside">
        <p v-if="shown.levelBy" class="soft">
          {{ plainWords(shown.levelBy) }},
          {{ shown.readAt === 'cold' ? 'cold' : `hot, ${shown.waitMinutes} minutes after stopping` }}; the same stance every time.
        </p>
        <v-text-field
          v-model="form.added"
          label="Poured in, if anything"
          :suffix="unit"
          autofocus
          autocomplete="off"
          :error-messages="refusal?.of('added')"
        />
        <v-text-field
          v-if="form.added"
          v-model="form.fluid"
          label="What it was"
          maxlength="80"
          autocomplete="off"
          :error-messages="refusal?.of('fluid')"
        />
        <v-select v-model="form.level" label="It stands now" :items="levels" :error-messages="refusal?.of('level')" />
        <v-text-field
          v-if="form.level === 'between' || form.level === 'below'"
          v-model="form.underFull"
          label="How much short of the upper mark, if you know"
          :suffix="unit"
          autocomplete="off"
          :error-messages="refusal?.of('underFull')"
        />
        <v-text-field v-model="form.date" type="date" label="Day" :max="today" :error-messages="refusal?.of('date')" />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="shown = null">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
