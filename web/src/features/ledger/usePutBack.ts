import { answer, api, newId, type EntryAnswer } from '@/api/client'
import { useRefresh } from '../shed/useShed'

/** A line struck by mistake counts again: the same words are written once more in its old place. */
export function usePutBack() {
  const refresh = useRefresh()

  async function putBack(entry: Pick<EntryAnswer, 'id'>) {
    await answer(api.POST('/api/entries/{entry}/put-back', { params: { path: { entry: entry.id } }, body: { id: newId() } }))
    await refresh()
  }

  return { putBack }
}
