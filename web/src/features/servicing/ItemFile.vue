<script setup lang="ts">
import { answer, api } from '@/api/client'
import { useNotice } from '@/design/useNotice'
import { useTold } from '@/design/useTold'
import { useRefresh } from '../shed/useShed'

/** The owner's own service items as a file: passed on, or taken in. */
const props = defineProps<{ bike: string; name: string; own: boolean }>()
const { say } = useNotice()
const told = useTold((refusal) => (refusal.of('text') ? `That file cannot be used. ${refusal.of('text')}.` : refusal.message))
const refresh = useRefresh()

const passOn = () =>
  told.attempt(async () => {
    const file = await answer(api.GET('/api/bikes/{bike}/servicing/items', { params: { path: { bike: props.bike } } }))
    const link = document.createElement('a')
    link.href = URL.createObjectURL(new Blob([file.text ?? ''], { type: 'application/yaml' }))
    link.download = `service-items-${props.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.yaml`
    link.click()
    URL.revokeObjectURL(link.href)
  })
async function bringIn(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  await told.attempt(
    async (id) =>
      answer(
        api.POST('/api/bikes/{bike}/servicing/items', {
          params: { path: { bike: props.bike } },
          body: { id, text: await file.text() },
        }),
      ),
    async (taken) => {
      await refresh()
      say(
        `${taken.added} ${taken.added === 1 ? 'item' : 'items'} in the plan${taken.left ? `; ${taken.left} of that name stood there already` : ''}.`,
      )
    },
  )
}
</script>

<template>
  <button v-if="own" type="button" @click="passOn">Pass yours on as a file</button>
  <label class="bring">
    <input type="file" accept=".yaml,.yml,text/yaml,application/yaml" @change="bringIn" />
    Bring some in from a file
  </label>
</template>

<style scoped>
.bring {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font: 600 1.0625rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 4px;
  cursor: pointer;
}
.bring input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
.bring:focus-within {
  outline: 3px solid currentColor;
  outline-offset: 3px;
}
</style>
