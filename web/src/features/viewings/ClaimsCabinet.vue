<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Refusal, ViewingActRequest, ViewingAnswer } from '@/api/client'
import { percent } from './viewingWords'

/** What the seller said, how it stands, and what that makes of the seller's word. */
const props = defineProps<{ viewing: ViewingAnswer; closed: boolean; refusal: Refusal | null }>()
const emit = defineEmits<{ tap: [act: Omit<ViewingActRequest, 'id'>] }>()

const claim = ref<string | null>(null)
const words = ref('')
const heard = computed(() => props.viewing.claims.filter((one) => one.heard))
const unsaid = computed(() =>
  props.viewing.claims.filter((one) => !one.heard).map((one) => ({ value: one.id, title: one.words })),
)
const stateWords = { open: 'not tested yet', confirmed: 'borne out', contradicted: 'spoken against' }

function hear() {
  if (!claim.value) return
  emit('tap', { act: 'claim-heard', claim: claim.value, text: words.value || null })
  claim.value = null
  words.value = ''
}
</script>

<template>
  <section class="cabinet" aria-labelledby="claims-title">
    <header>
      <h2 id="claims-title">The seller's word</h2>
      <span class="label">trust {{ percent(viewing.trust.share) }}</span>
    </header>
    <div class="inside">
      <ul>
        <li v-for="one in heard" :key="one.id" :class="one.state!">
          <span>“{{ one.heard }}”</span>
          <b
            >{{ stateWords[one.state!]
            }}<template v-if="one.state === 'contradicted' && one.material">, and the price hangs on it</template></b
          >
          <span v-if="one.by.length" class="soft">by {{ one.by.join(', ').toLowerCase() }}</span>
          <button v-if="!closed" type="button" class="drop" @click="emit('tap', { act: 'claim-dropped', claim: one.id })">
            not said
          </button>
        </li>
        <li v-for="sign in viewing.trust.signs" :key="sign" class="contradicted">
          <span>{{ sign }}</span><b>a sign that something is hidden</b>
        </li>
      </ul>
      <p v-if="!heard.length" class="soft">Nothing noted yet. What the seller claims is held against what you find.</p>
      <details>
        <summary>How trust is worked out</summary>
        <p>
          It begins even, at two for and two against. A claim borne out counts one for; one spoken against counts one against,
          three where the price hangs on it; a sign of hiding counts one against. Now {{ viewing.trust.a }} for and
          {{ viewing.trust.b }} against. What was not looked at is taken as
          {{ Math.exp(viewing.trust.shift) >= 1 ? 'that much likelier' : 'that much less likely' }} to be faulty: its odds count
          {{ Math.exp(viewing.trust.shift).toFixed(1) }} times. An admission that proves true changes nothing.
        </p>
      </details>
      <details v-if="!closed && unsaid.length" class="add">
        <summary>Note what the seller says</summary>
        <ul class="unsaid">
          <li v-for="one in unsaid" :key="one.value">
            <button type="button" :aria-pressed="claim === one.value" @click="claim = one.value">{{ one.title }}</button>
          </li>
        </ul>
        <form v-if="claim" @submit.prevent="hear">
          <v-text-field
            v-model="words"
            label="In their own words, if you like"
            maxlength="200"
            :error-messages="refusal?.of('text')"
          />
          <v-btn class="plate" type="submit">Note the claim</v-btn>
        </form>
      </details>
    </div>
  </section>
</template>

<style scoped>
.inside {
  display: grid;
  gap: 0.6rem;
  padding: 0.6rem 1.1rem 1rem;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.7rem;
  padding: 0.35rem 0 0.35rem 0.7rem;
  border-left: 5px solid var(--rule);
}
li + li {
  margin-top: 0.35rem;
}
.confirmed {
  border-color: var(--pen);
}
.contradicted {
  border-color: var(--oxide);
}
.contradicted b {
  color: var(--oxide);
}
.drop {
  text-decoration: underline;
  color: var(--soft);
}
summary {
  cursor: pointer;
  font: 600 1rem/1.4 var(--head);
}
.unsaid li {
  margin: 0;
  padding: 0;
  border-left: 0;
}
.unsaid button {
  width: 100%;
  min-height: 40px;
  padding: 0.4rem 0.7rem;
  border-bottom: 1px solid var(--rule);
  text-align: left;
}
.unsaid button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--card);
}
.add form {
  display: grid;
  gap: 0.6rem;
  margin-top: 0.6rem;
}
</style>
