<script setup lang="ts">
import { reactive, ref } from 'vue'
import type { ActRequest, Refusal, RunAnswer } from '@/api/client'
import { whole } from '@/api/client'
import ChalkStroke from '@/design/ChalkStroke.vue'
import { date, plainWords } from '@/design/format'
import { vFirst } from '@/design/vFirst'
import PhotoStrip from '../photos/PhotoStrip.vue'
import TrayItem from './TrayItem.vue'

const props = defineProps<{ run: RunAnswer; act: (tap: Omit<ActRequest, 'id'>) => Promise<boolean>; refusal: Refusal | null }>()
const adding = ref(false)
const part = reactive({ part: '', count: 1, where: '', size: '' })

/** What the job found is put right in it: the stop that it means is lifted at once, and the book gets both lines. */
const settling = ref<string | null>(null)
const how = ref('')
function begin(key: string) {
  settling.value = key
  how.value = ''
}
async function settle(key: string) {
  if (await props.act({ act: 'finding-settled', item: key, text: how.value })) settling.value = null
}

async function put() {
  if (
    await props.act({
      act: 'tray-put',
      tray: { part: part.part, count: whole(part.count), where: part.where || null, size: part.size || null },
    })
  ) {
    Object.assign(part, { part: '', count: 1, where: '', size: '' })
    adding.value = false
  }
}
</script>

<template>
  <aside aria-label="Tray">
    <h3 class="label">Tray, last off first</h3>
    <ul>
      <TrayItem v-for="item in run.tray" :key="item.item" :item="item" :run="run" :act="act" :refusal="refusal" />
      <li v-if="!run.tray.length" class="soft">Nothing is off the bike.</li>
    </ul>
    <form v-if="adding" @submit.prevent="put">
      <v-text-field v-model="part.part" v-first label="What came off" maxlength="60" />
      <v-text-field v-model="part.count" type="number" label="How many" />
      <v-text-field v-model="part.size" label="Size" maxlength="40" />
      <v-text-field v-model="part.where" label="Where from, which way round" maxlength="80" />
      <v-btn class="plate small" type="submit">On the tray</v-btn>
    </form>
    <button v-else type="button" class="more" @click="adding = true">Something else came off</button>
    <template v-if="run.staysForNow.length">
      <h3 class="label">Blocked or away, only for now</h3>
      <ul>
        <li v-for="what in run.staysForNow" :key="what" class="for-now">
          <ChalkStroke />
          <span>{{ what }}</span>
        </li>
      </ul>
    </template>
    <template v-if="run.knownChanges.length">
      <h3 class="label">Not standard</h3>
      <ul>
        <li v-for="one in run.knownChanges" :key="one.part + one.words">
          <b>{{ one.part }}</b> <span class="soft">{{ plainWords(one.kind).toLowerCase() }}: {{ one.words }}</span>
        </li>
      </ul>
    </template>
    <template v-for="sheet in run.sheets.slice(0, 2)" :key="sheet.entry">
      <h3 class="label">It came apart like this, {{ date(sheet.date) }}</h3>
      <ul>
        <li v-for="(one, at) in sheet.parts" :key="at">
          <b>{{ one.part }}</b>
          <span class="soft">{{ [one.count > 1 ? one.count : '', one.size, one.where].filter(Boolean).join(', ') }}</span>
          <span v-if="one.marks">{{ one.marks }}</span>
          <PhotoStrip v-if="one.photo" :photos="[one.photo]" :about="one.part" />
        </li>
        <li v-if="sheet.quirks">{{ sheet.quirks }}</li>
      </ul>
    </template>
    <template v-if="run.drainMeanings.length">
      <h3 class="label">What the drain says</h3>
      <ul>
        <li v-for="meaning in run.drainMeanings" :key="meaning.sign" :class="meaning.severity">
          <b>{{ meaning.sign }}</b> <span>{{ meaning.meaning }} {{ meaning.action }}</span>
        </li>
      </ul>
    </template>
    <template v-if="run.findings.length">
      <h3 class="label">Found in this job</h3>
      <ul>
        <li v-for="(finding, at) in run.findings" :key="finding.key ?? at" :class="finding.severity">
          <b>{{ finding.title }}</b> <span v-if="finding.detail" class="soft">{{ finding.detail }}</span>
          <span v-if="finding.settled" class="soft">Put right: {{ finding.settled }}</span>
          <form v-else-if="settling === finding.key" @submit.prevent="settle(finding.key!)">
            <v-text-field v-model="how" v-first label="How was it put right?" maxlength="300" />
            <v-btn class="plate small" type="submit">It is put right</v-btn>
          </form>
          <button v-else-if="finding.key && finding.severity !== 'note'" type="button" class="right" @click="begin(finding.key)">
            Put right?
          </button>
        </li>
      </ul>
    </template>
  </aside>
</template>

<style scoped>
h3 {
  padding: 0.9rem 1rem 0.4rem;
  border-bottom: 2px solid var(--ink);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  padding: 0.45rem 1rem;
  border-bottom: 1px solid var(--rule);
}
li b {
  font: 700 1.125rem/1.2 var(--head);
}
li.fix-soon b,
li.stop b {
  color: var(--oxide);
}
.for-now {
  grid-template-columns: 26px 1fr;
  align-items: center;
  gap: 0.5rem;
}
li.fix-soon form,
li.stop form,
li.watch form {
  padding: 0.4rem 0;
}
.right {
  justify-self: start;
  min-height: 36px;
  font: 600 1rem/1 var(--head);
  text-decoration: underline;
}
.more {
  min-height: 44px;
  padding: 0 1rem;
  font: 600 1rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
form {
  display: grid;
  gap: 0.6rem;
  padding: 0.8rem 1rem;
}
</style>
