<script setup lang="ts">
import { computed } from 'vue'

/** Our sign for "how much is left": L where it is due, F where it was just done, oil from the ring up to the present level. */
const props = defineProps<{
  /** 1 just done, 0 due, negative over; null where unknown. */
  share: number | null
  /** The likely share at the planning horizon. */
  shareAtHorizon?: number | null
  estimated?: boolean
  state: string
  /** The same in one sentence. */
  sentence: string
}>()

const L = 24
const F = 90
const place = (share: number) => Math.min(98, Math.max(6, L + share * (F - L)))
const level = computed(() => (props.share === null ? null : place(props.share)))
const horizon = computed(() => (props.shareAtHorizon == null || props.share === null ? null : place(props.shareAtHorizon)))
</script>

<template>
  <div class="stick" :class="[state, { estimated, unknown: level === null }]" role="img" :aria-label="sentence">
    <span class="ring" />
    <span class="blade">
      <template v-if="level === null"><span class="nothing">? no history</span></template>
      <template v-else>
        <span class="span" :style="{ left: `${L}%`, width: `${F - L}%` }" />
        <span class="oil" :style="{ width: `${level}%` }" />
        <span v-if="horizon !== null" class="horizon" :style="{ left: `${horizon}%` }" />
        <span class="notch" :style="{ left: `${L}%` }"><b>L</b></span>
        <span class="notch" :style="{ left: `${F}%` }"><b>F</b></span>
      </template>
    </span>
  </div>
</template>

<style scoped>
.stick {
  display: flex;
  align-items: center;
  min-width: 150px;
  padding-top: 18px;
}
.ring {
  flex: none;
  width: 18px;
  height: 18px;
  border: 3.5px solid var(--ink);
  border-radius: 50%;
}
.blade {
  position: relative;
  flex: 1;
  height: 18px;
  margin-left: -1px;
  border: 1.5px solid var(--ink);
  border-radius: 0 9px 9px 0;
  background: var(--card);
}
.span {
  position: absolute;
  inset-block: 0;
  background: repeating-linear-gradient(135deg, var(--hatch) 0 1.5px, transparent 1.5px 6px);
}
.oil {
  position: absolute;
  inset-block: 1.5px;
  left: 0;
  background: var(--green);
}
.overdue .oil {
  background: var(--oxide);
}
.due .oil {
  background: repeating-linear-gradient(90deg, var(--oxide) 0 7px, var(--green) 7px 10px);
}
.estimated .oil {
  clip-path: polygon(0 0, 100% 0, calc(100% - 6px) 20%, 100% 40%, calc(100% - 6px) 60%, 100% 80%, calc(100% - 6px) 100%, 0 100%);
}
.notch {
  position: absolute;
  top: -4px;
  bottom: -4px;
  width: 2.5px;
  margin-left: -1px;
  background: var(--ink);
}
.notch b {
  position: absolute;
  bottom: 100%;
  left: 50%;
  translate: -50% -2px;
  font: 700 1rem/0.9 var(--head);
}
.horizon {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 0;
  border-left: 2.5px dotted var(--blueing);
}
.unknown .ring {
  border-style: dotted;
  border-color: var(--soft);
}
.unknown .blade {
  border: 1.5px dashed var(--soft);
}
.nothing {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  font: 600 0.875rem/1 var(--head);
  letter-spacing: 0.03em;
  color: var(--soft);
}
</style>
