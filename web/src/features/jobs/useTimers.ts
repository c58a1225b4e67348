import { computed, onBeforeUnmount, ref, watch, type Ref } from 'vue'
import type { RunAnswer } from '@/api/client'

/** Counts by the server's clock: what a page shows follows from when the timer began there, not from how long the page was open. */
export function useTimers(run: Ref<RunAnswer | undefined>) {
  const ahead = ref(0)
  const now = ref(Date.now())
  watch(run, (fresh) => fresh && (ahead.value = new Date(fresh.now).getTime() - Date.now()), { immediate: true })
  const tick = setInterval(() => (now.value = Date.now()), 500)
  onBeforeUnmount(() => clearInterval(tick))

  return computed(() =>
    (run.value?.timers ?? []).map((timer) => {
      const left = Math.round((new Date(timer.ends).getTime() - now.value - ahead.value) / 1000)
      return { ...timer, over: left <= 0, words: clockWords(left) }
    }),
  )
}

/** "04:12" left, "+00:30" past the end. */
export function clockWords(seconds: number) {
  const whole = Math.abs(seconds)
  const pad = (value: number) => String(value).padStart(2, '0')
  const hours = Math.floor(whole / 3600)
  const rest = `${pad(Math.floor((whole % 3600) / 60))}:${pad(whole % 60)}`
  return `${seconds < 0 ? '+' : ''}${hours ? `${hours}:` : ''}${rest}`
}
