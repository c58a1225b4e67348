<script setup lang="ts">
import { computed } from 'vue'
import type { ShedAnswer } from '@/api/client'
import { date, daysBetween, month } from '@/design/format'

const props = defineProps<{ shed: ShedAnswer }>()

const left = 17
const right = 98.5
const span = computed(() => daysBetween(props.shed.today, props.shed.horizon))
const place = (iso: string) =>
  left + (Math.min(span.value, Math.max(0, daysBetween(props.shed.today, iso))) / span.value) * (right - left)

const months = computed(() => {
  const marks = []
  const first = new Date(`${props.shed.today}T00:00:00Z`)
  for (let ahead = 1; ahead <= 4; ahead++) {
    const iso = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + ahead, 1)).toISOString().slice(0, 10)
    if (iso < props.shed.horizon) marks.push({ iso, name: month(iso.slice(0, 7)).split(' ')[0] ?? '' })
  }
  return marks
})

const weeks = computed(() =>
  Array.from({ length: Math.floor(span.value / 7) }, (_, week) => left + ((week * 7) / span.value) * (right - left)),
)

/** Flags that fall on the same few days share a pole; their names stand once, under it. */
interface Pole {
  at: number
  iso: string
  names: string[]
  late: boolean
  low: boolean
}
const words = (names: string[]) => {
  const once = [...new Set(names)]
  return once.length > 2 ? `${once[0]} +${once.length - 1}` : once.join(', ')
}
const lanes = computed(() =>
  props.shed.bikes.map((bike) => {
    const poles: Pole[] = []
    for (const { task } of props.shed.ahead.filter((due) => due.bike === bike.id)) {
      if (!task.likelyDue) continue
      const at = place(task.likelyDue)
      const last = poles.at(-1)
      if (last && at - last.at < 5) last.names.push(task.component.toLowerCase())
      else
        poles.push({ at, iso: task.likelyDue, names: [task.component.toLowerCase()], late: task.state === 'overdue', low: false })
    }
    // A name that would run into the one before it stands a line lower.
    poles.forEach((pole, index) => {
      const before = poles[index - 1]
      pole.low = Boolean(before && !before.low && pole.at - before.at < 5 + words(before.names).length * 1.15)
    })
    return { bike, poles }
  }),
)
</script>

<template>
  <section class="cabinet" aria-labelledby="season-title">
    <header>
      <h2 id="season-title">Season</h2>
      <span class="soft">likely due dates, {{ Math.round(span / 7) }} weeks from {{ date(shed.today) }}</span>
    </header>
    <div class="field">
      <div class="scale" aria-hidden="true">
        <i v-for="week in weeks" :key="week" :style="{ left: `${week}%` }" />
        <b v-for="one in months" :key="one.iso" :style="{ left: `${place(one.iso)}%` }">{{ one.name }}</b>
        <em :style="{ left: `${left}%` }">today</em>
      </div>
      <div v-for="{ bike, poles } in lanes" :key="bike.id" class="lane">
        <RouterLink :to="`/bikes/${bike.id}`">{{ bike.nickname }}</RouterLink>
        <ul>
          <li
            v-for="pole in poles"
            :key="pole.iso"
            :style="{ left: `${pole.at}%` }"
            :class="{ late: pole.late, far: pole.at > 86, low: pole.low }"
          >
            <span class="pole" aria-hidden="true"
              ><b v-if="pole.names.length > 1">{{ pole.names.length }}</b></span
            >
            <span class="words" :title="pole.names.join(', ')">{{ words(pole.names) }}</span>
            <span class="seen-only-by-readers"
              >{{ pole.late ? 'overdue since' : 'likely' }} {{ date(pole.iso) }}: {{ pole.names.join(', ') }}</span
            >
          </li>
        </ul>
        <span v-if="!poles.length" class="none soft">{{
          bike.unknown ? 'no dates: history unknown' : 'nothing due in these weeks'
        }}</span>
      </div>
    </div>
  </section>
</template>

<style scoped>
.field {
  padding: 0.5rem 1.1rem 0.9rem;
}
.scale {
  position: relative;
  height: 26px;
  border-bottom: 2px solid var(--ink);
}
.scale i {
  position: absolute;
  bottom: 0;
  height: 6px;
  border-left: 1px solid var(--chalk);
}
.scale b,
.scale em {
  position: absolute;
  bottom: 0;
  height: 22px;
  padding-left: 4px;
  border-left: 1.5px solid var(--ink);
  font: 600 0.9375rem/1 var(--head);
}
.scale em {
  border-left: 3px solid var(--blueing);
  color: var(--blueing);
}
.lane {
  position: relative;
  height: 80px;
  border-bottom: 1px solid var(--rule);
}
.lane > a {
  position: absolute;
  top: 10px;
  max-width: 16%;
  overflow: hidden;
  text-overflow: ellipsis;
  font: 700 1.1875rem/1.2 var(--head);
  text-decoration: none;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  position: absolute;
  top: 8px;
}
.pole {
  position: relative;
  display: block;
  width: 3px;
  height: 28px;
  background: var(--green);
}
/* A flag on its pole, like a marked row: how many fall together. */
.pole b {
  position: absolute;
  top: 0;
  left: 3px;
  padding: 2px 9px 2px 5px;
  background: var(--green);
  color: var(--on-green);
  font: 600 0.8125rem/1.1 var(--mono);
  clip-path: polygon(0 0, 100% 0, calc(100% - 5px) 50%, 100% 100%, 0 100%);
}
.late .pole,
.late .pole b {
  background: var(--oxide);
  color: var(--card);
}
.words {
  position: absolute;
  top: 29px;
  left: -1px;
  padding-right: 3px;
  background: var(--card);
  font: 600 0.875rem/1.2 var(--head);
  white-space: nowrap;
  z-index: 1;
}
.low .words {
  top: 46px;
  z-index: 0;
}
.low .pole {
  height: 46px;
}
.far .words {
  left: auto;
  right: 0;
}
.far .pole b {
  left: auto;
  right: 3px;
  clip-path: polygon(0 0, 100% 0, 100% 100%, 0 100%, 5px 50%);
  padding: 2px 5px 2px 9px;
}
.none {
  position: absolute;
  top: 20px;
  left: 18%;
  font-size: 0.875rem;
}
@media (max-width: 720px) {
  .lane {
    height: 100px;
  }
  .lane > a {
    top: 4px;
    max-width: none;
  }
  .lane ul,
  .none {
    position: absolute;
    inset: 22px 0 0;
  }
}
</style>
