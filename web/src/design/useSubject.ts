import { computed, ref, watch, type Ref } from 'vue'

/**
 * A sheet about something: it is open while there is one, and goes on showing the last one while it closes.
 *
 * @param about What it is about, or null.
 */
export function useSubject<S>(about: Ref<S | null>) {
  const subject = ref(about.value) as Ref<S | null>
  watch(
    about,
    (now) => {
      if (now !== null) subject.value = now
    },
    { flush: 'sync' },
  )
  const open = computed({
    get: () => about.value !== null,
    set: (now) => {
      if (!now) about.value = null
    },
  })
  return { open, subject }
}
