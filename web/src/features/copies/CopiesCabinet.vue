<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, newId } from '@/api/client'
import SheetFrame from '@/design/SheetFrame.vue'
import { moment, number } from '@/design/format'
import { useAct } from '@/design/useAct'
import { useNotice } from '@/design/useNotice'
import { useSubject } from '@/design/useSubject'
import LoadState from '@/design/LoadState.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useRefresh } from '../shed/useShed'
import { useCopies, useStore } from './useStore'

type Copy = NonNullable<ReturnType<typeof useCopies>['data']['value']>['copies'][number]

/** The copies that the shed makes of itself, and the way back to one. */
const query = useCopies()
const { data } = query
const { data: store } = useStore()
const refresh = useRefresh()
const { say } = useNotice()
const asked = ref<Copy | null>(null)
const making = useAct()
const back = useAct()
const { open, subject } = useSubject(asked)
const size = (bytes: number) => `${number(bytes / 1_000_000, 1)} MB`

const make = async () => {
  const made = await making.attempt(() => answer(api.POST('/api/copies', { body: { id: newId() } })))
  await refresh()
  if (made) say('A copy was made, and proven whole.')
}

const goBack = () =>
  back.attempt(async () => {
    const { copy, setAside } = await answer(
      api.POST('/api/copies/{name}/go-back', { params: { path: { name: asked.value!.name } }, body: { id: newId() } }),
    )
    asked.value = null
    await refresh()
    say(`The shed is as it was on ${moment(copy.at)}. What was there lies in ${setAside}.`)
  })
</script>

<template>
  <section id="copies" class="cabinet copies" aria-labelledby="copies-title">
    <h2 id="copies-title">Automatic copies</h2>
    <p>
      Once a day, when something was written, the shed copies itself and proves the copy whole. Seven days, four weeks and twelve
      months are kept. They lie on this disk: take a copy elsewhere too, now and then.
    </p>
    <LoadState :query="query" what="The list of copies" />
    <template v-if="data">
      <p v-if="data.trouble" class="refusal" role="alert">The last copy could not be made. {{ data.trouble }}</p>
      <p v-if="!data.copies.length" class="soft">There is none yet. The first is made soon after the first line is written.</p>
      <ul v-else>
        <li v-for="copy in data.copies" :key="copy.name">
          <span>
            <b>{{ moment(copy.at) }}</b>
            <span class="soft">
              {{ copy.bikes }} {{ copy.bikes === 1 ? 'bike' : 'bikes' }}, {{ number(copy.entries, 0) }} lines<template
                v-if="copy.photos"
                >, {{ copy.photos }} {{ copy.photos === 1 ? 'photo' : 'photos' }}</template
              >, {{ size(copy.bytes) }}
            </span>
          </span>
          <button type="button" :disabled="making.busy" :aria-label="`Go back to ${moment(copy.at)}`" @click="asked = copy">
            Go back to it
          </button>
        </li>
      </ul>
      <p class="soft where">In {{ data.folder }}</p>
      <RefusalLine :refusal="making.refusal" />
      <v-btn class="plate" :loading="making.busy" :disabled="Boolean(store?.lookOnly)" @click="make">Make one now</v-btn>
    </template>
    <SheetFrame v-model="open" title="Go back to this copy?">
      <template v-if="subject">
        <p>
          The whole shed becomes what it was on <b>{{ moment(subject.at) }}</b>: {{ subject.bikes }}
          {{ subject.bikes === 1 ? 'bike' : 'bikes' }}, {{ number(subject.entries, 0) }} lines. The copy is proven first.
        </p>
        <p>
          Whatever was written since is no longer shown. Nothing is thrown away: what is there now is set aside, beside the shed.
        </p>
      </template>
      <RefusalLine :refusal="back.refusal" />
      <template #acts>
        <v-btn class="plate" variant="text" :disabled="back.busy" @click="asked = null">Leave it</v-btn>
        <v-btn class="plate pen" :loading="back.busy" @click="goBack">Go back to it</v-btn>
      </template>
    </SheetFrame>
  </section>
</template>

<style scoped>
.copies {
  display: grid;
  gap: 0.7rem;
  padding: 1rem 1.2rem 1.2rem;
  scroll-margin-top: 5rem;
}
.copies > .v-btn {
  justify-self: start;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.2rem 1rem;
  min-height: 48px;
}
li + li {
  border-top: 1px solid var(--rule);
}
li b {
  margin-right: 0.6rem;
  font: 700 1.0625rem/1.2 var(--head);
}
li button {
  min-height: 44px;
  font: 600 1.0625rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 4px;
}
.where {
  overflow-wrap: anywhere;
  font-size: 0.875rem;
}
</style>
