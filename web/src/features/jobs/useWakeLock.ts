import { onBeforeUnmount, onMounted } from 'vue'

/** Keeps the screen awake while the bench is open, where the device allows it. */
export function useWakeLock() {
  let lock: { release(): Promise<void> } | undefined
  async function take() {
    if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return
    try {
      lock = await navigator.wakeLock.request('screen')
    } catch {
      // A low battery or a browser's own rule may refuse it; the bench works all the same.
    }
  }
  onMounted(() => {
    void take()
    document.addEventListener('visibilitychange', take)
  })
  onBeforeUnmount(() => {
    document.removeEventListener('visibilitychange', take)
    void lock?.release()
  })
}
