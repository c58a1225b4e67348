<script setup lang="ts">
import { reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, newId, type ViewingAnswer } from '@/api/client'
import { useAct } from '@/design/useAct'
import DateField from '@/design/DateField.vue'
import MoneyField from '@/design/MoneyField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useRefresh } from '../shed/useShed'

/** The end of a viewing: bought, and it stands in the shed; or not, and why, kept for next time. */
const props = defineProps<{ viewing: ViewingAnswer }>()

const router = useRouter()
const refresh = useRefresh()
const way = ref<'buy' | 'leave' | null>(null)
const buy = reactive({ nickname: props.viewing.details.name ?? '', paid: '', date: props.viewing.today })
const reason = ref('')
const act = useAct()
const becomes = newId()

const attempt = (end: (id: string) => Promise<unknown>) =>
  act.attempt(end, () => {
    way.value = null
    return refresh()
  })
const path = { viewing: props.viewing.id }
const bought = () =>
  attempt(async (id) => {
    await answer(
      api.POST('/api/viewings/{viewing}/buy', {
        params: { path },
        body: { id, bike: becomes, nickname: buy.nickname, paid: buy.paid || null, date: buy.date },
      }),
    )
    await router.push(`/bikes/${becomes}`)
  })
const left = () =>
  attempt((id) => answer(api.POST('/api/viewings/{viewing}/close', { params: { path }, body: { id, reason: reason.value } })))
const reopen = () =>
  attempt((id) => answer(api.POST('/api/viewings/{viewing}/reopen', { params: { path }, body: { id, reason: null } })))
</script>

<template>
  <section class="cabinet no-print" aria-labelledby="end-title">
    <header><h2 id="end-title">How it ends</h2></header>
    <div class="inside">
      <template v-if="viewing.status === 'bought'">
        <p>
          Bought. <RouterLink :to="`/bikes/${viewing.bike}`">It stands in the shed</RouterLink>, with what was found and what is
          not known.
        </p>
      </template>
      <template v-else-if="viewing.status === 'not-bought'">
        <p>Not bought: {{ viewing.ended }}</p>
        <v-btn class="plate" variant="outlined" @click="reopen">Open it again</v-btn>
      </template>
      <template v-else>
        <div class="ways">
          <v-btn class="plate pen" @click="way = 'buy'">I bought it</v-btn>
          <v-btn class="plate" variant="outlined" @click="way = 'leave'">I did not</v-btn>
        </div>
        <form v-if="way === 'buy'" class="fields" @submit.prevent="bought">
          <v-text-field v-model="buy.nickname" label="Its name in the shed" :error-messages="act.refusal?.of('nickname')" />
          <MoneyField v-model="buy.paid" label="Paid" :error-messages="act.refusal?.of('paid')" />
          <DateField v-model="buy.date" label="Bought on" :max="viewing.today" :error-messages="act.refusal?.of('date')" />
          <p class="soft">
            It comes into the shed with its profile, its reading, what was found as open findings, what was measured, and what the
            seller said with how it stood. What nobody knows stays unknown.
          </p>
          <v-btn class="plate pen" type="submit">Bring it in</v-btn>
        </form>
        <form v-if="way === 'leave'" class="fields" @submit.prevent="left">
          <v-text-field
            v-model="reason"
            label="Why not, for next time"
            maxlength="300"
            :error-messages="act.refusal?.of('reason')"
          />
          <v-btn class="plate" type="submit">Close the viewing</v-btn>
        </form>
      </template>
      <RefusalLine :refusal="act.refusal" />
    </div>
  </section>
</template>

<style scoped>
.inside,
.fields {
  display: grid;
  gap: 0.7rem;
}
.inside {
  padding: 0.8rem 1.1rem 1rem;
}
.ways {
  display: flex;
  gap: 0.7rem;
}
</style>
