import { answer, api, newId, type EntryAnswer } from '@/api/client'
import { useNotice } from '@/design/useNotice'
import { useRefresh } from '../shed/useShed'

/** After a line was written: everything shown is read anew, and for a while one tap strikes the line again. */
export function useWritten() {
  const refresh = useRefresh()
  const { say } = useNotice()

  async function strike(entry: EntryAnswer) {
    await answer(
      api.POST('/api/entries/{entry}/strike', {
        params: { path: { entry: entry.id } },
        body: { id: newId(), reason: 'undone at once' },
      }),
    )
  }

  /** @param entries All that one act wrote: the undo strikes them together. */
  async function written(words: string, ...entries: EntryAnswer[]) {
    say(words, async () => {
      for (const entry of entries) await strike(entry)
      await refresh()
    })
    await refresh()
  }

  return { written }
}
