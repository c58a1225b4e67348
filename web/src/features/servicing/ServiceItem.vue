<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import type { TaskAnswer } from '@/api/client'
import DipStick from '@/design/DipStick.vue'
import { becauseSentence, leftWords, lifeSentence, limitWords, putInForNow, whenWords } from './lifeSentence'

const props = defineProps<{ task: TaskAnswer; today: string; startable: boolean }>()
defineEmits<{ done: []; start: []; interval: []; rest: []; resume: []; change: [] }>()

const opened = ref(false)
const panel = useId()
const grave = computed(() => props.task.state === 'overdue' || props.task.state === 'due')
</script>

<template>
  <li class="item" :class="{ opened }">
    <button type="button" class="row" :aria-expanded="opened" :aria-controls="panel" @click="opened = !opened">
      <span class="name">
        <b>{{ task.component }}</b> <span class="act">{{ task.title }}</span>
        <span v-if="task.state !== 'when-worn'" class="limit soft">{{ limitWords(task) }}</span>
      </span>
      <span v-if="task.state === 'when-worn' || task.state === 'rested'" class="soft sign">{{
        task.state === 'rested' ? task.because.find((line) => line.kind === 'left-alone')?.sign : limitWords(task)
      }}</span>
      <DipStick
        v-else
        :share="task.state === 'unknown' ? null : task.share"
        :share-at-horizon="task.shareAtHorizon"
        :estimated="task.estimated"
        :state="task.state"
        :sentence="lifeSentence(task, today)"
      />
      <span class="left">
        <span class="figure" :class="{ grave }">{{ leftWords(task) }}</span>
        <span class="soft">{{ whenWords(task, today) }}</span>
      </span>
    </button>
    <div v-if="opened" :id="panel" class="working">
      <div>
        <h4 class="label">Because</h4>
        <ul>
          <li v-for="(line, at) in task.because" :key="at">{{ becauseSentence(line, today) }}</li>
        </ul>
        <p v-if="task.why" class="soft">{{ task.why }}</p>
      </div>
      <div class="acts">
        <v-btn v-if="startable" class="plate small" @click="$emit('start')">Do it on the bench</v-btn>
        <v-btn v-if="!putInForNow(task)" class="plate small" variant="outlined" @click="$emit('done')">{{
          task.paper ? 'Enter its last day' : task.state === 'unknown' ? 'I know when it was done' : 'Write it as done'
        }}</v-btn>
        <v-btn v-if="!task.paper && !putInForNow(task)" class="plate small" variant="text" @click="$emit('interval')"
          >Change the interval</v-btn
        >
        <v-btn v-if="task.own" class="plate small" variant="text" @click="$emit('change')">Change the item</v-btn>
        <v-btn v-if="task.state === 'rested'" class="plate small" variant="text" @click="$emit('resume')">Count it again</v-btn>
        <v-btn v-else-if="!putInForNow(task)" class="plate small" variant="text" @click="$emit('rest')">Leave it alone</v-btn>
        <span class="soft">about {{ task.minutes }} min</span>
      </div>
    </div>
  </li>
</template>

<style scoped>
.item + .item {
  border-top: 1px solid var(--rule);
}
.row {
  display: grid;
  grid-template-columns: minmax(190px, 1fr) minmax(180px, 1.35fr) minmax(150px, 0.72fr);
  align-items: center;
  gap: 1.4rem;
  width: 100%;
  padding: 0.45rem 1.1rem 0.55rem;
  text-align: left;
  cursor: pointer;
}
.row:hover {
  background: color-mix(in srgb, var(--enamel) 45%, transparent);
}
.name b {
  font: 700 1.1875rem/1.15 var(--head);
}
.act {
  font: 600 1.0625rem/1.15 var(--head);
  color: var(--steel);
}
.limit {
  display: block;
  font-size: 0.875rem;
}
.left {
  display: grid;
  justify-items: end;
  text-align: right;
  font-size: 0.875rem;
}
.left .figure {
  font-size: 1.125rem;
}
.grave {
  color: var(--oxide);
}
.working {
  display: flex;
  justify-content: space-between;
  gap: 1.5rem;
  padding: 0.2rem 1.1rem 1rem;
}
.working ul {
  margin: 0.3rem 0;
  padding-left: 1.1rem;
}
.acts {
  display: grid;
  flex: none;
  align-content: start;
  gap: 0.5rem;
}
@media (max-width: 720px) {
  .row {
    grid-template-columns: 1fr auto;
    gap: 0.2rem 0.8rem;
  }
  .row .stick,
  .row .sign {
    grid-column: 1 / -1;
    order: 3;
  }
  .working {
    flex-direction: column;
    gap: 0.8rem;
  }
}
</style>
